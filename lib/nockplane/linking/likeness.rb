# frozen_string_literal: true

module Nockplane
  module Linking
    # What a face is like, apart from its name: surface kind and sizes, place and direction in the part, extent,
    # material side, neighbours with the angle to them, and how many equal faces there are.
    class Likeness
      attr_reader :name, :kind, :size, :direction, :centre, :area, :reach, :concave, :neighbours, :around, :equals

      # { face name => Likeness } of a solid.
      def self.all(solid)
        facets = solid.facets.group_by { |f| f.face.name }
        edges = neighbours(solid)
        found = facets.to_h { |name, list| [name, new(solid, name, list, edges[name] || {})] }
        groups = found.values.group_by { |l| l.role }.transform_values(&:size)
        found.each_value { |l| l.join(found, groups[l.role]) }
        found
      end

      # { name => { neighbour => sharpness } }: sharpness is :tangent, :convex or :concave.
      def self.neighbours(solid)
        open = {}
        found = Hash.new { |h, k| h[k] = {} }
        solid.facets.each do |f|
          f.each_edge do |a, b|
            other = open.delete((b << 32) | a)
            next open[(a << 32) | b] = f if other.nil?
            next if other.face.name == f.face.name

            bend = bend(solid, a, b, f, other)
            found[f.face.name][other.face.name] ||= bend
            found[other.face.name][f.face.name] ||= bend
          end
        end
        found
      end

      def self.bend(solid, a, b, f, other)
        m, n = solid.outward(f, a), solid.outward(other, a)
        return :tangent if Geometry::Vec.dot(m, n) > 1 - Geometry::Tolerance::TANGENT

        along = Geometry::Vec.sub(solid.point(b), solid.point(a))
        Geometry::Vec.dot(Geometry::Vec.cross(m, n), along).positive? == true ? :concave : :convex
      end
      private_class_method :neighbours, :bend

      def initialize(solid, name, facets, edges)
        surface = facets[0].face.surface
        @name = name
        @kind = surface.swept? ? :free : surface.kind
        measure(solid, facets)
        @size = { cylinder: surface.radius, sphere: surface.radius, torus: surface.minor }[surface.kind] || 0.0
        @concave = !surface.plane? && !solid.along?(facets[0])
        @direction = surface.plane? ? facets[0].normal : (surface.swept? ? nil : surface.axis)
        @edges = edges
      end

      # What equal faces have in common.
      def role
        @role ||= [
          @kind,
          (@size * 1e4).round,
          @concave,
          (@area * 10).round,
          @direction && (@kind == :plane ? @direction : canonical).map { |c| c.round(4) + 0.0 }
        ]
      end

      # Second step, when all are known: kinds of the neighbours and how many equal faces there are.
      def join(all, equals)
        @neighbours = @edges.keys
        @around = @edges.map { |n, bend| [all[n].kind, bend, all[n].concave] }.tally
        @equals = equals
      end

      private

      def canonical = @direction.max_by(&:abs).negative? ? Geometry::Vec.neg(@direction) : @direction

      def measure(solid, facets)
        sum = [0.0, 0.0, 0.0]
        @area = 0.0
        facets.each do |f|
          Solids::Mass.each_triangle(solid, f) do |p, q, r|
            n = Geometry::Vec.cross(Geometry::Vec.sub(q, p), Geometry::Vec.sub(r, p))
            a = Geometry::Vec.dot(n, f.normal) / 2
            @area += a
            3.times { |k| sum[k] += a * (p[k] + q[k] + r[k]) / 3 }
          end
        end
        @centre = @area.abs < 1e-12 ? solid.point(facets[0].loops[0][0]) : Geometry::Vec.scale(sum, 1 / @area)
        points = facets.flat_map { |f| f.loops[0] }.uniq.map { |i| solid.point(i) }
        @reach = points.map { |p| Geometry::Vec.distance(p, @centre) }.max
      end
    end
  end
end
