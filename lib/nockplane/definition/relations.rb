# frozen_string_literal: true

module Nockplane
  module Definition
    # What holds by the shape itself, however it is dimensioned: rounds touch their neighbours, cones end on what they
    # meet. As rows between unknowns.
    class Relations
      # mm that a touching face may be off.
      OFF = 1e-2

      def initialize(shape, ends)
        @shape = shape
        @ends = ends
      end

      def rows
        @shape
          .facts
          .values
          .flat_map do |face|
            case face.kind
            when :cylinder
              touching(face)
            when :torus
              @shape.blend?(face.name) ? [] : resting(face)
            when :cone
              @shape.axis(face.name) ? @ends.rows(face.name) : []
            else
              []
            end
          end
          .reject(&:empty?)
      end

      private

      def touching(face)
        return [] unless @shape.axis(face.name)

        @shape
          .touching
          .tangent(face.name)
          .filter_map do |other|
            kind = @shape.facts[other].kind
            if kind == :plane
              on_plane(face, other)
            elsif kind == :cylinder && face.name < other && @shape.axis(other)
              on_cylinder(face, other)
            end
          end
      end

      # A cylinder that touches a plane: the plane is a radius off its axis.
      def on_plane(face, other)
        line = @shape.axis(face.name)
        way = @shape.vector(@shape.unknowns[@shape.place[other][0]].direction)
        return nil unless line.square?(way)

        off = Geometry::Vec.dot(@shape.facts[other].surface.origin, way) - line.at(way)
        return nil unless (off.abs - face.surface.radius).abs < OFF

        point = @shape.touching.of(face.name)[other].points[0]
        sum([line.row(way), 1.0], [{ radius(face.name) => off <=> 0.0 }, 1.0], [@shape.plane_row(other, point), -1.0])
      end

      # Two cylinders with parallel axes that touch, from outside or one in the other.
      def on_cylinder(face, other)
        a, b = [face.name, other].map { |n| @shape.axis(n) }
        return nil unless a.direction == b.direction && !a.equal?(b)

        way = between(a, b) or return nil
        apart = b.at(way) - a.at(way)
        r, s = [face.name, other].map { |n| @shape.facts[n].surface.radius }
        signs = [[1, 1], [1, -1], [-1, 1]].find { |i, j| ((i * r) + (j * s) - apart).abs < OFF } or return nil
        sum(
          [b.row(way), 1.0],
          [a.row(way), -1.0],
          [{ radius(face.name) => 1.0 }, -signs[0].to_f],
          [{ radius(other) => 1.0 }, -signs[1].to_f]
        )
      end

      def between(a, b)
        off = Geometry::Vec.sub(b.origin, a.origin)
        along = @shape.vector(a.direction)
        off = Geometry::Vec.along(off, along, -Geometry::Vec.dot(off, along))
        Geometry::Vec.length(off) < Unknowns::SAME ? nil : Geometry::Vec.unit(off)
      end

      # A ring that touches a flat face square to its axis, or a cylinder on it.
      def resting(face)
        line = @shape.axis(face.name)
        minor, ring = @shape.size[face.name]
        level = @shape.place[face.name][2]
        @shape
          .touching
          .tangent(face.name)
          .filter_map do |other|
            facts = @shape.facts[other]
            if facts.kind == :cylinder && @shape.axis(other).equal?(line)
              sign = facts.surface.radius <=> face.surface.radius
              sum([{ radius(other) => 1.0 }, 1.0], [{ ring => 1.0 }, -1.0], [{ minor => 1.0 }, -sign.to_f])
            elsif facts.kind == :plane && Geometry::Vec.parallel?(facts.surface.axis, face.surface.axis, 1e-5)
              flat = @shape.place[other][0]
              sign = @shape.unknowns[flat].value <=> @shape.unknowns[level].value
              sum([{ flat => 1.0 }, 1.0], [{ level => 1.0 }, -1.0], [{ minor => 1.0 }, -sign.to_f])
            end
          end
      end

      def radius(name) = @shape.radius(name)
      def sum(*parts) = Definition.sum(*parts)
    end
  end
end
