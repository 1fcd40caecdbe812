# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Writes surfaces: planes, cylinders, cones, spheres and tori; B-splines, offsets of them, extrusions and
      # revolutions of curves. Those that close on themselves begin (their x) where the caller says, so that readers put
      # their seam there.
      class SurfaceWriter
        NAMED = %i[plane cylinder cone sphere torus].freeze

        # A form with its parameters as the file had them.
        def self.plain(form) = form.is_a?(Geometry::Chart::Forms::Exchanged) ? plain(form.form) : form

        # Is the chart a B-spline whose lines of control points are lines of the surface where its parameters begin?
        def self.spline?(chart)
          form = plain(chart.form)
          form.is_a?(Geometry::Chart::Forms::Spline) &&
            [0, 1].all? { |k| form.knots[k][0] == form.knots[k][form.degrees[k]] }
        end

        def initialize(records)
          @records = records
          @curves = CurveWriter.new(records)
          @kept = {}.compare_by_identity
        end

        # Has the surface a form that can be written? (Else its facets are.)
        def whole?(surface)
          return true if NAMED.include?(surface.kind) || surface.curve

          chart = surface.field&.chart
          !chart.nil? && form?(chart)
        end

        # Number of the surface's record. x: unit vector square to its axis, nil for any.
        def record(surface, x = nil)
          of = @kept[surface] ||= {}
          of[x] ||= write(surface, x)
        end

        # Unit normal (Su x Sv) of the written surface at a point of it.
        def normal(surface, point)
          return surface.normal_at(point) unless surface.field

          surface.field.mirrored? ? Geometry::Vec.neg(surface.field.at(point)) : surface.field.at(point)
        end

        # Number of the curve that a seam from one point to another runs on: a ruling, an arc in a plane through the
        # axis, or the line of a free surface where its parameter begins. rising: whether the face lies on the side of
        # growing latitude (of a torus: angle round the tube) of from.
        def seam(surface, from, to, rising)
          return beginning(surface.field) if surface.field
          if %i[cylinder cone].include?(surface.kind)
            return @curves.line(from, Geometry::Vec.unit(Geometry::Vec.sub(to, from)))
          end

          out =
            Geometry::Vec.unit(
              Geometry::Vec.sub(
                from,
                Geometry::Vec.along(
                  surface.origin,
                  surface.axis,
                  Geometry::Vec.dot(surface.axis, Geometry::Vec.sub(from, surface.origin))
                )
              )
            )
          centre = surface.kind == :torus ? Geometry::Vec.along(surface.origin, out, surface.radius) : surface.origin
          arc(centre, surface.kind == :torus ? surface.minor : surface.radius, surface.axis, out, rising)
        end

        private

        # The circle in the plane of two unit vectors that runs from the first towards the second, or away from it.
        def arc(centre, radius, up, out, rising)
          across = Geometry::Vec.cross(out, up)
          @records.add(
            'CIRCLE',
            '',
            @records.placement(centre, rising ? across : Geometry::Vec.neg(across), out),
            radius.to_f
          )
        end

        # The line of control points where the closed parameter of a B-spline begins.
        def beginning(field)
          form = plain(field.chart.form)
          closed = field.chart.periods.index { |p| p }
          closed = 1 - closed if field.chart.exchanged?
          points, weights = [form.points, form.weights].map { |rows| rows && (closed.zero? ? rows : rows.transpose)[0] }
          @curves.spline(form.degrees[1 - closed], form.knots[1 - closed], points.map { |p| field.placed(p) }, weights)
        end

        def write(surface, x)
          return field(surface.field) if surface.field
          return swept(surface) if surface.curve

          named(
            surface,
            @records.placement(surface.origin, surface.axis, x || Geometry::Vec.any_normal(surface.axis)),
            x
          )
        end

        def named(surface, placement, x)
          case surface.kind
          when :plane then @records.add('PLANE', '', placement)
          when :cylinder then @records.add('CYLINDRICAL_SURFACE', '', placement, surface.radius.to_f)
          when :sphere then @records.add('SPHERICAL_SURFACE', '', placement, surface.radius.to_f)
          when :torus then @records.add('TOROIDAL_SURFACE', '', placement, surface.radius.to_f, surface.minor.to_f)
          else cone(surface, x)
          end
        end

        # Radii of cones are not negative and angles are positive: the placement looks along the way it widens, from its
        # tip on.
        def cone(surface, x)
          tip = Geometry::Vec.along(surface.origin, surface.axis, -surface.radius / surface.slope)
          axis = surface.slope.positive? ? surface.axis : Geometry::Vec.neg(surface.axis)
          placement = @records.placement(tip, axis, x || Geometry::Vec.any_normal(axis))
          @records.add('CONICAL_SURFACE', '', placement, 0.0, Math.atan(surface.slope.abs))
        end

        # Of recipes: a flat curve along an axis or about it.
        def swept(surface)
          beziers = surface.curve.beziers
          if surface.kind == :extrusion
            place = ->(u, v) { Geometry::Vec.along(Geometry::Vec.along(surface.origin, surface.x, u), surface.y, v) }
            return extrusion(@curves.beziers(beziers.map { |b| b.map { |p| place[*p] } }), surface.axis)
          end

          out = Geometry::Vec.any_normal(surface.axis)
          place = ->(u, v) { Geometry::Vec.along(Geometry::Vec.along(surface.origin, surface.axis, u), out, v) }
          revolution(@curves.beziers(beziers.map { |b| b.map { |p| place[*p] } }), surface.origin, surface.axis)
        end

        def extrusion(curve, axis)
          @records.add(
            'SURFACE_OF_LINEAR_EXTRUSION',
            '',
            curve,
            @records.add('VECTOR', '', @records.direction(axis), 1.0)
          )
        end

        def revolution(curve, origin, axis)
          @records.add(
            'SURFACE_OF_REVOLUTION',
            '',
            curve,
            @records.add('AXIS1_PLACEMENT', '', @records.point(origin), @records.direction(axis))
          )
        end

        def form?(chart)
          return false unless chart.is_a?(Geometry::Chart::Free)

          form = plain(chart.form)
          case form
          when Geometry::Chart::Forms::Spline then true
          when Geometry::Chart::Forms::Offset then form?(form.base)
          else @curves.writable?(form.curve)
          end
        end

        def plain(form) = SurfaceWriter.plain(form)

        def field(field) = free(field.chart, ->(p) { field.placed(p) }, ->(v) { field.out(v) })

        # place, turn: where points and directions of the chart have come to lie.
        def free(chart, place, turn)
          form = plain(chart.form)
          case form
          when Geometry::Chart::Forms::Spline
            spline(form, place)
          when Geometry::Chart::Forms::Offset
            @records.add('OFFSET_SURFACE', '', free(form.base, place, turn), form.mm.to_f, :F)
          when Geometry::Chart::Forms::Extruded
            extrusion(@curves.record(form.curve, place, turn), turn[form.axis])
          else
            revolution(@curves.record(form.curve, place, turn), place[form.frame.origin], turn[form.frame.z])
          end
        end

        def spline(form, place)
          degrees = form.degrees.map { |d| Records::Raw.new(d.to_s) }
          points = form.points.map { |row| row.map { |p| @records.point(place[p]) } }
          knots = form.knots.map { |k| CurveWriter.grouped(k) }
          tail = [
            *knots.map { |_, counts| Records::Raw.new("(#{counts.join(',')})") },
            *knots.map(&:first),
            :UNSPECIFIED
          ]
          head = [*degrees, points, :UNSPECIFIED, :U, :U, :U]
          return @records.add('B_SPLINE_SURFACE_WITH_KNOTS', '', *head, *tail) unless form.weights

          @records.complex(
            ['BOUNDED_SURFACE'],
            ['B_SPLINE_SURFACE', *head],
            ['B_SPLINE_SURFACE_WITH_KNOTS', *tail],
            ['GEOMETRIC_REPRESENTATION_ITEM'],
            ['RATIONAL_B_SPLINE_SURFACE', form.weights.map { |row| row.map(&:to_f) }],
            ['REPRESENTATION_ITEM', ''],
            ['SURFACE']
          )
        end
      end
    end
  end
end
