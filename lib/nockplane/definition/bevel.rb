# frozen_string_literal: true

module Nockplane
  module Definition
    # A flat face that takes away the edge between two others square to one another: a chamfer. setback: mm along
    # each, where they are equal.
    Bevel =
      Struct.new(:name, :sides, :setback) do
        # nil where a face is none.
        def self.of(shape, name)
          return nil unless shape.plane?(name) && shape.place[name].size > 1

          facts = shape.facts[name]
          leans = (0..2).map { |d| Geometry::Vec.dot(facts.surface.axis, shape.vector(d)).abs }
          along = leans.index { |c| c < 1e-6 }
          return nil unless along && leans.max < 0.7072

          across = (0..2).to_a - [along]
          sides = across.map { |d| side(shape, name, d) }
          return nil unless sides.all?

          setback = width(shape, name, across[0])
          # (One that takes more than it leaves of either is a wall: a vee.)
          left = sides.zip(across.reverse).map { |n, d| width(shape, n, d) }.max
          setback > left ? nil : new(name, sides, setback)
        end

        # mm of a face along a direction.
        def self.width(shape, name, direction)
          vector = shape.vector(direction)
          shape.facts[name].points.map { |p| Geometry::Vec.dot(p, vector) }.minmax.then { |from, to| to - from }
        end

        def self.side(shape, name, direction)
          shape
            .touching
            .of(name)
            .keys
            .find { |n| shape.plane?(n) && shape.unknowns[shape.place[n][0]].direction == direction }
        end
      end
  end
end
