# frozen_string_literal: true

module Nockplane
  module Definition
    # Which faces of a solid meet, at which points, and whether they run into one another without a crease.
    class Touching
      # points: model points of the common edge; tangent: without a crease all along.
      Meeting = Struct.new(:points, :tangent)

      # Sine between the normals of two faces under which they touch; of free surfaces, whose normals are sampled.
      CREASE = 0.02
      FREE = 0.08
      # How many points of an edge are looked at.
      LOOKED_AT = 6

      # faces: { name => Solids::Face }
      def initialize(solid, faces)
        @solid = solid
        @faces = faces
        @meetings = Hash.new { |h, k| h[k] = {} }
        pairs.each { |(a, b), ids| @meetings[a][b] = @meetings[b][a] = meeting(a, b, ids.uniq) }
      end

      # { other face's name => Meeting } of a face.
      def of(name) = @meetings[name]

      # Names of the faces that a face runs into without a crease.
      def tangent(name) = of(name).filter_map { |other, m| other if m.tangent }

      private

      def pairs
        owner = {}
        @solid.facets.each { |f| f.each_edge { |a, b| owner[(a << 32) | b] = f.face.name } }
        owner.each_with_object(Hash.new { |h, k| h[k] = [] }) do |(key, name), all|
          a, b = key >> 32, key & 0xffffffff
          other = owner[(b << 32) | a]
          all[[name, other].sort].push(a, b) if a < b && other && other != name
        end
      end

      def meeting(a, b, ids)
        surfaces = [a, b].map { |n| @faces[n].surface }
        points = ids.map { |i| @solid.point(i) }
        step = [points.size / LOOKED_AT, 1].max
        some = points.each_slice(step).map(&:first)
        Meeting.new(points, some.all? { |p| touch?(surfaces, p) })
      end

      def touch?(surfaces, point)
        m, n = surfaces.map { |s| s.stand_in? ? nil : s.normal_at(point) }
        return false unless m && n

        Geometry::Vec.length(Geometry::Vec.cross(m, n)) < (surfaces.any?(&:swept?) ? FREE : CREASE)
      end
    end
  end
end
