# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The room that a bend takes up where it stands: between its two tangent planes, its two radii and its two ends.
      class Sector
        # mm and radians of slack.
        NEAR = 1e-4
        attr_reader :node

        def initialize(sheet, node, pool)
          @sheet = sheet
          @node = node
          @bend = node.place
          @pool = pool
          points = node.regions.flat_map { |r| sheet.skins.corners(r) }
          @along = points.map { |p| @bend.rolled(p)[1] }.minmax
          @box = box
        end

        # [[point, normal], ...] of the planes in which it ends.
        def ends = planes([0.0, @bend.angle])
        def planes(angles) = angles.map { |a| [axis, across(a)] }

        # May a polygon have a part in it?
        def near?(ids)
          points = ids.map { |i| @pool.point(i) }
          3.times.all? do |k|
            low, high = points.map { |p| p[k] }.minmax
            low <= @box[k + 3] + NEAR && high >= @box[k] - NEAR
          end
        end

        # Does a polygon that its planes no longer part lie in it?
        def holds?(ids)
          middle = ids.map { |i| @pool.point(i) }.transpose.map { |c| c.sum / ids.size }
          angle, along, out = @bend.rolled(middle)
          angle = @bend.unwound(angle)
          angle.between?(-1e-9, @bend.angle + 1e-9) && along.between?(@along[0] - NEAR, @along[1] + NEAR) &&
            out.between?(-@bend.thickness - slack, slack)
        end

        # Does a facet stand square to the bend's axis?
        def square?(facet) = Geometry::Vec.dot(facet.normal, @bend.home.y).abs > 1 - 1e-9

        # Number of the strip between two of the angles asked for last that a polygon lies in.
        def strip(ids)
          angle = @bend.unwound(@bend.rolled(ids.map { |i| @pool.point(i) }.transpose.map { |c| c.sum / ids.size })[0])
          @angles.count { |a| a < angle }
        end

        # Angles at which polygons in it have corners, its ends apart.
        def angles(ids)
          found = ids.uniq.map { |i| @bend.unwound(@bend.rolled(@pool.point(i))[0]) }.sort
          found = found.select { |a| a.between?(NEAR / 10, @bend.angle - (NEAR / 10)) }
          @angles = found.slice_when { |a, b| b - a > 1e-7 }.map(&:first)
        end

        private

        def slack = @bend.thickness * 0.05
        def axis = @bend.standing(0.0, 0.0, @bend.up? ? @bend.radius : -@bend.radius)

        # Direction in which the sheet runs on at an angle.
        def across(angle)
          up = @bend.up? ? 1.0 : -1.0
          @bend.home.direction(Math.cos(angle), 0.0, up * Math.sin(angle))
        end

        def box
          steps = (0..8).map { |i| @bend.angle * i / 8 }
          points = steps.product(@along, [0.0, -@bend.thickness]).map { |a, v, w| @bend.standing(a, v, w) }
          bulge = (@bend.inside_radius + @bend.thickness) * (1 - Math.cos(@bend.angle / 16))
          lows, highs = points.transpose.map(&:minmax).transpose
          lows.map { |c| c - bulge } + highs.map { |c| c + bulge }
        end
      end
    end
  end
end
