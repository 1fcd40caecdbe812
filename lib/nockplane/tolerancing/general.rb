# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # General tolerances by ISO 2768-1 (f, m, c, v: sizes, broken edges, angles) and 2768-2 (H, K, L: geometry),
    # standards.md section 9. A value on a bound of a range belongs to the range below it.
    class General
      # Upper bounds of the ranges, mm.
      LENGTHS = [3, 6, 30, 120, 400, 1000, 2000, 4000].freeze
      EDGES = [3, 6, Float::INFINITY].freeze
      SIDES = [10, 50, 120, 400, Float::INFINITY].freeze
      FLAT = [10, 30, 100, 300, 1000, 3000].freeze
      WIDE = [100, 300, 1000, 3000].freeze
      # Below this nothing is said: the tolerance stands at the size.
      LEAST = 0.5

      SIZES = {
        'f' => [0.05, 0.05, 0.1, 0.15, 0.2, 0.3, 0.5, nil],
        'm' => [0.1, 0.1, 0.2, 0.3, 0.5, 0.8, 1.2, 2],
        'c' => [0.2, 0.3, 0.5, 0.8, 1.2, 2, 3, 4],
        'v' => [nil, 0.5, 1, 1.5, 2.5, 4, 6, 8]
      }.freeze
      BROKEN = { 'f' => [0.2, 0.5, 1], 'm' => [0.2, 0.5, 1], 'c' => [0.4, 1, 2], 'v' => [0.4, 1, 2] }.freeze
      # Minutes of angle.
      ANGLES = {
        'f' => [60, 30, 20, 10, 5],
        'm' => [60, 30, 20, 10, 5],
        'c' => [90, 60, 30, 15, 10],
        'v' => [180, 120, 60, 30, 20]
      }.freeze
      FLATNESS = {
        'H' => [0.02, 0.05, 0.1, 0.2, 0.3, 0.4],
        'K' => [0.05, 0.1, 0.2, 0.4, 0.6, 0.8],
        'L' => [0.1, 0.2, 0.4, 0.8, 1.2, 1.6]
      }.freeze
      SQUARE = { 'H' => [0.2, 0.3, 0.4, 0.5], 'K' => [0.4, 0.6, 0.8, 1], 'L' => [0.6, 1, 1.5, 2] }.freeze
      EVEN = { 'H' => [0.5, 0.5, 0.5, 0.5], 'K' => [0.6, 0.6, 0.8, 1], 'L' => [0.6, 1, 1.5, 2] }.freeze
      RUN_OUT = { 'H' => 0.1, 'K' => 0.2, 'L' => 0.5 }.freeze

      CALL_OUT = /\AISO\s*2768\s*-\s*([fmcv])([HKL])?(-E)?\z/

      # Of a call-out near the title block, such as "ISO 2768-mK" (GT-01); nil of any other text.
      def self.parse(text)
        found = CALL_OUT.match(text.to_s.strip)
        found && new(found[1], found[2])
      end

      # sizes: class of part 1; geometry: class of part 2, nil where none is called for.
      def initialize(sizes, geometry = nil)
        @sizes = sizes
        @geometry = geometry
        freeze
      end

      # ± mm of a linear size in mm; nil where the class says none.
      def linear(size) = size < LEAST ? nil : at(SIZES[@sizes], LENGTHS, size)

      # ± mm of an outside radius or a chamfer's height.
      def broken_edge(size) = size < LEAST ? nil : at(BROKEN[@sizes], EDGES, size)

      # ± degrees of an angle whose shorter side is so long, mm.
      def angle(shorter_side) = at(ANGLES[@sizes], SIDES, shorter_side) / 60.0

      # mm over the longer side (or the diameter) of a surface; nil without a class of part 2.
      def flatness(longer_side) = geometric(FLATNESS, FLAT, longer_side)

      # mm over the shorter side.
      def perpendicularity(shorter_side) = geometric(SQUARE, WIDE, shorter_side)
      def symmetry(length) = geometric(EVEN, WIDE, length)
      def run_out = @geometry && RUN_OUT[@geometry]

      private

      def at(values, bounds, size) = bounds.index { |b| size <= b }&.then { |i| values[i] }
      def geometric(table, bounds, size) = @geometry && at(table[@geometry], bounds, size)
    end
  end
end
