# frozen_string_literal: true

module App
  module Jobs
    # Brings the drawings of a run up to the latest revision of the templates they were made from.
    RehouseJob =
      Struct.new(:run_id) do
        include EachDrawing

        private

        def settle_drawing(drawing)
          origin = Presenters::Origin.of(drawing.value)
          return 'skipped', 'has the latest revision of its template already' unless origin.state == :changed

          Actions::MoveToTemplate.call(drawing, origin.slug)
          ['done', "revision #{origin.revision} → #{origin.record.latest.number} of #{origin.record.title}"]
        end
      end
  end
end
