# frozen_string_literal: true

module App
  module Jobs
    # Runs the layout rules of the drawings of a run.
    TidyJob =
      Struct.new(:run_id) do
        include EachDrawing

        private

        def settle_drawing(drawing)
          edit = Nockplane::Drawings::Tidying.edit(drawing.value, Workshop.source)
          return 'skipped', edit.reason if edit.is_a?(Nockplane::Drawings::Refusal)

          Actions::EditDrawing.call(drawing, base: drawing.version) { edit }
          left = drawing.value.layout_rules.flat_map { |r| r.unmet || [] }
          ['done', [edit.label, *left.first(3).map { |w| "not met: #{w}" }].join('; ')]
        end
      end
  end
end
