# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Edges that are given only on a surface (pcurve of ISO 10303-42): a flat curve in the surface's own parameters.
      # Angles there are in the file's angle unit and lengths in its length unit; of free surfaces they are bare
      # numbers.
      class Traces
        # Turns tried to lay a point beside a line of parameters.
        TURNS = (-2..2).freeze

        def initialize(file, curves, surfaces)
          @file = file
          @curves = curves
          @surfaces = surfaces
          @flat = Curves.new(file, 1.0, curves.angle)
        end

        # The curve of a PCURVE between two points of it, mm. Raises Unusable.
        def curve(record, from, to)
          raise Unusable, "#{record}: this kind of curve is not read" unless record.is?('PCURVE')

          surface = Parameters.new(@surfaces.given(record[1]), scales(@file[record[1]]))
          flat = flat(@file[record[2]], record)
          return Geometry::Curve::Traced.new(flat, surface, flat.domain) if flat.domain

          line(flat, surface, from, to)
        end

        private

        def flat(definition, record)
          item = Array(definition.args[1]).grep(Part21::Ref)[0] or
            raise Unusable, "#{record}: its flat curve is missing"
          @flat.curve(item)
        end

        # Lines of parameters are endless: their ends are those next to the points.
        def line(flat, surface, from, to)
          t0, t1 = [from, to].map { |p| place(flat, surface, p) }
          period = turn(flat, surface)
          t1 = t0 + (period || 0.0) if (t1 - t0).abs < 1e-9
          raise Unusable, 'an edge on a surface that has no length' if t0 == t1

          Geometry::Curve::Traced.new(flat, surface, [t0, t1].minmax, period: period)
        end

        def place(flat, surface, point)
          u, v = surface.of(point)
          shifts = surface.periods.map { |p| p ? TURNS.map { |k| k * p } : [0.0] }
          places = shifts[0].product(shifts[1]).map { |du, dv| flat.parameter([u + du, v + dv, 0.0]) }
          places.min_by { |t| [Geometry::Vec.distance(surface.at(*flat.at(t).first(2)), point).round(6), t.abs] }
        end

        # How far a line goes until it comes back: a period of the surface, where it runs along one.
        def turn(flat, surface)
          axis = [0, 1].find { |k| flat.direction[1 - k].abs < 1e-9 }
          axis && surface.periods[axis]
        end

        # What the file's two parameters of a surface are multiplied by to be a chart's: radians, mm.
        def scales(record)
          case record.type
          when 'PLANE'
            [@curves.unit, @curves.unit]
          when 'CYLINDRICAL_SURFACE', 'CONICAL_SURFACE'
            [@curves.angle, @curves.unit]
          when 'SPHERICAL_SURFACE', 'TOROIDAL_SURFACE', 'DEGENERATE_TOROIDAL_SURFACE'
            [@curves.angle, @curves.angle]
          when 'SURFACE_OF_LINEAR_EXTRUSION'
            [along(@file[record[1]]), vector(@file[record[2]])]
          when 'SURFACE_OF_REVOLUTION'
            [@curves.angle, along(@file[record[1]])]
          when 'OFFSET_SURFACE', 'RECTANGULAR_TRIMMED_SURFACE', 'CURVE_BOUNDED_SURFACE'
            scales(@file[record[1]])
          else
            [1.0, 1.0]
          end
        end

        # The same of a swept curve's parameter.
        def along(record)
          case record.type
          when 'LINE' then vector(@file[record[2]])
          when 'CIRCLE', 'ELLIPSE' then @curves.angle
          else 1.0
          end
        end

        # mm
        def vector(record) = @curves.length(record[2], record)

        # A chart in the parameters of the file.
        Parameters = Struct.new(:chart, :scale) do
          def at(u, v) = chart.at(*ordered(u * scale[0], v * scale[1]))
          def of(point) = ordered(*chart.uv(point)).each_with_index.map { |t, k| t / scale[k] }
          def periods = ordered(*chart.periods).each_with_index.map { |p, k| p && (p / scale[k]) }

          private

          # Charts whose lines of constant u shrink to a point have their parameters exchanged.
          def ordered(a, b) = chart.exchanged? ? [b, a] : [a, b]
        end
      end
    end
  end
end
