# frozen_string_literal: true

module Nockplane
  module Projection
    # A direction of sight d (from the eye into the model), paper up u and paper right r = d x u, all unit vectors
    # (standards.md 4.1). Image point of P: (P.r, P.u); depth P.d, larger is farther.
    class ViewFrame
      S = Math.sqrt(1 / 3.0)

      attr_reader :d, :u, :r

      # up need not be square to d, only not parallel to it.
      def initialize(direction, up)
        @d = Geometry::Vec.unit(direction.map(&:to_f)).freeze
        if Geometry::Vec.parallel?(@d, up)
          raise Geometry::ZeroVector, 'the direction of sight and the up direction are parallel'
        end

        @u = clean(Geometry::Vec.unit(Geometry::Vec.along(up.map(&:to_f), @d, -Geometry::Vec.dot(up, @d)))).freeze
        @r = clean(Geometry::Vec.cross(@d, @u)).freeze
        freeze
      end

      # The child view folded out of this one in paper direction (x, y) (PRJ-02).
      def folded(x, y, first_angle:)
        e = Geometry::Vec.add(Geometry::Vec.scale(@r, x), Geometry::Vec.scale(@u, y))
        side = Geometry::Vec.add(Geometry::Vec.scale(@r, -y), Geometry::Vec.scale(@u, x))
        look = first_angle ? e : Geometry::Vec.neg(e)
        shown = first_angle ? Geometry::Vec.neg(@d) : @d
        # In the child, paper direction (x, y) shows `shown` and paper direction (-y, x) shows `side`.
        up = Geometry::Vec.add(Geometry::Vec.scale(shown, y), Geometry::Vec.scale(side, x))
        ViewFrame.new(look, up)
      end

      # The isometric view from a corner of this one: the eye goes to its right and up by these signs, its three axes
      # equally far from the paper.
      def corner(right, up)
        look = Geometry::Vec.add(@d, Geometry::Vec.add(Geometry::Vec.scale(@r, -right), Geometry::Vec.scale(@u, -up)))
        ViewFrame.new(look, @u)
      end

      # The view turned on the paper, degrees counter-clockwise.
      def turned(degrees)
        a = degrees * Math::PI / 180
        ViewFrame.new(@d, Geometry::Vec.add(Geometry::Vec.scale(@r, Math.sin(a)), Geometry::Vec.scale(@u, Math.cos(a))))
      end

      # This direction, meant from another front than the usual one (which looks along +Y with Z up). front: ViewFrame.
      def from_front(front)
        turn = ->(v) { [0, 1, 2].map { |k| (front.r[k] * v[0]) + (front.d[k] * v[1]) + (front.u[k] * v[2]) } }
        ViewFrame.new(turn[@d], turn[@u])
      end

      # [dx, dy, dz, ux, uy, uz]
      def numbers = [*@d, *@u].map { |c| c.round(12) + 0.0 }

      # Model point shown at (x, y), at a depth.
      def at(x, y, depth = 0.0)
        [0, 1, 2].map { |k| (@r[k] * x) + (@u[k] * y) + (@d[k] * depth) }
      end

      # Model direction shown as the direction (x, y).
      def direction(x, y) = at(x, y)

      # Where the eye goes for the eight neighbours, as seen in this view: right and up.
      EIGHT = {
        'from the right' => [1, 0],
        'from above' => [0, 1],
        'from the left' => [-1, 0],
        'from below' => [0, -1],
        'from above right' => [1, 1],
        'from above left' => [-1, 1],
        'from below left' => [-1, -1],
        'from below right' => [1, -1]
      }.freeze

      # { name => ViewFrame } of the four views folded out of this one and the four pictorial ones from its corners.
      def eight
        EIGHT.transform_values do |right, up|
          right.zero? || up.zero? ? folded(right, up, first_angle: false) : corner(right, up)
        end
      end

      def x(point) = Geometry::Vec.dot(point, @r)
      def y(point) = Geometry::Vec.dot(point, @u)
      def depth(point) = Geometry::Vec.dot(point, @d)
      def image(point) = [x(point), y(point)]

      # Images and depths of all vertices of a solid: [[x, ...], [y, ...], [depth, ...]]. Hot: one pass over flat
      # arrays.
      def project(solid)
        rx, ry, rz = @r
        ux, uy, uz = @u
        dx, dy, dz = @d
        xs = solid.xs
        ys = solid.ys
        zs = solid.zs
        px = Array.new(xs.size)
        py = Array.new(xs.size)
        pz = Array.new(xs.size)
        i = 0
        while i < xs.size
          x = xs[i]
          y = ys[i]
          z = zs[i]
          px[i] = (rx * x) + (ry * y) + (rz * z)
          py[i] = (ux * x) + (uy * y) + (uz * z)
          pz[i] = (dx * x) + (dy * y) + (dz * z)
          i += 1
        end
        [px, py, pz]
      end

      def along?(axis) = Geometry::Vec.parallel?(axis, @d, 1e-6)
      def square?(axis) = Geometry::Vec.dot(axis, @d).abs < 1e-6
      def ==(other) = other.is_a?(ViewFrame) && [@d, @u] == [other.d, other.u]

      private

      def clean(v) = v.map { |c| c.abs < 1e-15 ? 0.0 : c }

      public

      # The six principal views of ISO 5456-2 and the isometric one (PIC-01, viewer at front-left-top, as in the CLI).
      NAMED = {
        'front' => new([0, 1, 0], [0, 0, 1]),
        'top' => new([0, 0, -1], [0, 1, 0]),
        'left' => new([1, 0, 0], [0, 0, 1]),
        'right' => new([-1, 0, 0], [0, 0, 1]),
        'bottom' => new([0, 0, 1], [0, -1, 0]),
        'back' => new([0, -1, 0], [0, 0, 1]),
        'iso' => new([1, 1, -1], [1, 1, 2])
      }.freeze

      # The other isometric views from above (4.3).
      CORNERS = {
        'iso right' => new([-1, 1, -1], [-1, 1, 2]),
        'iso back left' => new([1, -1, -1], [1, -1, 2]),
        'iso back right' => new([-1, -1, -1], [-1, -1, 2])
      }.freeze

      def self.named?(name) = NAMED.key?(name) || CORNERS.key?(name)

      # A view of a name of NAMED or CORNERS. Raises KeyError.
      def self.named(name) = NAMED[name] || CORNERS.fetch(name)
    end
  end
end
