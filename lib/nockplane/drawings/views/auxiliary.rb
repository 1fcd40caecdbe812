# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A view square to an edge picked on its parent, or to a face seen edge-on there (VW-01), folded out along that
      # (PRJ-02); an arrow with its letter stands at the side looked at.
      class Auxiliary < Kind
        NAME = 'auxiliary'
        WORDS = 'auxiliary view'

        # The edge looked at square on: two points of it on the parent, each tied; the eye is on the side of its left
        # normal when side is 1.
        Edge = Struct.new(:from, :to, :faces, :side, :lost, keyword_init: true) do
          def lost? = lost == true
          # (Its arrow stands where the edge is.)
          def dragged(_dx, _dy) = nil

          # Unit vector on the parent from the part towards the eye.
          def outward
            x, y = Views.unit([from.x, from.y], [to.x, to.y])
            [-y * side, x * side]
          end

          def middle = [(from.x + to.x) / 2, (from.y + to.y) / 2]

          # The edge between the same faces in another model.
          def moved(anchorage)
            found = anchorage.edge(faces, self) or return dup.tap { |e| e.lost = true }
            a, b = found
            dup.tap do |e|
              e.from, e.to, e.lost =
                Tied.new(x: a[0].round(6), y: a[1].round(6)),
                Tied.new(x: b[0].round(6), y: b[1].round(6)),
                nil
            end
          end
        end

        def hangs? = true
        def own_type = Edge
        def title = 'Auxiliary view'
        def label(letter) = letter

        def marks(standard, view, at, shown)
          edge = view.own or return []
          frame = shown.parent_frame
          out = at.direction(frame.direction(*edge.outward))
          SightArrow.new(
            standard,
            beside(at, at.point(frame.at(*edge.middle)), out),
            [-out[0], -out[1]],
            Letters.of(view)
          ).ink
        end

        # mm of paper between the parent's outline and the arrow's point.
        CLEAR = 4.0

        # Where the arrow points: off the parent's outline, on the side looked at.
        def beside(at, point, out)
          x0, y0, x1, y1 = at.outline
          far =
            [[x0, y0], [x1, y0], [x1, y1], [x0, y1]].map do |x, y|
              ((x - point[0]) * out[0]) + ((y - point[1]) * out[1])
            end.max + CLEAR
          [point[0] + (out[0] * far), point[1] + (out[1] * far)]
        end

        # Its direction follows the edge.
        def caught_up(view, anchorage)
          return view unless view.own

          own = view.own.moved(anchorage)
          x, y = own.outward
          before = view.own.outward
          turned = Math.atan2(y, x) - Math.atan2(before[1], before[0])
          view.dup.tap { |v| v.own, v.direction = own, Folding.turned(view.direction, turned * 180 / Math::PI) }
        end

        def lost(view) = view.own&.lost? ? 'the edge that it looks at square on is gone' : nil
        def why_empty(_berth, _filling) = 'an auxiliary view needs an edge chosen by hand'
      end
    end
  end
end
