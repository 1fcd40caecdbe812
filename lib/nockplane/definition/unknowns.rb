# frozen_string_literal: true

module Nockplane
  module Definition
    # The numbers that define the faces of a part: levels of planes and axes along directions, radii, slopes, tilts.
    # An unknown is an Integer; what is drawn in line (one level along one direction) is one unknown.
    class Unknowns
      # kind: :level, :radius, :minor, :ring, :slope, :apex, :rim, :tilt, :own or :loose; direction: class of it, nil
      # for none; value: mm (degrees of a tilt); faces: names of the faces that it defines.
      Unknown = Struct.new(:kind, :direction, :value, :faces)

      # mm within which levels are one, and radii equal; sine within which directions are one.
      SAME = 2e-4
      PARALLEL = 1e-5

      attr_reader :directions

      # main: three unit vectors square to one another, the directions of the part.
      def initialize(main)
        @list = []
        @directions = main.map { |v| canonical(v) }
        @levels = Hash.new { |h, k| h[k] = [] }
        @keyed = {}
      end

      def [](unknown) = @list[unknown]
      def each_index(&) = @list.each_index(&)
      def main = @directions.first(3)
      def main?(direction) = direction < 3

      # The number of a direction's class, either way along it.
      def direction(vector)
        @directions.index { |d| Geometry::Vec.parallel?(d, vector, PARALLEL) } ||
          (@directions << canonical(Geometry::Vec.unit(vector))).size - 1
      end

      # The unknown of a level along a class of direction; nil when there is none yet.
      def level?(direction, value) = @levels[direction].find { |u| (@list[u].value - value).abs < SAME }

      def level(direction, value, face = nil)
        found = level?(direction, value) || made(:level, direction, value).tap { |u| @levels[direction] << u }
        defines(found, face)
      end

      def levels(direction) = @levels[direction]

      # An unknown by a key of one's own.
      def keyed(key, kind, value, face = nil, direction: nil)
        defines(@keyed[key] ||= made(kind, direction, value), face)
      end

      private

      def made(kind, direction, value)
        @list << Unknown.new(kind, direction, value, [])
        @list.size - 1
      end

      def defines(unknown, face)
        @list[unknown].faces << face if face && !@list[unknown].faces.include?(face)
        unknown
      end

      def canonical(vector)
        lead = vector.find { |c| c.abs > 1e-6 }
        lead.negative? ? Geometry::Vec.neg(vector) : vector
      end
    end
  end
end
