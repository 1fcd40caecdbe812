# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # Labels at what a table lists of a view, and the sign of its origin, on paper.
      class ListMarks
        # Directions in degrees and mm off the circle that are tried for a letter.
        ANGLES = [45, 135, 315, 225, 0, 180, 90, 270].freeze
        OFF = [0.8, 3.0, 6.0].freeze
        # Radius of the origin's circle and length of its arms, mm.
        ORIGIN = [1.5, 9.0].freeze
        # Radius of a point's dot, mm.
        DOT = 0.5
        LAYER = 'dimension'

        # list: Listing; at: ViewPlace; ground: Ground with what stands there.
        def initialize(standard, list, at, ground)
          @standard = standard
          @list = list
          @at = at
          @ground = ground
        end

        # [Ink]
        def ink
          sign = origin
          @ground.keep(sign)
          sign + @list.all.select(&:centre).flat_map { |e| [*dot(e), letter(e)] }
        end

        private

        def tone = @list.lost? ? Drafting::Ink::OCHRE : nil

        # A point is marked by a dot.
        def dot(entry)
          return [] unless entry.radius.zero?

          x, y = @at.point(entry.centre)
          whole = { rotation: 0.0, from: 0.0, to: 2 * Math::PI }
          pen = { width: @standard.width(LAYER), layer: LAYER, tone: tone }
          [Drafting::Ink::Arc.new(centre: [x, y], rx: DOT, ry: DOT, **whole, **pen)]
        end

        def letter(hole)
          x, y = @at.point(hole.centre)
          radius = hole.radius * @at.scale
          tries = OFF.product(ANGLES).map { |off, angle| text(hole.label, x, y, radius + off, angle) }
          best = tries.each_with_index.min_by { |t, i| [@ground.cost([t]) + (i * 0.3), i] }[0]
          @ground.keep([best])
          best
        end

        # Words whose nearest corner lies in a direction.
        def text(label, x, y, out, angle)
          a = angle * Math::PI / 180
          w = Drafting::Lettering.width(label, @standard.text_height)
          left = x + (out * Math.cos(a)) - (w * ((1 - Math.cos(a)) / 2))
          low = y + (out * Math.sin(a)) - (@standard.text_height * ((1 - Math.sin(a)) / 2))
          Drafting::Ink.text(left, low, label, height: @standard.text_height, layer: LAYER, tone: tone)
        end

        # A circle with an arm along X and one along Y (DIM-43: a labelled origin).
        def origin
          return [] unless @list.origin

          x, y = @at.point(@list.origin)
          r, arm = ORIGIN
          pen = { width: @standard.width(LAYER), layer: LAYER, tone: tone }
          circle =
            Drafting::Ink::Arc.new(centre: [x, y], rx: r, ry: r, rotation: 0.0, from: 0.0, to: 2 * Math::PI, **pen)
          arms = [[[x + r, y], [x + arm, y]], [[x, y + r], [x, y + arm]]].map { |a, b| Drafting::Ink.line(a, b, **pen) }
          heads =
            [[[x + arm, y], [1.0, 0.0]], [[x, y + arm], [0.0, 1.0]]].map do |tip, way|
              Drafting::Arrowhead.ink(@standard, tip, way, layer: LAYER, tone: tone)
            end
          [circle, *arms, *heads, *names(x, y, arm)]
        end

        def names(x, y, arm)
          height = @standard.text_height
          [['X', x + arm + 0.8, y - (height / 2)], ['Y', x - 0.9, y + arm + 0.8]].map do |word, u, v|
            Drafting::Ink.text(u, v, word, height: height, layer: LAYER, tone: tone)
          end
        end
      end
    end
  end
end
