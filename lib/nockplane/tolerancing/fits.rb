# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # The tolerance classes that are used most (standards.md 8.7), with their deviations at a size: what a list offers.
    module Fits
      HOLES = %w[H6 H7 H8 H9 H11 G7 F8 E9 D10 JS7 K7 M7 N7 P7 R7 S7].freeze
      SHAFTS = %w[h6 h7 h9 h11 g6 f7 e8 d9 js6 k6 m6 n6 p6 r6 s6].freeze

      module_function

      # [[code, upper, lower], ...], deviations in mm, of those that the tables give at a size in mm; holes: for a bore
      # (true), a shaft (false), both (nil).
      def at(size, holes: nil)
        codes = { true => HOLES, false => SHAFTS }.fetch(holes, HOLES + SHAFTS)
        codes.filter_map do |code|
          [code, *Iso286.deviations(code, size)]
        rescue Iso286::OutOfTables
          nil
        end
      end

      # "+0.021 / 0" of deviations in mm.
      def words(upper, lower) = [upper, lower].map { |v| v.zero? ? '0' : format('%+.3f', v) }.join(' / ')
    end
  end
end
