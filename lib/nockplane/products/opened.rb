# frozen_string_literal: true

module Nockplane
  module Products
    # A model cut open and looked at: areas cut, linework of what remains, and what remains.
    class Opened
      # What is cut of one component (nil of a part): [Solids::Slice::Loop], outlines and holes.
      Area = Struct.new(:component, :outlines)

      attr_reader :areas, :linework, :bend

      # solids: what remains, one for each plane; slice: only what is cut is shown.
      def initialize(areas, linework, solids, slice, bend)
        @areas = areas
        @linework = linework
        @solids = solids
        @slice = slice
        @bend = bend
        Ractor.make_shareable(self)
      end

      # [[[x, y, z], ...], ...]: outlines and holes of all that is cut, mm of the model.
      def loops = @areas.flat_map { |a| a.outlines.map(&:points) }

      # mm2 cut, holes taken off.
      def area = @areas.sum { |a| a.outlines.sum(&:area) }

      # Turned axes as far as their faces remain. axes: [Axis] of the whole model.
      def axes(axes)
        @solids.each_with_index.flat_map do |solid, i|
          by_name = solid.facets.group_by { |f| f.face.name }
          axes.filter_map { |a| remaining(solid, i.zero? ? a : a.moved(@bend.transform), a.faces.flat_map { |n| by_name[n] || [] }) }
        end
      end

      # [Projection::Shading::Region]
      def shading(frame) = @slice ? [] : @solids.flat_map { |solid| Projection::Shading.of(solid, frame) }

      private

      def remaining(solid, axis, facets)
        return nil if facets.empty?

        points = facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| solid.point(i) }
        from, to = points.map { |p| Geometry::Vec.dot(p, axis.direction) }.minmax
        radius = points.map { |p| Geometry::Vec.distance(p, axis.at(Geometry::Vec.dot(p, axis.direction))) }.max
        Axis.new(axis.origin, axis.direction, from, to, radius, axis.faces)
      end
    end
  end
end
