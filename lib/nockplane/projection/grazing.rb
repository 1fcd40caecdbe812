# frozen_string_literal: true

module Nockplane
  module Projection
    # Edges of faces that are curved both ways, or along a free curve, where chords and true surface look different ways
    # at a grazing sight: also those on planes (the rim of a ball that is cut off). Whether the material at an edge
    # itself hides it is told by the true normals of its two faces: a convex edge is seen where one of them looks at the
    # viewer, a concave one where both do. Facets of these faces close by then say nothing about it.
    class Grazing
      # Sine of the angle to the sight below which a face is neither looking at the viewer nor away.
      UNSURE = 1e-3
      # Sine of the angle between two faces below which they touch.
      TOUCHING = 0.02

      # contours: Contours of the view.
      def initialize(solid, frame, contours)
        @solid = solid
        @frame = frame
        @contours = contours
        @near = {}
      end

      # :away for an edge that its own material hides; { facet => true } of those that don't hide it where it is seen as
      # far as that goes; nil where it is told by facets as any other.
      def of(edge)
        return nil unless edge.kind == :sharp && bent?(edge)

        looks = [edge.f, edge.g].map { |i| look(i, edge) }
        convex = convex?(edge)
        return nil if convex.nil?
        return near(edge) if convex ? looks.include?(:here) : looks == %i[here here]

        :away if convex ? looks == %i[away away] : looks.include?(:away)
      end

      # Where the contour of one face begins at an edge with another, which has none there: [the part of t that its own
      # material hides, { facet => true } of those that don't hide the rest]; nil for any other edge. Flat facets look
      # one way all along a chord; the surface turns on the way.
      def turning(edge)
        return nil unless edge.kind == :sharp

        found = [[edge.f, edge.g], [edge.g, edge.f]].select { |i, _| turns?(i, edge) }
        return nil unless found.size == 1

        turned, other = found[0]
        convex = convex?(edge)
        return nil if convex.nil? || look(other, edge) != (convex ? :away : :here)

        ga, gb = looks(turned, edge)
        t = turn(edge, @solid.facets[turned].face.surface, ga, gb)
        [ga.positive? ? [0.0, t] : [t, 1.0], near(edge)]
      end

      # Does the solid turn from the viewer at a smooth edge, by the true normals at its ends: does one of its faces
      # look at them, and the other not? (Blends that are not quite tangent, beside a wall seen edge-on.)
      def turns_at?(edge)
        both = [edge.f, edge.g].map { |i| looks(i, edge).minmax }
        [both, both.reverse].any? do |(nearest, farthest), (other, _)|
          nearest < -Contours::ALONG && farthest < Contours::ALONG && other > -Contours::ALONG
        end
      end

      # Is a part of an outline within a face, of which facets of the same face are said to hide something, clear of the
      # true surface? Where that is bent the other way along the outline (an hourglass), its chords stand out before it.
      # facet: one that the outline lies on; by: as of Hiding; from, to: places between which the part runs.
      def clear?(facet, by, from, to)
        face = @solid.facets[facet].face
        return false unless Contours.on?(face) && by.all? { |i| i && @solid.facets[i].face.equal?(face) }

        middle = Geometry::Vec.scale(Geometry::Vec.add(from, to), 0.5)
        by.uniq.none? { |i| before?(i, middle) }
      end

      # { facet => true } of those around an outline whose face turns away along it: their chords, not the true surface,
      # may stand out beyond it. nil where its faces have no contours, and within a face where its far side may well
      # hide it.
      def beside(edge)
        [edge.f, edge.g]
          .sort_by { |i| -along_surface(i, edge.a) }
          .uniq { |i| @solid.facets[i].face }
          .select { |i| outline?(edge, @solid.facets[i]) }
          .map { |i| own(i) }
          .reduce(:merge)
      end

      private

      # Cosine of the angle, either way, between a facet and its surface at a corner. (A sliver may stand across it.)
      def along_surface(index, vertex)
        facet = @solid.facets[index]
        Geometry::Vec.dot(facet.normal, @solid.outward(facet, vertex))
      end

      def outline?(edge, facet)
        face = facet.face
        return false unless Contours.on?(face) && @contours.along?(face, edge.a, edge.b)

        edge.kind != :inner || [edge.a, edge.b].all? { |v| bulging?(facet, v) }
      end

      # mm farther out than the middle of its tube that a torus is curved the same way all round; mm along the sight to
      # where another surface is looked at, and how far it falls back there from one of a radius of some metres.
      OUTER = 1e-3
      STEP = 0.1
      FALL = 1e-6

      # Does a surface bend away from the sight there, at both sides of a place of its contour, so that nothing of it
      # close by can be before it? (A ball does everywhere, of a torus the outer half.)
      def bulging?(facet, vertex)
        surface, point = facet.face.surface, @solid.point(vertex)
        return true if surface.kind == :sphere
        return surface.radial_distance(point) > surface.radius + OUTER if surface.kind == :torus

        foot, = surface.settled(point)
        out = @solid.outward(facet, vertex)
        [STEP, -STEP].all? do |by|
          place, = surface.settled(Geometry::Vec.along(foot, @frame.d, by), point)
          Geometry::Vec.dot(Geometry::Vec.sub(place, foot), out) < -FALL
        end
      end

      # Parts of the way from a facet to a place behind it at which the line of sight is looked at, mm behind the facet
      # likewise, and mm inside of a surface that count.
      WAY = [0.0, 0.1, 0.25, 0.5, 0.75, 0.9].freeze
      BEHIND = [0.05, 0.2, 0.5].freeze
      INSIDE = 2e-3

      # Does the line of sight to a place run inside the true surface of a facet that stands before it?
      def before?(index, place)
        facet = @solid.facets[index]
        far = (facet.d - Geometry::Vec.dot(facet.normal, place)) / Geometry::Vec.dot(facet.normal, @frame.d)
        return false unless far.negative?

        corners = facet.loops[0].map { |v| @solid.point(v) }
        # (Chords stand out no farther away than they are long; what lies farther is another part of the surface.)
        return true if -far > corners.each_with_index.map { |p, i| Geometry::Vec.distance(p, corners[i - 1]) }.max

        corner = corners[0]
        sense = @solid.along?(facet) ? 1 : -1
        steps = WAY.map { |k| far * (1 - k) } + BEHIND.map { |mm| far + mm }.select(&:negative?)
        steps.any? do |by|
          at = Geometry::Vec.along(place, @frame.d, by)
          foot, normal = facet.face.surface.settled(at, by < far / 2 ? corner : place)
          sense * Geometry::Vec.dot(Geometry::Vec.sub(at, foot), normal) < -INSIDE
        end
      end

      # Has one of its faces contours?
      def bent?(edge) = [edge.f, edge.g].any? { |i| Contours.on?(@solid.facets[i].face) }

      # Steps of the search for where n.d is 0.
      STEPS = 8

      # t of an edge where n.d of a surface passes 0, ga and gb at its ends: on its ring where it has one (regula
      # falsi), else between the ends.
      def turn(edge, surface, ga, gb)
        return ga / (ga - gb) unless edge.ring

        from, to = [edge.a, edge.b].map { |v| edge.ring.angle(@solid.point(v)) }
        way = ((to - from + Math::PI) % (2 * Math::PI)) - Math::PI
        n = Geometry::Vec.dot(surface.normal_at(@solid.point(edge.a)), @frame.d)
        sense = (n.positive? == ga.positive?) ? 1 : -1
        low, high, s = [0.0, ga], [1.0, gb], ga / (ga - gb)
        STEPS.times do
          g = sense * Geometry::Vec.dot(surface.normal_at(edge.ring.at(from + (way * s))), @frame.d)
          g.positive? == low[1].positive? ? low = [s, g] : high = [s, g]
          s = low[0] + ((high[0] - low[0]) * low[1] / (low[1] - high[1]))
        end
        on_chord(s, way)
      end

      # Part of a chord that lies inside of a part s of its arc.
      def on_chord(part, way)
        one, other = Math.sin(part * way), Math.sin((1 - part) * way)
        one / (one + other)
      end

      # n.d at both ends of an edge, n out of a facet's surface.
      def looks(facet, edge)
        [edge.a, edge.b].map { |v| Geometry::Vec.dot(@solid.outward(@solid.facets[facet], v), @frame.d) }
      end

      # Does a facet's surface, curved both ways, turn away between the ends of an edge?
      def turns?(facet, edge)
        return false unless Contours.on?(@solid.facets[facet].face)

        ga, gb = looks(facet, edge)
        ga.positive? != gb.positive? && (ga.abs > UNSURE || gb.abs > UNSURE)
      end

      # Does a facet's surface look at the viewer (:here) or :away at both ends of an edge? nil where it is not sure.
      def look(facet, edge)
        at = looks(facet, edge)
        return :here if at.max < -UNSURE

        :away if at.min > UNSURE
      end

      # Is the material at an edge less than half of what is around it? nil where the faces touch. (The first facet runs
      # along it from a to b, the second back; either lies at its left.)
      def convex?(edge)
        along = Geometry::Vec.unit(Geometry::Vec.sub(@solid.point(edge.b), @solid.point(edge.a)))
        n, m = [edge.f, edge.g].map { |i| @solid.outward(@solid.facets[i], edge.a) }
        turn = Geometry::Vec.dot(Geometry::Vec.cross(n, m), along)
        turn.abs < TOUCHING ? nil : turn.positive?
      rescue Geometry::ZeroVector
        nil
      end

      def near(edge)
        [edge.f, edge.g].map { |i| own(i) }.reduce(:merge)
      end

      # { facet => true } of a facet's face around it.
      def own(facet)
        face = @solid.facets[facet].face
        @near[facet] ||=
          Contours.on?(face) ?
            @contours.neighbours(facet).select { |i, _| @solid.facets[i].face.equal?(face) } :
            {}
      end
    end
  end
end
