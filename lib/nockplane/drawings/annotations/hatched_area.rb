# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # An area between places that were picked, lined as a person set it: a treated surface, a place to mark (DIM-36).
      class HatchedArea < Centred
        NAME = 'hatched_area'
        TITLE = 'hatched area'

        def suits(measured, frame) = frame.along?(measured.axis) ? 2 : 0

        def chains(drawn, _past)
          loop = drawn.snapshot.points.map { |p| drawn.at.point(p) }
          lines = Drafting::Hatching.new(drawn.standard, [loop]).ink
          tone = drawn.adrift? ? Drafting::Ink::OCHRE : nil
          outline =
            Drafting::Ink::Line.new(
              points: loop,
              closed: true,
              width: drawn.standard.width('hatch'),
              layer: Drafting::Hatching::LAYER,
              tone: tone
            )
          [outline, *lines.each { |l| l.tone = tone }]
        end
      end
    end
  end
end
