# frozen_string_literal: true

module Nockplane
  module Modelling
    # Sizes measured on the faces of a solid, as model dimensions: of imported models, whose sizes no recipe tells. A
    # measured size is never editable and has no tolerance. Its id says what it measures: "measured.size.FACE" (a
    # diameter or radius of all equal faces like that one), "measured.distance.FACE|FACE" (between parallel planes, or
    # from a plane to an axis), "measured.pitch.FACE" (the circle on which equal holes like that one stand).
    module Measured
      SIZE = 'measured.size.'
      DISTANCE = 'measured.distance.'
      PITCH = 'measured.pitch.'
      # Relative difference of radii that still count as equal.
      EQUAL = 1e-6
      # Most sizes that are offered at once.
      MOST = 120

      module_function

      def id?(id) = id.start_with?(SIZE, DISTANCE, PITCH) || MeasuredEdges.id?(id)

      # The ModelDimension of an id on a solid, nil when its faces are gone.
      def find(solid, id)
        return MeasuredEdges.find(solid, id) if MeasuredEdges.id?(id)

        found = sought(Solids::Indexed.of(solid), id) or return nil
        found.id == id ? found : found.dup.tap { |d| d.id = id } # of a face that became one with another
      end

      def sought(solid, id)
        if id.start_with?(SIZE)
          group = [solid.face(id.delete_prefix(SIZE))].compact.flat_map { |face| like(solid, face) }
          group.empty? ? nil : size(solid, group)
        elsif id.start_with?(PITCH)
          group = [solid.face(id.delete_prefix(PITCH))].compact.flat_map { |face| like(solid, face) }
          group.empty? ? nil : pitch(solid, group)
        elsif id.start_with?(DISTANCE)
          a, b = id.delete_prefix(DISTANCE).split('|', 2).map { |n| solid.face(n) }
          a && b && distance(solid, a, b)
        end
      end

      # A round face and those equal to it; [] of others.
      def like(solid, face)
        return [face, *(MeasuredBalls.like(solid, face) - [face])] if face.surface.kind == :sphere

        group = equal(solid).find { |g| g.any? { |f| f.name == face.name } }
        group ? [face, *(group - [face])] : []
      end

      # All sizes worth offering: of every group of equal round faces, from the lowest to every other of parallel
      # planes, and from the lowest plane to the axes of holes.
      def all(solid)
        solid = Solids::Indexed.of(solid)
        groups = equal(solid)
        planes = stacks(solid)
        found =
          groups.map { |g| size(solid, g) } + planes.flat_map { |s| s.drop(1).map { |f| distance(solid, s[0], f) } }
        circles = groups.to_h { |g| [g, pitch(solid, g)] }.compact
        # (Holes and their counterbores stand on one and the same.)
        round =
          circles.values.uniq do |c|
            [
              c.value.round(4),
              canonical(c.axis),
              Geometry::Vec.along(c.centre, c.axis, -Geometry::Vec.dot(c.centre, c.axis)).map { |v| v.round(3) }
            ]
          end
        (found + round + places(solid, groups - circles.keys, planes)).compact.uniq(&:id).first(MOST)
      end

      # The circle that equal holes stand on, evenly spaced; nil for none.
      def pitch(solid, group)
        return nil if group.size < PitchCircle::LEAST || !RoundFeature.round?(solid, group[0])

        spans = RoundFeature.apart(solid, group).map { |f| Span.of(solid, f) }
        return nil unless spans.size >= PitchCircle::LEAST && spans.all?(&:concave?)

        circle = PitchCircle.of(group[0].surface.axis, spans.map(&:centre)) or return nil
        return nil if circle.square? && solid.faces.none? { |f| concentric?(f, circle) && !group.include?(f) }

        x = Geometry::Vec.any_normal(circle.axis)
        made(
          "#{PITCH}#{group[0].name}",
          :pitch_circle,
          2 * circle.radius,
          group.map(&:name),
          axis: circle.axis,
          centre: circle.centre,
          from: Geometry::Vec.along(circle.centre, x, -circle.radius),
          to: Geometry::Vec.along(circle.centre, x, circle.radius)
        )
      end

      def concentric?(face, circle)
        face.surface.kind == :cylinder && Geometry::Vec.parallel?(face.surface.axis, circle.axis, 1e-6) &&
          Geometry::Vec.length(
            Geometry::Vec.cross(Geometry::Vec.sub(face.surface.origin, circle.centre), circle.axis)
          ) < 1e-3
      end

      # Distances from the lowest planes to the axes of bores and shafts, each place once (a counterbore stands where
      # its bore does).
      def places(solid, groups, planes)
        axes = groups.map(&:first).select { |f| RoundFeature.round?(solid, f) }
        most = planes.max_by(&:size)&.first&.surface
        planes.flat_map do |stack|
          base = stack[0].surface
          # (A drafted side is no base to measure from.)
          lean = Geometry::Vec.dot(base.axis, most.axis).abs
          next [] unless lean < 1e-6 || lean > 1 - 1e-6

          across = axes.select { |f| Geometry::Vec.dot(base.axis, f.surface.axis).abs < 1e-6 }
          across
            .uniq { |f| [canonical(f.surface.axis), base.distance(f.surface.origin).abs.round(4)] }
            .map { |f| distance(solid, stack[0], f) }
        end
      end

      # Size of equal round faces; value: mm when the file states it; kind: 'radius', 'diameter' or anything else for
      # what the faces themselves are. nil when they are not round.
      def size(solid, faces, value = nil, kind: '')
        face = faces.compact.first
        return plane_thickness(solid, faces, value) if face&.surface&.plane?
        return ball(solid, faces, value, kind) if face&.surface&.kind == :sphere
        return nil unless face && %i[cylinder torus cone].include?(face.surface.kind)

        surface = face.surface
        radius = surface.kind == :torus ? surface.minor : surface.radius
        at = Span.of(solid, face)
        named = kind.include?('radius') ? :radius : nil
        across = at.concave? ? :diameter : :turned_diameter
        given = named || (RoundFeature.round?(solid, face) ? across : :radius)
        given = :diameter if kind.include?('diameter') && given == :radius
        value ||= given == :radius ? radius : 2 * radius
        made(
          "#{SIZE}#{face.name}",
          given,
          value,
          faces.map(&:name),
          count: RoundFeature.count(solid, faces),
          axis: surface.axis,
          centre: at.centre,
          **across(at, given == :radius ? value : value / 2, given)
        )
      end

      def ball(solid, faces, value, kind)
        own = MeasuredBalls.fields(solid, faces, value, kind: kind)
        made("#{SIZE}#{faces[0].name}", own.delete(:kind), own.delete(:value), faces.map(&:name), **own)
      end

      # How deep a hole is along its wall; value: mm that is stated. nil of what is no round face.
      def depth(solid, faces, value)
        face = faces.compact.first
        return nil unless face && %i[cylinder cone].include?(face.surface.kind)

        at = Span.of(solid, face)
        from, to = [-value / 2, value / 2].map { |s| Geometry::Vec.along(at.centre, at.axis, s) }
        made("#{SIZE}#{face.name}", :depth, value, faces.map(&:name), axis: at.axis, centre: from, from: from, to: to)
      end

      def plane_thickness(solid, faces, value)
        a, b = faces.compact.first(2)
        a && b ? distance(solid, a, b, value) : nil
      end

      # Distance of two faces: parallel planes, or a plane and a parallel axis, or two parallel axes; nil for others.
      def distance(solid, a, b, value = nil)
        return nil if a.nil? || b.nil?

        a, b = b, a if !a.surface.plane? && b.surface.plane?
        p = middle(solid, a)
        q = middle(solid, b)
        direction = direction(a, b, p, q) or return nil
        d = Geometry::Vec.dot(Geometry::Vec.sub(q, p), direction)
        return nil if d.abs < 1e-6

        from = a.surface.plane? ? Geometry::Vec.along(q, direction, -d) : p
        to = Geometry::Vec.along(from, direction, d)
        axis = [a, b].find { |f| !f.surface.plane? }&.surface&.axis || Geometry::Vec.any_normal(direction)
        made(
          "#{DISTANCE}#{a.name}|#{b.name}",
          :linear,
          value || d.abs,
          [a.name, b.name],
          axis: axis,
          centre: from,
          from: from,
          to: to
        )
      end

      # A tolerance frame or datum at faces; words: cells with | between.
      def frame(solid, faces, id:, kind:, value:, words:)
        face = faces.compact.first or return nil
        at = face.surface.plane? || !face.surface.turned? ? middle(solid, face) : Span.of(solid, face).centre
        ModelDimension.new(
          id: id,
          feature: 'given',
          kind: kind,
          value: value,
          unit: 'mm',
          count: 1,
          prefix: words,
          faces: faces.compact.map(&:name),
          axis: face.surface.axis,
          centre: at,
          from: at,
          to: edge(face, at)
        )
      end

      # A point of a round face's circle (the place itself on others): where a leader meets it.
      def edge(face, at)
        if face.surface.kind == :cylinder
          Geometry::Vec.along(at, Geometry::Vec.any_normal(face.surface.axis), face.surface.radius)
        else
          at
        end
      end

      def made(id, kind, value, faces, count: 1, **more)
        ModelDimension.new(
          id: id,
          feature: 'measured',
          kind: kind,
          value: value.round(6),
          unit: 'mm',
          count: count,
          faces: faces,
          **more
        )
      end

      def across(span, radius, kind)
        x = kind == :radius ? span.towards : Geometry::Vec.any_normal(span.axis)
        from = kind == :radius ? span.centre : Geometry::Vec.along(span.centre, x, -radius)
        { from: from, to: Geometry::Vec.along(span.centre, x, radius) }
      end

      # Unit direction in which two faces are a distance apart, nil for none.
      def direction(a, b, p, q)
        planes = [a, b].select { |f| f.surface.plane? }
        others = [a, b] - planes
        return nil unless others.all? { |f| %i[cylinder cone sphere].include?(f.surface.kind) }
        if if planes.size == 2
             Geometry::Vec.parallel?(planes[0].surface.axis, planes[1].surface.axis, 1e-6)
           else
             (planes.size == 1 && Geometry::Vec.dot(planes[0].surface.axis, others[0].surface.axis).abs < 1e-6)
           end
          return planes[0].surface.axis
        end

        return nil unless planes.empty? && Geometry::Vec.parallel?(a.surface.axis, b.surface.axis, 1e-6)

        between = Geometry::Vec.sub(q, p)
        off = Geometry::Vec.along(between, a.surface.axis, -Geometry::Vec.dot(between, a.surface.axis))
        Geometry::Vec.length(off) < 1e-6 ? nil : Geometry::Vec.unit(off)
      end

      # A point of a plane face in the middle of it, or of a round face's axis.
      def middle(solid, face)
        return Span.of(solid, face).centre unless face.surface.plane?

        points = solid.facets_of(face.name).flat_map { |f| f.loops[0] }.uniq.map { |i| solid.point(i) }
        box = points.transpose.map { |c| (c.min + c.max) / 2 }
        Geometry::Vec.along(box, face.surface.axis, -face.surface.distance(box))
      end

      # Round faces in groups of one size, direction and sense, largest groups first.
      def equal(solid) = solid.is_a?(Solids::Indexed) ? solid.kept(:equal) { grouped(solid) } : grouped(solid)

      def grouped(solid)
        round = solid.faces.select { |f| f.surface.kind == :cylinder }
        round
          .group_by do |f|
            [
              (f.surface.radius / EQUAL / 10).round,
              canonical(f.surface.axis),
              RoundFeature.round?(solid, f),
              Span.of(solid, f).concave?
            ]
          end
          .values
          .sort_by { |g| [-g.size, g[0].name] }
      end

      def canonical(axis)
        axis = Geometry::Vec.neg(axis) if axis.max_by(&:abs).negative?
        axis.map { |c| c.round(6) + 0.0 }
      end

      # Plane faces in stacks of one direction, each in order along it; only stacks of two and more.
      def stacks(solid)
        planes = solid.faces.select { |f| f.surface.plane? }.group_by { |f| canonical(f.surface.axis) }
        planes.filter_map do |axis, list|
          levels =
            list
              .group_by { |f| Geometry::Vec.dot(f.surface.origin, axis).round(4) }
              .sort_by(&:first)
              .map { |_, same| same.min_by(&:name) }
          levels if levels.size > 1
        end
      end
    end
  end
end
