# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # At which angles a face that goes round may be cut open: those that none of its holes reaches.
      class SeamPlace
        TURN = 2 * Math::PI
        # mm from the axis within which a point has no direction.
        NEAR_AXIS = 1e-6
        # Radians that a seam keeps from holes.
        CLEAR = 1e-3

        # Of a face on a surface about an axis; loops: [[point, ...], ...].
        def self.about(surface, loops)
          frame = frame(surface)
          new(
            loops.map do |points|
              points.map { |p| frame.local(p).then { |u, v,| Math.atan2(v, u) if Math.hypot(u, v) > NEAR_AXIS } }
            end
          )
        end

        # The frame in which angles about a surface's axis are counted.
        def self.frame(surface)
          Geometry::Frame.new(surface.origin, surface.axis, Geometry::Vec.any_normal(surface.axis))
        end

        # angles: by loop, radians, nil for points on the axis; around: which loops go round.
        attr_reader :angles, :around

        def initialize(angles)
          @angles = angles
          runs = @runs = angles.map { |list| unwrapped(list.compact) }
          @around = runs.each_index.select { |k| runs[k].any? && (runs[k][-1] - runs[k][0]).abs > TURN / 2 }
          @holes = (runs.each_index.to_a - @around).map { |k| runs[k].minmax }.reject { |range| range.any?(&:nil?) }
        end

        # Does a loop that goes round do so with growing angles?
        def positive?(loop) = @runs[loop][-1] > @runs[loop][0]

        # Radians from an angle to the nearest hole; a turn when there is none.
        def clearance(angle)
          @holes.map { |low, high| [apart(angle, (low + high) / 2) - ((high - low) / 2), -TURN].max }.min || TURN
        end

        # Is an angle off all holes, and does every loop that goes round come by there just once?
        def clear?(angle)
          clearance(angle) > CLEAR &&
            [angle - (CLEAR / 2), angle + (CLEAR / 2)].all? { |a| @around.all? { |k| passes(@runs[k], a) == 1 } }
        end

        # Radians between two angles, the short way.
        def apart(a, b) = (((a - b + (TURN / 2)) % TURN) - (TURN / 2)).abs

        # The angle farthest from all holes, a little off the round ones, where corners gather.
        def widest = (0...TRIES).map { |k| ((k + 0.37) / TRIES) * TURN }.max_by { |angle| clearance(angle).round(6) }

        TRIES = 90

        private

        # How often a run of angles passes one.
        def passes(run, angle)
          run.each_cons(2).sum { |a, b| (((b - angle) / TURN).floor - ((a - angle) / TURN).floor).abs }
        end

        # Angles around a loop, each the nearest turn to the one before; the first again at the end.
        def unwrapped(list)
          [*list, *list.first(1)].each_with_object([]) do |a, all|
            all << (all.empty? ? a : a + (TURN * ((all[-1] - a) / TURN).round))
          end
        end
      end
    end
  end
end
