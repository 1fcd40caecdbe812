# frozen_string_literal: true

module Nockplane
  module Drawings
    # Places what stands on leaders: sizes of circles, tolerance frames, datum letters. A leader is short, crosses
    # little, and its words stand clear, outside the outline or in the open inside it. Frames and datums on plane faces
    # meet the face's own visible edge, square to it for a datum (ISO 5459).
    class Leading
      # Directions in degrees, the usual ones first; lengths in mm past the circle.
      ANGLES = [45, 135, 315, 225, 60, 120, 300, 240, 30, 150, 330, 210].freeze
      MORE_ANGLES = [15, 75, 105, 165, 195, 255, 285, 345].freeze
      REACHES = [6.0, 10.0, 15.0, 21.0, 28.0].freeze
      MORE_REACHES = [36.0, 46.0, 58.0].freeze
      # Cost of a mm of leader, of words inside the outline, of a direction that is not the first, of one that points
      # back over the part.
      LENGTH = 0.25
      INSIDE = 2.5
      TURN = 0.05
      BACK = 3.0
      # Cost above which more places are tried.
      ENOUGH = 12.0

      # at: ViewPlace of the view; ground: Ground with what stands there.
      def initialize(builder, at, ground)
        @builder = builder
        @at = at
        @ground = ground
      end

      # The dimensions with places, those of the smallest circles in the middle last.
      def placed(dimensions)
        dimensions.sort_by { |d| [distance_out(d), d.id] }.map { |d| place(d) }
      end

      # The dimension with the place that costs least.
      def place(dimension)
        best = cost = nil
        tries(dimension).each do |list|
          list
            .sort_by(&:last)
            .each do |place, own|
              break if cost && own >= cost # dearer by itself than the best with all that it meets

              placed = with_place(dimension, place)
              found = own + @ground.cost(ink(placed).ink, pointing: true, within: cost ? cost - own : Float::INFINITY)
              best, cost = placed, found if cost.nil? || found < cost
            end
          break if cost && cost < ENOUGH
        end
        @ground.keep(ink(best).ink, dimension.id)
        best
      end

      private

      def ink(dimension) = @builder.dimension_ink(dimension)
      def with_place(dimension, place) = dimension.dup.tap { |d| d.place = dimension.place.with(**place) }

      # mm from the circle's middle to the outline, the least way.
      def distance_out(dimension)
        x, y = ink(dimension).centre
        x0, y0, x1, y1 = @at.outline
        [x - x0, x1 - x, y - y0, y1 - y].min
      end

      # Lists of [[place, cost of its own], ...], each tried when the one before did not do.
      def tries(dimension)
        feet = EdgeFeet.of(@builder, @at, dimension)
        return [on_edge(dimension, feet)] if feet

        drawn = ink(dimension)
        circle = [drawn.centre, drawn.radius]
        arcs = DrawnArcs.of(@builder, @at, dimension)
        if arcs
          return [
            candidates(
              *circle,
              (ANGLES + MORE_ANGLES).select { |a| arcs.include?(a) } | arcs.middles.first(8),
              REACHES + MORE_REACHES + way_out(*circle)
            )
          ]
        end

        [
          -> { candidates(*circle, ANGLES, REACHES) },
          -> { candidates(*circle, ANGLES + MORE_ANGLES, REACHES + MORE_REACHES + way_out(*circle)) }
        ].lazy.map(&:call)
      end

      def candidates(centre, radius, angles, reaches)
        angles.each_with_index.flat_map do |angle, i|
          a = angle * Math::PI / 180
          way = [Math.cos(a), Math.sin(a)]
          turn = (i * TURN) + back(centre, way)
          reaches.map do |reach|
            [
              { angle: angle.to_f, reach: reach.round(3) },
              (reach * LENGTH) + turn + inside(centre, way, radius + reach)
            ]
          end
        end
      end

      # Reaches that just leave the outline.
      def way_out((x, y), radius)
        x0, y0, x1, y1 = @at.outline
        [x1 - x, x - x0, y1 - y, y - y0].map { |d| [d - radius, 0.0].max + 8.0 }
      end

      # Words that begin inside the outline.
      def inside((x, y), way, reach)
        x0, y0, x1, y1 = @at.outline
        (x + (way[0] * reach)).between?(x0, x1) && (y + (way[1] * reach)).between?(y0, y1) ? INSIDE : 0.0
      end

      # A leader that leaves its circle towards the far side of the part.
      def back((x, y), way)
        x0, y0, x1, y1 = @at.outline
        dx = x - ((x0 + x1) / 2)
        dy = y - ((y0 + y1) / 2)
        Math.hypot(dx, dy) >= 1 && ((dx * way[0]) + (dy * way[1])).negative? ? BACK : 0.0
      end

      # On a face's visible edge: at some places along it, square to it or nearly (a datum: just square).
      def on_edge(dimension, feet)
        turns = Annotations.of(dimension).edge_turns
        feet
          .product(turns, REACHES + MORE_REACHES.first(1))
          .map do |foot, turn, reach|
            place = {
              angle: (foot.angle + turn).round(3),
              reach: reach,
              slide: foot.slide,
              off: foot.off,
              square: foot.angle
            }
            [place, (reach * LENGTH) + (turn.abs * TURN) + foot.cost]
          end
      end
    end
  end
end
