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

          sides = ((0..2).to_a - [along]).map { |d| side(shape, name, d) }
          return nil unless sides.all?

          wide = facts.points.map { |p| Geometry::Vec.dot(p, shape.vector(((0..2).to_a - [along])[0])) }.minmax
          new(name, sides, wide[1] - wide[0])
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
