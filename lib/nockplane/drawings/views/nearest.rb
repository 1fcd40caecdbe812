# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # How far strokes of a view's linework lie from a point of its image. Lengths in mm of the model.
      module Nearest
        # Chords that an arc or a span is taken for.
        CHORDS = 48

        module_function

        # Distance of a point [x, y] from a stroke.
        def off(stroke, point)
          points(stroke).each_cons(2).map { |a, b| Geometry::Flat.distance(point, a, b) }.min || Float::INFINITY
        end

        def points(stroke)
          if stroke.arc?
            return (0..CHORDS).map { |i| stroke.at(stroke.from + ((stroke.to - stroke.from) * i / CHORDS)) }
          end
          return stroke.points unless stroke.spline?

          stroke.beziers.flat_map { |b| (0..8).map { |i| Projection::Stroke.bezier_at(b, i / 8.0) } }
        end
      end
    end
  end
end
