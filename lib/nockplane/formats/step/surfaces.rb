# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Surfaces of ISO 10303-42 as Geometry::Chart values, in mm and radians.
      class Surfaces
        MAX_DEPTH = 8
        MAX_CONTROL = 40_000

        def initialize(file, curves)
          @file = file
          @curves = curves
          @kept = {}
          @given = {}
        end

        # Geometry::Chart of a surface record: free ones that are planes, cylinders and so on are told as such.
        def chart(ref) = @kept[ref.id] ||= Geometry::Recognition.chart(given(ref))

        # The same in the parameters of the file.
        def given(ref, depth = 0)
          raise Unusable, "#{@file[ref]}: surfaces refer to each other more than #{MAX_DEPTH} deep" if depth > MAX_DEPTH

          @given[ref.id] ||= read(@file[ref], depth)
        end

        private

        def read(record, depth)
          case record.type
          when 'PLANE'
            elementary(:plane, record)
          when 'CYLINDRICAL_SURFACE'
            elementary(:cylinder, record, radius: size(record, 2))
          when 'CONICAL_SURFACE'
            cone(record)
          when 'SPHERICAL_SURFACE'
            elementary(:sphere, record, radius: size(record, 2))
          when 'TOROIDAL_SURFACE', 'DEGENERATE_TOROIDAL_SURFACE'
            elementary(:torus, record, radius: size(record, 2), minor: size(record, 3))
          when 'SURFACE_OF_LINEAR_EXTRUSION'
            extrusion(record)
          when 'SURFACE_OF_REVOLUTION'
            revolution(record)
          when 'OFFSET_SURFACE'
            offset(record, depth)
          when 'RECTANGULAR_TRIMMED_SURFACE', 'CURVE_BOUNDED_SURFACE'
            given(record[1], depth + 1)
          else
            unless record.leaves.keys.any? { |n| n.match?(/B_SPLINE_SURFACE|BEZIER_SURFACE|UNIFORM_SURFACE/) }
              raise Unusable, "#{record}: this kind of surface is not read"
            end

            spline(record)
          end
        end

        def elementary(kind, record, **sizes) = Geometry::Chart::Elementary.new(kind, @curves.frame(record[1]), **sizes)

        def size(record, index)
          value = @curves.length(record[index], record)
          raise Unusable, "#{record}: a radius of #{value}" unless value.positive?

          value
        end

        def cone(record)
          radius = @curves.length(record[2], record)
          slope = Math.tan(@curves.number(record[3], record) * @curves.angle)
          unless radius >= 0 && slope.abs.between?(1e-9, 1e6)
            raise Unusable, "#{record}: a cone of this angle is not read"
          end

          elementary(:cone, record, radius: radius, slope: slope)
        end

        def extrusion(record)
          curve = @curves.curve(record[1])
          axis = @curves.direction(@file[record[2]][1])
          named = Geometry::Chart.swept(curve, axis) and return named
          return Geometry::Chart::Extruded.new(curve, axis) if Geometry::Chart::Extruded.fit?(curve, axis)

          Geometry::Chart::Free.new(
            :extrusion,
            [curve.domain || [-1e3, 1e3], [-1e4, 1e4]],
            Geometry::Chart::Forms::Extruded.new(curve, axis),
            periods: [curve.period, nil]
          )
        rescue Geometry::ZeroVector
          raise Unusable, 'a line swept along itself is no surface'
        end

        def revolution(record)
          curve = @curves.curve(record[1])
          axis = @curves.frame(record[2])
          return turned_line(curve, axis) if curve.is_a?(Geometry::Curve::Line)

          turned(curve, axis, curve.domain || [-1e3, 1e3])
        end

        # A line about an axis: a plane, cylinder or cone, told by a part of it that does not reach the axis; else free.
        def turned_line(line, axis)
          from = meeting(line, axis) + 1.0
          part = turned(line, axis, [from, from + 100.0])
          found = Geometry::Recognition.chart(part)
          found.equal?(part) ? turned(line, axis, [-1e3, 1e3]) : found
        end

        def turned(curve, axis, domain)
          Geometry::Chart::Free.new(
            :revolution,
            [[0.0, 2 * Math::PI], domain],
            Geometry::Chart::Forms::Revolved.new(curve, axis),
            periods: [2 * Math::PI, curve.period]
          )
        end

        # Parameter of a line where it is nearest to an axis; 0 where they are parallel.
        def meeting(line, axis)
          across = Geometry::Vec.along(line.direction, axis.z, -Geometry::Vec.dot(line.direction, axis.z))
          square = Geometry::Vec.dot(across, across)
          square < 1e-18 ? 0.0 : Geometry::Vec.dot(across, Geometry::Vec.sub(axis.origin, line.origin)) / square
        end

        def offset(record, depth)
          base = given(record[1], depth + 1)
          mm = @curves.length(record[2], record)
          if base.domain.any?(&:nil?) && !base.is_a?(Geometry::Chart::Elementary)
            raise Unusable, "#{record}: an offset of a plane or free surface of endless size"
          end

          return offset_elementary(base, mm, record) if base.is_a?(Geometry::Chart::Elementary)

          Geometry::Chart::Free.new(
            :offset,
            base.domain,
            Geometry::Chart::Forms::Offset.new(base, mm),
            periods: base.periods
          )
        end

        def offset_elementary(base, mm, record)
          case base.kind
          when :plane then Geometry::Chart::Elementary.new(:plane, base.frame.moved(0, 0, mm))
          when :cylinder, :sphere then grown(base, record, radius: base.radius + mm)
          when :torus then grown(base, record, radius: base.radius, minor: base.minor + mm)
          else grown(base, record, radius: base.radius + (mm * Math.sqrt(1 + (base.slope**2))), slope: base.slope)
          end
        end

        def grown(base, record, **sizes)
          if sizes.slice(:radius, :minor).values.any?(&:negative?)
            raise Unusable, "#{record}: the offset is larger than the radius"
          end

          Geometry::Chart::Elementary.new(base.kind, base.frame, **sizes)
        end

        def spline(record)
          head = record.leaves.size == 1 ? record.args.drop(1) : record.args('B_SPLINE_SURFACE')
          degrees = Array(head[0, 2]).map { |d| d.is_a?(Integer) ? d : 0 }
          rows = Array(head[2])
          unless rows.size >= 2 && rows.all? { |r| r.is_a?(Array) && r.size == rows[0].size } &&
                   rows.size * rows[0].size <= MAX_CONTROL
            raise Unusable, "#{record}: control points are missing"
          end

          points = rows.map { |r| r.map { |p| @curves.point(p) } }
          weights =
            record.leaves['RATIONAL_B_SPLINE_SURFACE']&.first&.map { |r| r.map { |w| @curves.number(w, record) } }
          knots = knots(record, degrees, [points.size, points[0].size])
          domain = [0, 1].map { |k| [knots[k][degrees[k]], knots[k][[points.size, points[0].size][k]]] }
          Geometry::Chart::Free.new(
            :bspline,
            domain,
            Geometry::Chart::Forms::Spline.new(degrees, knots, points, weights)
          ).turned_if_needed
        end

        def knots(record, degrees, counts)
          name, list = record.leaves.find { |n, _| n == 'B_SPLINE_SURFACE_WITH_KNOTS' }
          found = if name
                    list = list.last(5) if record.leaves.size == 1
                    mults = Array(list).first(2)
                    unless mults.size == 2 &&
                             mults.all? { |m|
                               m.is_a?(Array) && m.all? { |n| n.is_a?(Integer) && n.between?(1, 40) }
                             } && Array(list)[2, 2].all?(Array)
                      raise Unusable, "#{record}: knots are missing"
                    end

                    [0, 1].map { |k| Geometry::Nurbs.knots(list[k + 2].map { |x| @curves.number(x, record) }, list[k]) }
                  else
                    [0, 1].map { |k| @curves.knots_of(record, degrees[k], counts[k]) }
                  end
          fits =
            found.each_with_index.all? do |k, i|
              degrees[i].between?(1, 25) && k.size == counts[i] + degrees[i] + 1 &&
                k.each_cons(2).all? { |a, b| a <= b } && k[degrees[i]] < k[counts[i]]
            end
          raise Unusable, "#{record}: degrees, points and knots do not fit each other" unless fits

          found
        end
      end
    end
  end
end
