# frozen_string_literal: true

module Nockplane
  module Modelling
    # Faces that take an edge away at 45 degrees, found on a solid (Solids::Indexed): by how much, and how far each runs
    # on. By the surfaces they meet, not by the mesh.
    module Chamfers
      # mm that setbacks of one chamfer may differ by, and sine and cosine of 45 degrees within which it is one.
      EVEN = 1e-3
      # Part of a hole's radius that a chamfer of its edge may take.
      SINK = 0.5

      module_function

      # Names of the faces of a chamfer: pieces of one surface, and what goes on from them round the corners.
      def run_of(index, face)
        found = [face.name]
        reach = [face]
        while (own = reach.pop)
          met = index.faces.select { |f| !found.include?(f.name) && goes_on?(index, own, f) }
          found.concat(met.map(&:name))
          reach.concat(met)
        end
        found
      end

      def goes_on?(index, face, other)
        return true if face.surface.coincident?(other.surface, 1e-4)

        (vertex_ids(index, face) & vertex_ids(index, other)).any? &&
          same?(setback(index, face) || corner(index, face), setback(index, other) || corner(index, other))
      end

      # mm that a cone takes which leads a chamfer round a corner; nil of others.
      def corner(index, face)
        return nil unless face.surface.kind == :cone && (face.surface.slope.abs - 1).abs < EVEN

        low, high = points(index, face).map { |p| face.surface.radial_distance(p) }.minmax
        high - low
      end

      # mm that a face takes of an edge at 45 degrees; nil when it is no chamfer. By the surfaces it meets, not by the
      # mesh.
      def setback(index, face)
        case face.surface.kind
        when :cone
          cone_setback(index, face)
        when :plane
          edge_setback(index, face)
        end
      end

      def cone_setback(index, face)
        return nil unless (face.surface.slope.abs - 1).abs < EVEN

        narrow, wide = radii_met(index, face).minmax
        return nil unless narrow && narrow > EVEN

        reach = wide - narrow
        # (One that widens a hole by much is a countersink.)
        most = Span.of(index, face).concave? ? SINK * narrow : narrow
        reach > EVEN && reach < most ? reach : nil
      end

      # Radii of a cone where it meets cylinders on its axis and flat faces square to it.
      def radii_met(index, face)
        own = face.surface
        neighbours(index, face).filter_map do |other|
          surface = other.surface
          next unless Geometry::Vec.parallel?(surface.axis, own.axis, 1e-6)

          if surface.kind == :cylinder
            surface.radius if own.radial_distance(surface.origin) < EVEN
          elsif surface.plane?
            cone_radius(own, surface)
          end
        end
      end

      def cone_radius(cone, plane)
        level = Geometry::Vec.dot(Geometry::Vec.sub(plane.origin, cone.origin), cone.axis)
        (cone.radius + (cone.slope * level)).abs
      end

      def edge_setback(index, face)
        axis = face.surface.axis
        leans = axis.map(&:abs)
        return nil unless leans.count { |c| (c - Math.sqrt(0.5)).abs < EVEN } == 2

        i, j = (0..2).select { |k| leans[k] > 0.5 }
        one, other = [i, j].map { |k| side(index, face, k) }
        return nil unless one && other

        # (Where the face meets the first side, and how far that is from the second.)
        d = Geometry::Vec.dot(face.surface.origin, axis)
        taken = (other.surface.origin[j] - ((d - (axis[i] * one.surface.origin[i])) / axis[j])).abs
        # (One that takes more than it leaves of either is a wall: a vee.)
        taken > [width(index, one, j), width(index, other, i)].max ? nil : taken
      end

      # The flat face square to a coordinate that a face meets.
      def side(index, face, coordinate)
        neighbours(index, face).find { |f| f.surface.plane? && f.surface.axis[coordinate].abs > 1 - 1e-6 }
      end

      # mm of a face along a coordinate.
      def width(index, face, coordinate)
        points(index, face).map { |p| p[coordinate] }.minmax.then { |from, to| to - from }
      end

      # Faces that have an edge in common with a face.
      def neighbours(index, face)
        ids = vertex_ids(index, face)
        index.faces.select { |f| f.name != face.name && (vertex_ids(index, f) & ids).size > 1 }
      end

      def vertex_ids(index, face) = index.facets_of(face.name).flat_map { |f| f.loops.flatten }.uniq

      def points(index, face) = vertex_ids(index, face).map { |i| index.point(i) }
      def same?(a, b) = !a.nil? && !b.nil? && (a - b).abs < EVEN
    end
  end
end
