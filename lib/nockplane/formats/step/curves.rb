# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Curves of ISO 10303-42 as Geometry values, in mm and radians (their points and directions: Placements).
      class Curves < Placements
        MAX_DEPTH = 12
        MAX_POINTS = 20_000

        def initialize(file, unit, angle, report = nil)
          super
          @kept = {}
        end

        # Geometry::Curve of a curve record.
        def curve(ref, depth = 0)
          raise Unusable, "#{@file[ref]}: curves refer to each other more than #{MAX_DEPTH} deep" if depth > MAX_DEPTH

          @kept[ref.id] ||= read(@file[ref], depth)
        end

        # Degree, knots, control points and weights of a B-spline in any of its forms.
        def knots_of(record, degree, count)
          leaf = record.leaves.find { |name, _| name.end_with?('_WITH_KNOTS') }
          if leaf
            simple = record.leaves.size == 1
            mults, knots = simple ? leaf[1].last(3).first(2) : leaf[1].first(2)
            unless [mults, knots].all?(Array) && mults.all?(Integer) && mults.size == knots.size &&
                     mults.all? { |m| m.between?(1, 40) }
              raise Unusable, "#{record}: knots are missing"
            end

            return Geometry::Nurbs.knots(knots.map { |k| number(k, record) }, mults)
          end
          return uniform(degree, count) if record.leaves.keys.any? { |n| n.start_with?('UNIFORM') }

          inner =
            record.leaves.keys.any? { |n| n.start_with?('BEZIER') } ?
              (1...((count - 1) / degree)).flat_map { |k| [k.to_f] * degree } :
              (1...(count - degree)).map(&:to_f)
          last = (inner.max || 0) + 1.0
          ([0.0] * (degree + 1)) + inner + ([last] * (degree + 1))
        end

        private

        def uniform(degree, count) = (-degree..count).map(&:to_f)

        def read(record, depth)
          case record.type
          when 'LINE'
            Geometry::Curve::Line.new(point(record[1]), direction(@file[record[2]][1]))
          when 'OFFSET_CURVE_3D'
            offset(record, depth)
          when 'CIRCLE'
            conic(:ellipse, record, record[2], record[2])
          when 'ELLIPSE'
            conic(:ellipse, record, record[2], record[3])
          when 'PARABOLA'
            conic(:parabola, record, record[2], nil)
          when 'HYPERBOLA'
            conic(:hyperbola, record, record[2], record[3])
          when 'POLYLINE'
            Geometry::Curve::Joined.polyline(bounded(record[1], record).map { |p| point(p) })
          when 'SURFACE_CURVE', 'SEAM_CURVE', 'INTERSECTION_CURVE', 'BOUNDED_SURFACE_CURVE'
            curve(record[1], depth + 1)
          when 'TRIMMED_CURVE'
            trimmed(record, depth)
          when 'COMPOSITE_CURVE', 'BOUNDARY_CURVE', 'OUTER_BOUNDARY_CURVE'
            composite(record, depth)
          else
            if record.leaves.keys.any? { |n| n.match?(/B_SPLINE_CURVE|BEZIER_CURVE|UNIFORM_CURVE/) }
              return spline(record)
            end

            other = record.leaves.keys.find { |n| %w[SURFACE_CURVE SEAM_CURVE INTERSECTION_CURVE].include?(n) }
            raise Unusable, "#{record}: this kind of curve is not read" unless other

            curve(record.args(other)[0], depth + 1)
          end
        end

        def conic(kind, record, a, b)
          a, b = length(a, record), b && length(b, record)
          raise Unusable, "#{record}: a radius of #{a}" unless a.positive? && (b.nil? || b.positive?)

          Geometry::Curve::Conic.new(kind, frame(record[1]), a, b)
        end

        # The distance is laid off along direction x tangent.
        def offset(record, depth)
          basis = curve(record[1], depth + 1)
          Geometry::Curve::Offset.new(basis, length(record[2], record), direction(record[4]))
        rescue Directionless => e
          raise Unusable, e.message
        end

        def bounded(list, record)
          unless Array(list).size.between?(2, MAX_POINTS)
            raise Unusable, "#{record}: #{Array(list).size} points; 2 to #{MAX_POINTS} are read"
          end

          list
        end

        def spline(record)
          head = record.leaves.size == 1 ? record.args.drop(1) : record.args('B_SPLINE_CURVE')
          degree = head[0].is_a?(Integer) ? head[0] : 0
          points = bounded(head[1], record).map { |p| point(p) }
          weights = record.leaves['RATIONAL_B_SPLINE_CURVE']&.first&.map { |w| number(w, record) }
          knots = knots_of(record, degree, points.size)
          check(record, degree, points.size, knots, weights)
          Geometry::Curve::Spline.new(degree, knots, points, weights)
        end

        def check(record, degree, count, knots, weights)
          fits =
            degree.between?(1, 25) && count > degree && knots.size == count + degree + 1 &&
              knots.each_cons(2).all? { |a, b| a <= b } && knots[degree] < knots[count]
          unless fits && (weights.nil? || (weights.size == count && weights.all?(&:positive?)))
            raise Unusable, "#{record}: degree, points and knots do not fit each other"
          end
        end

        def trimmed(record, depth)
          basis = curve(record[1], depth + 1)
          from, to = [record[2], record[3]].map { |trim| parameter(basis, trim, record) }
          sense = record[4] != :F
          if (p = basis.period)
            turn = (sense ? to - from : from - to) % p
            turn = p if turn < 1e-12
            to = from + (sense ? turn : -turn)
          end
          Geometry::Curve::Joined.new([[basis, from, to]])
        end

        # A trim is a point, a parameter, or both.
        def parameter(basis, trim, record)
          ref = Array(trim).grep(Part21::Ref)[0]
          return basis.parameter(point(ref)) if ref

          value = number(Array(trim)[0], record)
          case basis
          when Geometry::Curve::Line then value * @unit
          when Geometry::Curve::Conic then basis.kind == :ellipse ? value * @angle : value
          else value
          end
        end

        def composite(record, depth)
          parts = bounded_parts(record).map do |ref|
            _, sense, parent = @file[ref].args
            part = curve(parent, depth + 1)
            raise Unusable, "#{record}: a part of it has no ends" unless part.domain

            sense == :F ? [part, *part.domain.reverse] : [part, *part.domain]
          end
          Geometry::Curve::Joined.new(parts)
        end

        def bounded_parts(record)
          list = Array(record[1]).grep(Part21::Ref)
          raise Unusable, "#{record}: #{list.size} parts" unless list.size.between?(1, MAX_POINTS)

          list
        end
      end
    end
  end
end
