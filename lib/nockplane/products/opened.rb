# frozen_string_literal: true

module Nockplane
  module Products
    # A model cut open and looked at: areas cut, linework of what remains, turned axes as far as they remain. (What
    # remains is not kept: it is large, and cut again where it is to be shaded.)
    class Opened
      # What is cut of one component (nil of a part): [Solids::Slice::Loop], outlines and holes.
      Area = Struct.new(:component, :outlines)

      attr_reader :areas, :linework, :axes, :bend

      # areas: as they are lined; whole: all that is cut, when that is more; axes: [Axis]; bend: as of an Opening.
      def initialize(areas, linework, axes, bend, whole: areas)
        @whole = whole
        @areas = areas
        @linework = linework
        @axes = axes
        @bend = bend
        Ractor.make_shareable(self)
      end

      # [[[x, y, z], ...], ...]: outlines and holes of all that is cut, mm of the model.
      def loops = @areas.flat_map { |a| a.outlines.map(&:points) }

      # mm2 cut, holes taken off.
      def area = @whole.sum { |a| a.outlines.sum(&:area) }
    end
  end
end
