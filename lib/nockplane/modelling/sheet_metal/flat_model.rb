# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The Model of a flat state: its solid, and the sizes that lie within one wall, laid down with it.
      class FlatModel
        # mm of slack about a wall.
        NEAR = 0.05

        def self.of(model, flat) = new(model, flat).model

        def initialize(model, flat)
          @model = model
          @flat = flat
        end

        def model
          Model.new(
            solid: @flat.solid,
            values: @model.values,
            parameters: @model.parameters,
            dimensions: laid(@model.dimensions) + only_flat + BlankSizes.of(@flat),
            threads: @model.threads,
            features: @model.features,
            warnings: @flat.warnings,
            properties: @model.properties,
            name: @model.name,
            measured: @model.imported? ? Measured.all(@flat.solid) : [],
            report: @model.report,
            stock: @model.stock
          )
        end

        private

        def laid(dimensions)
          dimensions.filter_map do |d|
            wall = @flat.walls.find { |w| [d.from, d.to].all? { |p| within?(w, p) } }
            wall && moved(d, Solids::Transform.between(wall.home, wall.lying))
          end
        end

        # What was cut in the flat and has its size only there.
        def only_flat
          names = @flat.solid.faces.flat_map(&:names).to_h { |n| [n, true] }
          (@model.stock&.laid || []).select do |d|
            d.faces.any? { |n| names[n] || names.keys.any? { |k| k.start_with?("#{n}~") } }
          end
        end

        def within?(wall, point)
          u, v, w = wall.home.local(point)
          x0, y0, x1, y1 = wall.box
          w.between?(-@flat.thickness - NEAR, NEAR) && u.between?(x0 - NEAR, x1 + NEAR) &&
            v.between?(y0 - NEAR, y1 + NEAR)
        end

        def moved(dimension, move)
          dimension.dup.tap do |d|
            d.from, d.to, d.centre = [d.from, d.to, d.centre].map { |p| p && move.point(p) }
            d.axis = d.axis && move.direction(d.axis)
            d.points = d.points&.map { |p| move.point(p) }
          end
        end
      end
    end
  end
end
