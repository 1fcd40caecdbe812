# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # Arithmetic of material conditions (standards.md 10.5) of a feature with a size: hole or shaft, its limits of size
    # in mm, and a geometrical tolerance in mm with "Ⓜ" or "Ⓛ".
    class MaterialCondition
      def initialize(hole:, low:, high:, tolerance:, modifier: 'Ⓜ')
        @hole = hole
        @low = low
        @high = high
        @tolerance = tolerance
        @most = modifier == 'Ⓜ'
      end

      # mm at most, and at least material.
      def mmc = @hole ? @low : @high
      def lmc = @hole ? @high : @low

      # MMC-01: the tolerance at an actual size, with its bonus.
      def total(actual) = (@tolerance + (actual - (@most ? mmc : lmc)).abs).round(9)

      # MMC-02, MMC-03: the boundary that the feature may not pass.
      def virtual = ((@most ? mmc : lmc) + (sign * @tolerance)).round(9)

      # MMC-04: the worst boundary on the other side, under Ⓜ.
      def resultant = (lmc - (sign * @tolerance) + (lmc - mmc)).round(9)

      # MMC-09: the diameter that contains a deviation of dx, dy from the true place.
      def self.deviation(dx, dy) = 2 * Math.hypot(dx, dy)

      # MMC-08: tolerance of each part under fasteners of diameter f in holes h; fixed in one part, or through both.
      def self.fixed_fastener(hole, fastener) = ((hole - fastener) / 2).round(9)
      def self.floating_fastener(hole, fastener) = (hole - fastener).round(9)

      private

      # Towards more material outside it under Ⓜ, less under Ⓛ.
      def sign = @hole == @most ? -1 : 1
    end
  end
end
