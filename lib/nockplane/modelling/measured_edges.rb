# frozen_string_literal: true

module Nockplane
  module Modelling
    # Sizes of what lies at edges of a solid, measured on its faces: chamfers of 45 degrees by their setback (all equal
    # ones at once), the angle of a cone or between two flat faces, the diameter of a cone's end, the radius of a round
    # that goes about an axis, the circle or arc that the middle of a tube follows. Ids as of Measured:
    # "measured.chamfer.FACE|FACE...", "measured.cone.FACE", "measured.rim.FACE|FACE", "measured.round.FACE",
    # "measured.ring.FACE", "measured.lean.FACE|FACE".
    module MeasuredEdges
      CHAMFER = 'measured.chamfer.'
      CONE = 'measured.cone.'
      RIM = 'measured.rim.'
      ROUND = 'measured.round.'
      RING = 'measured.ring.'
      LEAN = 'measured.lean.'
      ALL = { CHAMFER => :chamfer, CONE => :cone, RIM => :rim, ROUND => :round, RING => :ring, LEAN => :lean }.freeze

      module_function

      def id?(id) = id.start_with?(*ALL.keys)

      # The ModelDimension of an id on a solid; nil when its faces are gone or are not such any more.
      def find(solid, id)
        prefix, way = ALL.find { |start, _| id.start_with?(start) }
        return nil unless prefix

        names = id.delete_prefix(prefix).split('|')
        index = Solids::Indexed.of(solid)
        faces = names.map { |n| index.face(n) }
        faces.all? ? send(way, index, id, *faces) : nil
      end

      # A chamfer with others that are equal; each with all that it runs on into.
      def chamfer(index, id, *faces)
        sizes = faces.map { |f| Chamfers.setback(index, f) }
        return nil unless sizes.all? && sizes.all? { |mm| same?(mm, sizes[0]) }

        runs = faces.map { |f| Chamfers.run_of(index, f) }.uniq { |names| names.sort }
        at = middle(index, faces[0])
        made(
          id,
          :chamfer,
          sizes[0],
          runs.flatten.uniq.map { |n| index.face(n) },
          count: runs.size,
          axis: along_edge(faces[0]),
          centre: at,
          from: at,
          to: at
        )
      end

      # A cone's whole angle, in degrees.
      def cone(index, id, face)
        return nil unless face.surface.kind == :cone

        surface = face.surface
        tip = Geometry::Vec.along(surface.origin, surface.axis, -surface.radius / surface.slope)
        out = sideways(surface.axis)
        wide = points(index, face).max_by { |p| surface.radial_distance(p) }
        level = Geometry::Vec.dot(Geometry::Vec.sub(wide, tip), surface.axis)
        foot = Geometry::Vec.along(tip, surface.axis, level)
        legs = [1, -1].map { |s| Geometry::Vec.along(foot, out, s * surface.radial_distance(wide)) }
        ModelDimension.new(
          id: id,
          feature: 'measured',
          kind: :angle,
          value: (2 * Math.atan(surface.slope.abs) * 180 / Math::PI).round(6),
          unit: 'deg',
          count: 1,
          faces: [face.name],
          from: legs[0],
          to: legs[1],
          axis: Geometry::Vec.cross(surface.axis, out),
          centre: tip
        )
      end

      # The angle between two flat faces, in degrees, seen along the line in which they meet; the vertex is where that
      # line passes the first face.
      def lean(index, id, face, other)
        m, n = [face, other].map { |f| f.surface.axis }
        return nil unless [face, other].all? { |f| f.surface.plane? }

        along = Geometry::Vec.cross(m, n)
        return nil if Geometry::Vec.length(along) < 1e-4

        along = Geometry::Vec.unit(along)
        middles = [face, other].map { |f| middle(index, f) }
        vertex = crossing(face.surface, other.surface, along, middles[0])
        legs = [m, n].zip(middles).map { |normal, at| leg(Geometry::Vec.cross(along, normal), at, vertex) }
        value = Math.acos(Geometry::Vec.dot(*legs).clamp(-1.0, 1.0)) * 180 / Math::PI
        ends = legs.map { |way| Geometry::Vec.along(vertex, way, 10.0) }
        ModelDimension.new(
          id: id,
          feature: 'measured',
          kind: :angle,
          value: value.round(6),
          unit: 'deg',
          count: 1,
          faces: [face.name, other.name],
          from: ends[0],
          to: ends[1],
          axis: along,
          centre: vertex
        )
      end

      # The point of the line in which two planes meet that is nearest to a place.
      def crossing(a, b, along, place)
        # (Down the first plane, square to the line, until the second is met.)
        off = Geometry::Vec.along(place, a.axis, -a.distance(place))
        down = Geometry::Vec.cross(along, a.axis)
        Geometry::Vec.along(off, down, -b.distance(off) / Geometry::Vec.dot(down, b.axis))
      end

      # Unit direction of a face away from a vertex.
      def leg(way, middle, vertex)
        way = Geometry::Vec.unit(way)
        Geometry::Vec.dot(way, Geometry::Vec.sub(middle, vertex)).negative? ? Geometry::Vec.neg(way) : way
      end

      # The diameter of the circle in which two faces on one axis meet.
      def rim(index, id, face, other)
        turned = [face, other].find { |f| f.surface.kind == :cone } || face
        common = points(index, face) & points(index, other)
        return nil if common.empty? || !turned.surface.turned?

        axis = Geometry::Vec.unit(turned.surface.axis)
        flat = [face, other].find { |f| f.surface.plane? && Geometry::Vec.parallel?(f.surface.axis, axis, 1e-6) }
        at = flat ? flat.surface.origin : common[0]
        level = Geometry::Vec.dot(Geometry::Vec.sub(at, turned.surface.origin), axis)
        radius =
          (
            if flat && turned.surface.kind == :cone
              Chamfers.cone_radius(turned.surface, flat.surface)
            else
              turned.surface.radial_distance(common[0])
            end
          )
        centre = Geometry::Vec.along(turned.surface.origin, axis, level)
        out = sideways(axis)
        kind = Span.of(index, turned).concave? ? :diameter : :turned_diameter
        made(
          id,
          kind,
          2 * radius,
          [face, other],
          axis: axis,
          centre: centre,
          from: Geometry::Vec.along(centre, out, -radius),
          to: Geometry::Vec.along(centre, out, radius)
        )
      end

      # The radius of a round about an axis, where a view square to that axis sees it from its end.
      def round(index, id, face)
        surface = face.surface
        return nil unless surface.kind == :torus

        points = points(index, face)
        out = sideways(surface.axis)
        near = points.min_by { |p| -Geometry::Vec.dot(Geometry::Vec.unit(Geometry::Vec.sub(p, surface.origin)), out) }
        out = Geometry::Vec.unit(flat(Geometry::Vec.sub(near, surface.origin), surface.axis))
        centre = Geometry::Vec.along(surface.origin, out, surface.radius)
        middle = middle_of_arc(points, surface, centre, out)
        equal = rings(index, face) { |s| [s.minor] }
        made(
          id,
          :radius,
          surface.minor,
          equal,
          count: equal.size,
          axis: Geometry::Vec.cross(surface.axis, out),
          centre: centre,
          from: centre,
          to: middle
        )
      end

      # The circle that the middle of a tube follows: its diameter, of a bend its radius.
      def ring(index, id, face)
        surface = face.surface
        return nil unless surface.kind == :torus

        whole = Span.of(index, face).round?
        out = whole ? sideways(surface.axis) : Span.of(index, face).towards
        from, to =
          (whole ? [-surface.radius, surface.radius] : [0.0, surface.radius]).map do |r|
            Geometry::Vec.along(surface.origin, out, r)
          end
        size = whole ? 2 * surface.radius : surface.radius
        equal = rings(index, face) { |s| [s.minor, s.radius] }
        made(
          id,
          whole ? :turned_diameter : :radius,
          size,
          equal,
          count: equal.size,
          axis: surface.axis,
          centre: surface.origin,
          from: from,
          to: to
        )
      end

      # The face and all rings about parallel axes that are equal to it in some sizes.
      def rings(index, face, &sizes)
        own = sizes.call(face.surface)
        others =
          index.faces.select do |f|
            f.name != face.name && f.surface.kind == :torus &&
              Geometry::Vec.parallel?(f.surface.axis, face.surface.axis, 1e-6) &&
              sizes.call(f.surface).zip(own).all? { |a, b| same?(a, b) }
          end
        [face, *others]
      end

      def middle_of_arc(points, surface, centre, out)
        legs =
          points.map do |p|
            [
              surface.radial_distance(p) - surface.radius,
              Geometry::Vec.dot(Geometry::Vec.sub(p, surface.origin), surface.axis)
            ]
          end
        x, h = legs.transpose.map { |list| list.minmax.sum / 2 }
        length = Math.hypot(x, h)
        x, h, length = 1.0, 0.0, 1.0 if length < 1e-6
        Geometry::Vec.along(
          Geometry::Vec.along(centre, out, x * surface.minor / length),
          surface.axis,
          h * surface.minor / length
        )
      end

      def points(index, face) = Chamfers.points(index, face)
      def flat(vector, axis) = Geometry::Vec.along(vector, axis, -Geometry::Vec.dot(vector, axis))
      def same?(a, b) = Chamfers.same?(a, b)

      # A coordinate direction square to an axis where there is one.
      def sideways(axis)
        [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].find { |v| Geometry::Vec.dot(v, axis).abs < 1e-6 } ||
          Geometry::Vec.any_normal(axis)
      end

      def middle(index, face)
        points = points(index, face)
        box = points.transpose.map { |c| c.minmax.sum / 2 }
        return Geometry::Vec.along(box, face.surface.axis, -face.surface.distance(box)) if face.surface.plane?

        points.min_by { |p| Geometry::Vec.distance(p, box) }
      end

      def along_edge(face)
        face.surface.plane? ? face.surface.axis.map { |c| c.abs < 0.5 ? 1.0 : 0.0 } : face.surface.axis
      end

      def made(id, kind, value, faces, count: 1, **more)
        ModelDimension.new(
          id: id,
          feature: 'measured',
          kind: kind,
          value: value.round(6),
          unit: 'mm',
          count: count,
          faces: faces.map(&:name),
          **more
        )
      end
    end
  end
end
