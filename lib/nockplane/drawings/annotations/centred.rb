# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What the centre lines, marks and circles that a person sets have in common: chain lines without words that run a
      # little past what they are of (LIN-05).
      class Centred < Kind
        def words(_standard, _annotation) = Drafting::SizeText::Words.new(self.class::TITLE)
        def worded? = false
        # (As a Snapshot says it.)
        def text(standard, snapshot) = words(standard, snapshot)
        def anchors(dimension) = dimension.snapshot.faces
        def place_type(_measured, _frame) = Chain
        def corner_feet? = false

        private

        def chain(drawn, a, b)
          length = Math.hypot(b[0] - a[0], b[1] - a[1])
          dash = drawn.standard.dash(Drafting::CentreLines::LAYER, length, centred: true)
          Drafting::Ink.line(a, b, **pen(drawn), dash: dash)
        end

        def pen(drawn)
          tone = drawn.adrift? ? Drafting::Ink::OCHRE : nil
          { width: drawn.standard.width('centre'), layer: Drafting::CentreLines::LAYER, tone: tone }
        end
      end
    end
  end
end
