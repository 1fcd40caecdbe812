# frozen_string_literal: true

module Nockplane
  module Drafting
    # Where the words of a linear dimension stand: above the line or in a gap of it, along it or level, beside it when
    # it is too short (DIM-07, DIM-09, DIM-10). Coordinates along the line run from its first end, mm of paper.
    class TextPlace
      # mm that an open line stays clear of its words.
      CLEAR = 0.8

      # e: unit direction of the line; width of the words; length of the line; shift by hand from the middle; clear: mm
      # from the line to words above it; arrows: "in" or "out" by hand, nil for where there is room.
      def initialize(standard, e, width, length, shift, clear, arrows = nil)
        @arrows = arrows
        @standard = standard
        @e = e
        @width = width
        @length = length
        @clear = clear
        @beside = span > length - 1 && shift.abs < 1e-9
        @shift = @beside ? (length / 2) + (2 * standard.arrow_length) + 1 + (span / 2) : shift
      end

      # Angle of the words in degrees.
      def degrees = @standard.aligned_text? ? Lettering.reading_angle(Math.atan2(@e[1], @e[0]) * 180 / Math::PI) : 0.0

      # Are the arrows between the ends?
      def arrows_inside?
        return @arrows == 'in' if @arrows

        if centred?
          return @length >= span + (2 * @standard.arrow_length) + 1 ||
            (off_centre? && @length >= 3 * @standard.arrow_length)
        end

        @length >= (2 * @standard.arrow_length) + (@length < @width + 1 ? 0 : 2)
      end

      # Is the line open round the words?
      def cut? = centred? && !@beside && from < @length && to > 0

      def from = (@length / 2) + @shift - (span / 2) - CLEAR
      def to = (@length / 2) + @shift + (span / 2) + CLEAR

      # How far the line runs for the words' sake: under words that stand above it, up to those at its height.
      def reach
        return [from + CLEAR, to - CLEAR] unless centred?

        [[to, 0.0].min, [from, @length].max]
      end

      # Base point of the words (their middle) for a line from p to q.
      def at(p, q)
        r = degrees * Math::PI / 180
        up = [-Math.sin(r), Math.cos(r)]
        off = centred? ? -@standard.text_height / 2 : @clear
        [((p[0] + q[0]) / 2) + (@e[0] * @shift) + (up[0] * off), ((p[1] + q[1]) / 2) + (@e[1] * @shift) + (up[1] * off)]
      end

      private

      def off_centre? = @shift.abs > @length / 2

      # Words stand on the line's height where it is broken, and where level words meet a line that is not level.
      def centred? = @standard.broken_line? || (!@standard.aligned_text? && @e[1].abs > 1e-6)

      # mm of the line that the words take.
      def span
        @span ||= begin
          r = degrees * Math::PI / 180
          along = ((Math.cos(r) * @e[0]) + (Math.sin(r) * @e[1])).abs
          (@width * along) + (@standard.text_height * 1.2 * Math.sqrt([1 - (along**2), 0].max))
        end
      end
    end
  end
end
