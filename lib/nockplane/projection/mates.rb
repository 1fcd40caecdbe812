# frozen_string_literal: true

module Nockplane
  module Projection
    # Turned faces that lie on each other, or fit into each other (a pin in its hole): their chords begin at other
    # angles, and come out through one another by a hair. So an edge that lies on a face is not hidden by facets of its
    # mates on the same side of the axis, towards the viewer or away; those of the other side hide it as usual.
    class Mates
      # mm within which axes lie on each other.
      NEAR = 1e-5
      # mm, and part of the radius, that a pin and its hole may differ by, in radius: as much as chords lie off.
      PLAY = 0.005
      PART = 0.006
      # Any direction that is square to none that parts have: places are sorted along it.
      SORT = [0.5547001, 0.3713907, 0.7442084].freeze

      # A face with its surface, the facets of it that look at the viewer, the component it is of, whether it
      # is the wall of a hole, and where it is in the order.
      Turned = Struct.new(:face, :surface, :facets, :component, :hollow, :place)

      # front: by facet, does it look at the viewer?
      def initialize(solid, frame, front)
        @solid = solid
        @frame = frame
        @front = front
        @sides = {}.compare_by_identity
        @mates = {}.compare_by_identity
        runs(turned).each { |run| run.combination(2) { |a, b| mate(a, b) if mates?(a, b) } }
      end

      # { facet => true } of what can't hide an edge, nil for nothing.
      def of(edge)
        return nil if @mates.empty?

        found = [edge.f, edge.g].uniq.filter_map { |i| beside(edge, i) }
        found.size < 2 ? found[0] : found.reduce(:merge)
      end

      private

      # { facet => true } of the mates of the face of a facet beside an edge, on the edge's side.
      def beside(edge, facet)
        face = @solid.facets[facet].face
        mates = @mates[face] or return nil
        middle = Geometry::Vec.scale(Geometry::Vec.add(@solid.point(edge.a), @solid.point(edge.b)), 0.5)
        away = Geometry::Vec.dot(face.surface.normal_at(middle), @frame.d).positive?
        # (Facets that look at the viewer are of the side towards him of a pin, and of the other side of a hole.)
        (@sides[face] ||= {}.compare_by_identity)[away] ||=
          mates.select { |m| m.hollow == away }.flat_map(&:facets).to_h { |i| [i, true] }
      end

      # [Turned]
      def turned
        facets = Hash.new { |h, k| h[k] = [] }.compare_by_identity
        @solid.facets.each_with_index { |f, i| facets[f.face] << i if Rims::TURNED.include?(f.face.surface.kind) }
        facets.map do |face, list|
          s = face.surface
          hollow = Rims.hollow?(@solid, list[0])
          Turned.new(face, s, list.select { |i| @front[i] }, face.name[/\A.*:/], hollow, place(s))
        end
      end

      # Equal for surfaces about one axis: where its place nearest to the origin lies along SORT.
      def place(surface)
        axis = surface.axis
        foot = Geometry::Vec.along(surface.origin, axis, -Geometry::Vec.dot(surface.origin, axis))
        Geometry::Vec.dot(foot, SORT)
      end

      # [[Turned, ...], ...] that may have one axis, and are not all of one face.
      def runs(list)
        list.sort_by(&:place).slice_when { |a, b| b.place - a.place > NEAR }.reject { |run| run.size == 1 }
      end

      def mates?(one, other)
        return false unless one.surface.kind == other.surface.kind && coaxial?(one.surface, other.surface)
        return true if one.surface.coincident?(other.surface)

        one.component != other.component && one.hollow != other.hollow && fit?(one.surface, other.surface)
      end

      def coaxial?(one, other)
        return false unless Geometry::Vec.parallel?(one.axis, other.axis)

        between = Geometry::Vec.sub(other.origin, one.origin)
        Geometry::Vec.length(Geometry::Vec.along(between, one.axis, -Geometry::Vec.dot(between, one.axis))) < NEAR
      end

      def fit?(one, other)
        one.kind == :cylinder && (one.radius - other.radius).abs < PLAY + (PART * [one.radius, other.radius].max)
      end

      def mate(one, other)
        [[one, other], [other, one]].each { |a, b| (@mates[a.face] ||= []) << b }
      end
    end
  end
end
