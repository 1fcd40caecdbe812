# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # A plane piece of the sheet: the frame it stands in and the one it lies in when flat; z of both out of the side
      # that is shown, x forwards over the line it was come to by.
      class Wall
        attr_reader :home, :lying

        def initialize(home, lying)
          @home = home
          @lying = lying
          freeze
        end

        def bend? = false
        # Where a point of it lies in the flat, and where one of the flat stands.
        def flat(point) = @lying.point(*@home.local(point))
        def folded(point) = @home.point(*@lying.local(point))
        # How a direction lies in the flat, and how one of the flat stands.
        def laid(direction) = turned(direction, @home, @lying)
        def raised(direction) = turned(direction, @lying, @home)

        # [map of points, map of directions] of laying it down and of standing it up.
        def down = [method(:flat), method(:laid)]
        def up = [method(:folded), method(:raised)]

        # [Frame where it stands, Frame where it lies] at a line of its edge: at a point of it, along it, and away over
        # it (unit vectors as it stands).
        def edge(point, forwards)
          [Geometry::Frame.new(point, @home.z, forwards), Geometry::Frame.new(flat(point), @lying.z, laid(forwards))]
        end

        private

        def turned(direction, from, to)
          to.direction(*[from.x, from.y, from.z].map { |axis| Geometry::Vec.dot(direction, axis) })
        end
      end
    end
  end
end
