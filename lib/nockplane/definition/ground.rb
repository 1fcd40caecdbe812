# frozen_string_literal: true

module Nockplane
  module Definition
    # What is known of a part before anything is said of it: its shape, what follows from that, and what symmetry tells.
    # Made once where many reports on one part are asked for.
    class Ground
      attr_reader :shape, :ends, :rows_of

      def initialize(solid, sides = [])
        @shape = Shape.new(solid)
        @ends = ConeEnds.new(@shape)
        @rows_of = RowsOf.new(@shape, @ends)
        @relations = Relations.new(@shape, @ends).rows + Sides.new(@shape, sides).rows
      end

      # Elimination that knows the relations.
      def known
        @known ||= Elimination.new.tap { |known| @relations.each { |r| known.add(r) } }
        @known.dup
      end

      # The same with what symmetry tells.
      def even
        @even ||= known.tap { |known| symmetry.each { |r| known.add(r) } }
        @even.dup
      end

      # [row]
      def symmetry = @symmetry ||= Symmetry.new(@shape).rows
    end
  end
end
