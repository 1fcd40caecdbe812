# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Writes curves: lines, conics, B-splines, and cubic Bezier spans end to end as one B-spline.
      class CurveWriter
        # [[distinct knot, ...], [multiplicity, ...]] of a full knot list.
        def self.grouped(knots) = knots.slice_when { |a, b| a != b }.map { |run| [run[0].to_f, run.size] }.transpose

        def initialize(records)
          @records = records
        end

        def writable?(curve)
          case curve
          when Geometry::Curve::Line, Geometry::Curve::Conic, Geometry::Curve::Spline then true
          else false
          end
        end

        # Number of the record of a Geometry::Curve. place, turn: where its points and directions have come to lie.
        def record(curve, place, turn)
          case curve
          when Geometry::Curve::Line
            line(place[curve.origin], turn[curve.direction])
          when Geometry::Curve::Conic
            conic(curve, @records.placement(place[curve.frame.origin], axis(curve.frame, turn), turn[curve.frame.x]))
          else
            spline(curve.degree, curve.knots, curve.points.map(&place), curve.weights)
          end
        end

        def line(origin, direction)
          @records.add(
            'LINE',
            '',
            @records.point(origin),
            @records.add('VECTOR', '', @records.direction(direction), 1.0)
          )
        end

        # [[p0, p1, p2, p3], ...], their knots by the length of the chords, so that the speed does not jump.
        def beziers(spans, closed: false)
          control = [spans[0][0]] + spans.flat_map { |s| s.drop(1) }
          counts = [4, *Array.new(spans.size - 1, 3), 4]
          knots = spans.each_with_object([0.0]) { |s, all| all << (all[-1] + Geometry::Vec.distance(s[0], s[3])) }
          with_knots(3, control, knots, counts, closed ? :T : :F)
        end

        # By its full knot list.
        def spline(degree, knots, points, weights)
          distinct, counts = CurveWriter.grouped(knots)
          return with_knots(degree, points, distinct, counts, :U) unless weights

          @records.complex(
            ['BOUNDED_CURVE'],
            [
              'B_SPLINE_CURVE',
              Records::Raw.new(degree.to_s),
              points.map { |p| @records.point(p) },
              :UNSPECIFIED,
              :U,
              :U
            ],
            ['B_SPLINE_CURVE_WITH_KNOTS', Records::Raw.new("(#{counts.join(',')})"), distinct, :UNSPECIFIED],
            ['CURVE'],
            ['GEOMETRIC_REPRESENTATION_ITEM'],
            ['RATIONAL_B_SPLINE_CURVE', weights.map(&:to_f)],
            ['REPRESENTATION_ITEM', '']
          )
        end

        private

        # The axis about which the curve runs as it did, also when it was mirrored.
        def axis(frame, turn) = Geometry::Vec.cross(turn[frame.x], turn[frame.y])

        def conic(curve, placement)
          case curve.kind
          when :parabola
            @records.add('PARABOLA', '', placement, curve.a.to_f)
          when :hyperbola
            @records.add('HYPERBOLA', '', placement, curve.a.to_f, curve.b.to_f)
          else
            curve.circle? ?
              @records.add('CIRCLE', '', placement, curve.a.to_f) :
              @records.add('ELLIPSE', '', placement, curve.a.to_f, curve.b.to_f)
          end
        end

        def with_knots(degree, points, distinct, counts, closed)
          @records.add(
            'B_SPLINE_CURVE_WITH_KNOTS',
            '',
            Records::Raw.new(degree.to_s),
            points.map { |p| @records.point(p) },
            :UNSPECIFIED,
            closed,
            :F,
            Records::Raw.new("(#{counts.join(',')})"),
            distinct,
            :UNSPECIFIED
          )
        end
      end
    end
  end
end
