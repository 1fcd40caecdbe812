# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A tolerance frame (ISO 1101): its cells stand in the snapshot's prefix, "⌖|⌀0.2|A|B"; of a composite one both
      # rows, with // between.
      class ToleranceFrame < Size
        NAME = 'tolerance_frame'
        TITLE = 'tolerance'

        def size? = false
        def inspected? = true
        def called(id, faces) = "#{id.split('.')[1].to_s.tr('_', ' ')} of #{faces.join(' and ')}"

        # (On a face seen from its edge it stands best; of a round one the circle will do, or its side.)
        def suits(measured, frame)
          flat = Geometry::Vec.distance(measured.from, measured.to) < 1e-9
          return square?(measured, frame) ? 2 : 0 if flat

          along?(measured, frame) ? 2 : 1
        end

        def place_type(_measured, _frame) = Leader
        def edge_turns = [0, 30, -30, 45, -45]

        def radius(drawn)
          measured = drawn.snapshot
          along?(measured, drawn.at.frame) ? Geometry::Vec.distance(measured.from, measured.to) : 0.0
        end

        def leader_ink(drawn, tip, toward, knee)
          rows = Drafting::FrameInk.rows(drawn.snapshot.prefix.tr('.', drawn.standard.decimal))
          drawn.layout.frame(tip, toward, knee, rows, datum: boxed?, count: boxed? ? 1 : drawn.snapshot.count)
        end

        private

        # Is it a letter in a box, on a filled triangle?
        def boxed? = false
      end
    end
  end
end
