# frozen_string_literal: true

module Nockplane
  module Products
    # A model cut open and looked at: areas cut, linework of what remains, and what remains.
    class Opened
      # What is cut of one component (nil of a part): [Solids::Slice::Loop], outlines and holes.
      Area = Struct.new(:component, :outlines)

      attr_reader :areas, :linework, :bend

      # solids: what remains, one for each plane; none when only the slice is shown.
      def initialize(areas, linework, solids, bend)
        @areas = areas
        @linework = linework
        @solids = solids
        @bend = bend
        Ractor.make_shareable(self)
      end

      # [[[x, y, z], ...], ...]: outlines and holes of all that is cut, mm of the model.
      def loops = @areas.flat_map { |a| a.outlines.map(&:points) }

      # mm2 cut, holes taken off.
      def area = @areas.sum { |a| a.outlines.sum(&:area) }

      # [Projection::Shading::Region]
      def shading(frame) = @solids.flat_map { |solid| Projection::Shading.of(solid, frame) }
    end
  end
end
