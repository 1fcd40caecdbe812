# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A face (or the first of a feature) that a berth is aimed at, in the image of the view that lines and boundaries
      # are drawn on; mm of the model. What is made of it is tied to that face.
      class Aim
        # How far a boundary runs round the face, by its size in the image, and how far at least, mm.
        ROUND = 0.75
        LEAST_ROUND = 1.0

        # name: of a face, or of a feature ("hub" for its first face); axes: the turned ones; frame: not turned.
        def initialize(solid, axes, frame, name)
          @solid = solid
          @anchorage = Anchorage.new(solid, axes, frame)
          @frame = frame
          names = solid.faces.map(&:name)
          @face = names.find { |n| n == name } || names.find { |n| n.start_with?("#{name}/") }
        end

        # Is there such a face?
        def found? = !@face.nil?

        # A cutting line through it, through the whole part, square to a fold ([x, y] on paper).
        def cutting_line(way, first_angle)
          across = [-way[1], way[0]]
          x, y = @anchorage.place(@face)
          far = image_box.each_slice(2).map { |p| Math.hypot(p[0] - x, p[1] - y) }.max * 2
          ends = [-1, 1].map { |s| tied(x + (s * far * across[0]), y + (s * far * across[1])) }
          line = CuttingLine.new(line: ends, form: 'full', looks: 1)
          toward = line.sight.zip(way).sum { |a, b| a * b }
          line.looks = -1 unless toward.positive? == first_angle
          line
        end

        # A circle round it.
        def region
          x0, y0, x1, y1 = box(@solid.facets_of(@face).flat_map { |f| f.loops.flatten }.uniq)
          x, y = @anchorage.place(@face)
          reach = [x - x0, x1 - x, y - y0, y1 - y].max * 2
          Region.new(shape: 'circle', at: tied(x, y), radius: [reach * ROUND, LEAST_ROUND].max.round(6))
        end

        # All round it broken out down to its axis, or its middle.
        def breakout = Breakout.new(region: region, face: @face, level: @anchorage.depth(@face).round(6))

        private

        def tied(x, y)
          rx, ry = @anchorage.place(@face).map { |c| c.round(6) }
          Tied.new(x: x.round(6), y: y.round(6), face: @face, rx: rx, ry: ry)
        end

        def image_box = box(@solid.facets.flat_map { |f| f.loops.flatten }.uniq)

        def box(ids)
          images = ids.map { |i| @frame.image(@solid.point(i)) }
          [*images.transpose.map(&:min), *images.transpose.map(&:max)]
        end
      end
    end
  end
end
