# frozen_string_literal: true

module App
  module Jobs
    # Brings the drawings of a run up to their models.
    UpdateJob =
      Struct.new(:run_id) do
        include EachDrawing

        private

        def settle_drawing(drawing)
          before = drawing.staleness
          return 'skipped', 'was up to date already' if before.behind.empty? && before.fields.empty?

          views = before.behind.size
          losing = before.behind.sum { |b| b.losing.size }
          fault = Actions::UpdateDrawings.call([drawing])[drawing]
          return 'failed', fault if fault

          [
            'done',
            "#{views} #{views == 1 ? 'view' : 'views'} " \
              "updated#{", #{losing} #{losing == 1 ? 'annotation' : 'annotations'} adrift" if losing.positive?}"
          ]
        end
      end
  end
end
