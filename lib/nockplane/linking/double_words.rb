# frozen_string_literal: true

module Nockplane
  module Linking
    # What it means that a size is said twice, in words: what says it, and what that does to its tolerance.
    class DoubleWords
      # drawing: the Drawing; found: Definition::Twice.
      def initialize(drawing, found)
        @drawing = drawing
        @found = found
      end

      # A sentence that follows the size's own words.
      def to_s
        return 'follows from the shape by itself' if others.empty?
        return "is said by #{others[0]} already" if others.size == 1

        "follows from #{others.join(' and ')}#{tolerance}"
      end

      private

      def others = @others ||= shares.keys.map { |d| words(d) }

      # { dimension on the drawing => its share }
      def shares
        @shares ||=
          @found
            .sum
            .to_h { |k, share| [@drawing.dimension(Completeness.dimension_of(k)), share] }
            .reject { |d, _| d.nil? }
      end

      def words(dimension) = Drawings::Annotations.words(@drawing.standard, dimension).to_s

      # Of a chain: by how much its parts may leave the size, beside what the size itself allows (TV-DIM-05).
      def tolerance
        own = width(@drawing.dimension(Completeness.dimension_of(@found.saying)))
        parts = shares.map { |d, share| width(d)&.*(share.abs) }
        return '' unless own && parts.all?

        ", which leave it #{number(parts.sum)} of tolerance where it allows #{number(own)}"
      end

      # mm between the limits of a size: its own tolerance, else the general one.
      def width(dimension)
        given = dimension.snapshot.tolerance
        return nil if Tolerancing::Tolerance.exact?(given)

        if given
          upper, lower = Tolerancing::Tolerance.parse(given).deviations(dimension.snapshot.value)
          return upper - lower
        end

        Tolerancing::General.parse(@drawing.standard.general_tolerance)&.linear(dimension.snapshot.value)&.*(2)
      rescue Tolerancing::Iso286::OutOfTables, Tolerancing::UnreadableTolerance
        nil
      end

      def number(millimetres) = Drafting::SizeText.new(@drawing.standard).number(millimetres.round(4))
    end
  end
end
