# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Where faces that close on themselves are cut open: between two corners, one on each of the two loops that go
      # round, at one angle (of a free
      # surface: where its parameter begins), clear of holes. Faces of one loop round, or none, are left to the reader.
      class Seams
        # from, to: vertex ids on the two loops that go round; positive: does the first of them go round
        # counter-clockwise about the axis?
        Seam = Struct.new(:from, :to, :positive)
        # Radians between two corners at one angle; part of a period that a corner may be off the beginning.
        SAME = 1e-7
        BEGINNING = 1e-6
        ABOUT_AXIS = %i[cylinder cone torus sphere].freeze

        # place: asked for the true place of a vertex id, mm; balls: BallAxes#all.
        def initialize(solid, topology, place, balls)
          @balls = balls
          @solid = solid
          @topology = topology
          @place = place
          @ends = topology.edges.flat_map { |e| [e.vertices[0], e.vertices[-1]] }.to_h { |v| [v, true] }
        end

        # { region index => Seam }
        def all
          @topology.regions.each_with_index.filter_map { |region, k| (seam = of(region, k)) && [k, seam] }.to_h
        end

        # Vertex ids around a loop of [[edge, along?], ...].
        def self.around(topology, list)
          list.flat_map { |i, along| topology.edges[i].vertices.then { |ids| (along ? ids : ids.reverse)[0...-1] } }
        end

        private

        def of(region, index)
          return nil if region.loops.size < 2

          surface = @balls[index] || region.face.surface
          loops = region.loops.map { |l| Seams.around(@topology, l) }
          return about_axis(surface, loops) if ABOUT_AXIS.include?(surface.kind) && surface.field.nil?

          surface.field&.chart && free(surface.field, loops)
        end

        def about_axis(surface, loops)
          place = SeamPlace.about(surface, loops.map { |ids| ids.map(&@place) })
          return nil unless place.around.size == 2

          one, two = place.around.map { |k| loops[k].zip(place.angles[k]) }
          pairs = one.product(two).select { |(_, a), (_, b)| a && b && place.apart(a, b) < SAME && place.clear?(a) }
          best(pairs, place)
        end

        # Corners that are there before those that would be made, far from holes before near ones, near each other
        # before far apart: where a loop runs along the axis for a while, the seam must not run along it again.
        def best(pairs, place)
          (v, _), (w, _) =
            pairs.max_by do |(a, angle), (b, _)|
              apart = Geometry::Vec.distance(@place[a], @place[b]).round(6)
              [[a, b].count { |id| @ends.key?(id) }, place.clearance(angle).round(6), -apart, -a]
            end
          v && Seam.new(v, w, place.positive?(place.around[0]))
        end

        # A surface that is closed in one of its parameters is cut where that begins.
        def free(field, loops)
          axis = [0, 1].find { |k| field.chart.periods[k] } or return nil
          return nil unless field.chart.periods.compact.size == 1 && SurfaceWriter.spline?(field.chart)

          turn = 2 * Math::PI / field.chart.periods[axis]
          start = field.chart.domain[axis][0]
          angles =
            loops.map { |ids| ids.map { |id| field.uv(@solid.point(id))&.then { |uv| (uv[axis] - start) * turn } } }
          place = SeamPlace.new(angles)
          return nil unless place.around.size == 2 && place.clear?(0.0)

          pair =
            place.around.map do |k|
              loops[k].zip(angles[k]).find { |_, a| a && place.apart(a, 0.0) < 2 * Math::PI * BEGINNING }&.first
            end
          pair.all? ? Seam.new(*pair, place.positive?(place.around[0])) : nil
        end
      end
    end
  end
end
