# frozen_string_literal: true

module App
  module Jobs
    # Settles the drawings of a run one by one; a job has run_id and settle_drawing(drawing) -> [state, words].
    module EachDrawing
      include EachLine

      private

      def stays = 'what was updated stays updated'

      def settle(line)
        drawing = Records::Drawing.find_by(slug: line['slug']) or return 'skipped', 'the drawing is no longer here'
        settle_drawing(drawing)
      end
    end
  end
end
