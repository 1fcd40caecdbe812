# frozen_string_literal: true

module Nockplane
  module Projection
    # Rims at which outlines of cylinders and cones end otherwise than square to the axis (a leaning plane, another
    # cylinder). A chord's end stands on the rim; the outline is the ruling a little beside it, whose end lies farther
    # along the axis, or less far.
    module Rims
      # A rim of a turned face: facet of that face, facet beyond the rim, the rim's next vertex.
      Rim = Struct.new(:own, :beyond, :towards)
      TURNED = %i[cylinder cone].freeze
      # Sine of the angle of ruling and face beyond up to which they are taken as running along each other.
      ALONG = 0.02
      # Newton's steps along the ruling; part of the radius that the end may slide by.
      STEPS = 8
      FAR = 0.5

      module_function

      # { vertex => [Rim, ...] } of vertices where a rim leans, and an outline may end.
      def of(solid, edges)
        leaning = edges.select { |e| e.kind == :sharp && leaning?(solid, e) }
        at = leaning.flat_map { |e| [e.a, e.b] }.to_h { |v| [v, []] }
        return {} if at.empty?

        edges.each do |e|
          next unless e.kind == :sharp && (at[e.a] || at[e.b])

          [[e.f, e.g], [e.g, e.f]].each do |own, beyond|
            next unless TURNED.include?(surface(solid, own).kind)

            at[e.a]&.push(Rim.new(own, beyond, e.b))
            at[e.b]&.push(Rim.new(own, beyond, e.a))
          end
        end
        at
      end

      # Rims with their indices moved by so much.
      def shifted(rims, vertex, facet)
        rims.map { |r| Rim.new(r.own + facet, r.beyond + facet, r.towards + vertex) }
      end

      # Where the ruling of a turned face through a point of it meets the face beyond; the point itself when it runs
      # along that.
      def meeting(turned, beyond, point)
        way = ruling(turned, point)
        limit = FAR * turned.radial_distance(point)
        at = 0.0
        STEPS.times do
          place = Geometry::Vec.along(point, way, at)
          off = beyond.distance(place)
          return place if off.abs < 1e-10

          rise = Geometry::Vec.dot(beyond.normal_at(place), way)
          return point if rise.abs < ALONG || (at -= off / rise).abs > limit
        end
        point
      end

      # Does a facet of a turned face look at its axis, as the wall of a hole does?
      def hollow?(solid, facet)
        f = solid.facets[facet]
        Geometry::Vec.dot(f.normal, f.face.surface.normal_at(solid.point(f.loops[0][0]))).negative?
      end

      # Is a turned face cut off there by anything but a plane square to its axis?
      def leaning?(solid, edge)
        return false if edge.ring && square?(edge.ring, solid, edge)

        [edge.f, edge.g].any? { |i| TURNED.include?(surface(solid, i).kind) } &&
          [edge.f, edge.g].all? { |i| surface(solid, i).located? }
      end

      # Does the edge run along a circle about the axis of all turned faces beside it?
      def square?(ring, solid, edge)
        [edge.f, edge.g].map { |i| surface(solid, i) }.select { |s| TURNED.include?(s.kind) }.all? do |s|
          Geometry::Vec.parallel?(ring.axis, s.axis, 1e-9)
        end
      end

      # Unit direction of the ruling through a point of a turned face.
      def ruling(turned, point)
        return turned.axis if turned.kind == :cylinder

        from = Geometry::Vec.sub(point, turned.origin)
        out = Geometry::Vec.along(from, turned.axis, -Geometry::Vec.dot(from, turned.axis))
        Geometry::Vec.unit(Geometry::Vec.along(turned.axis, Geometry::Vec.unit(out), turned.slope))
      end

      def surface(solid, facet) = solid.facets[facet].face.surface
      private_class_method :leaning?, :square?, :ruling, :surface
    end
  end
end
