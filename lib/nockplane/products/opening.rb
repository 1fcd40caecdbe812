# frozen_string_literal: true

module Nockplane
  module Products
    # How a model is cut open for a view, as plain numbers of the model (mm): tools that take material away one after
    # another; components left whole; whether only what is cut is shown; and, for two planes that meet at an axis, how
    # one is turned into the other.
    class Opening
      # Nothing is cut by it, or nothing is left: told to the person.
      class Nothing < Nockplane::Error
        include Nockplane::InputFault
      end

      # All before one plane, or stepped planes, goes. points: [[x, y, z], ...] of the cutting line; normal: towards the
      # eye.
      Stepped = Struct.new(:points, :normal) do
        def cut(solid, name) = Solids::Cut.stepped(solid, points, normal, name: name)
        # :behind or :before when a body lies wholly on one side of all its planes; nil when it may be cut.
        def side(solid) = Opening.side(solid.box, points, normal)
        def lined? = true
        # Normal of the planes that are lined, nil when none is.
        def plane = normal
        # Does it run along a direction (cutting a part that lies so lengthwise, SEC-40)?
        def along?(direction) = Geometry::Vec.dot(Geometry::Vec.unit(normal), direction).abs < 0.1
      end

      # All on the far side of a plane goes: what a limited depth leaves out, or what lies past the end of a line. away:
      # towards what goes.
      Beyond = Struct.new(:origin, :away) do
        def cut(solid, name) = Solids::Cut.plane(solid, origin, away, name: name)
        def side(solid) = Opening.side(solid.box, [origin], away)
        def lined? = false
        def plane = nil
        def along?(_direction) = false
      end

      # All inside a closed profile goes, down to a depth below origin. x: model direction of the profile's u; z:
      # towards the eye.
      Pocket = Struct.new(:origin, :z, :x, :profile, :depth) do
        def cut(solid, name) = Solids::Cut.profile(solid, Geometry::Frame.new(origin, z, x), profile, depth, name: name)
        def side(solid) = Opening.side(solid.box, [origin], z).then { |s| s == :behind ? s : nil }
        def lined? = true
        def plane = z
        def along?(direction) = Geometry::Vec.dot(Geometry::Vec.unit(z), direction).abs < 0.1
      end

      # Two planes that meet at an axis (SEC-04): the part on the second one's side is turned about it, by degrees
      # counter-clockwise seen against the axis' direction, into the first one. first, second: unit directions from the
      # axis along the two planes; second_normal: of the second plane, towards the eye.
      Bend = Struct.new(:point, :axis, :degrees, :first, :second, :second_normal) do
        # Does a model point lie on the second plane's side?
        def second?(p)
          q = Geometry::Vec.sub(p, point)
          Geometry::Vec.dot(q, second) > Geometry::Vec.dot(q, first)
        end

        # Direction from the first plane's part over the axis.
        def second_side = Geometry::Vec.neg(first)

        # Where a model point is shown.
        def shown(p) = second?(p) ? transform.point(p) : p

        # Solids::Transform of the second part.
        def transform
          frame = Geometry::Frame.new(point, axis, Geometry::Vec.any_normal(axis))
          Solids::Transform.between(frame, frame.turned(degrees * Math::PI / 180))
        end
      end

      # mm that a box keeps from a plane to lie surely on one side.
      CLEAR = 1e-3

      # Which side of the planes through some points a box lies on, by their normal; nil for both.
      def self.side(box, points, normal)
        n = Geometry::Vec.unit(normal)
        low, high = Array.new(8) { |i| [0, 1, 2].sum { |k| n[k] * box[k + (i[k] * 3)] } }.minmax
        levels = points.map { |p| Geometry::Vec.dot(n, p) }
        return :behind if high < levels.min - CLEAR

        :before if low > levels.max + CLEAR
      end

      attr_reader :tools, :uncut, :slice, :bend, :without

      # without: components left out altogether; uncut: components (paths without numbers) to leave whole, nil for those
      # that the standard leaves whole (SEC-40).
      def initialize(tools, uncut: nil, slice: false, bend: nil, without: [])
        @without = without
        @tools = tools
        @uncut = uncut
        @slice = slice
        @bend = bend
        Ractor.make_shareable(self)
      end

      # Plain data that tells it from others.
      def to_a
        plain = ->(v) { v.is_a?(Float) ? v.round(9) + 0.0 : (v.is_a?(Array) ? v.map(&plain) : v) }
        plain.call([@tools.map { |t| [t.class.name[/\w+\z/], *t.to_a] }, @uncut, @slice, @bend&.to_a, *@without])
      end
    end
  end
end
