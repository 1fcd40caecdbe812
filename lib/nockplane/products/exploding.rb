# frozen_string_literal: true

module Nockplane
  module Products
    # What the explosions of an assembly, of whatever origin, move. Read once for each text.
    class Exploding
      # Texts whose moves are kept.
      KEPT = 200

      # texts: Texts.
      def initialize(texts)
        @texts = texts
        @moves = {}
        @arrangements = {}
      end

      # [[components, [x, y, z] mm], ...] of an explosion; '' is the one without a name, or the first, and moves nothing
      # of what has none. Raises RecipeFault when there is none of that name.
      def moves(text, explosion)
        @moves.shift if @moves.size > KEPT
        @moves[[text, explosion]] ||= Ractor.make_shareable(found(text, explosion))
      end

      # Modelling::Arrangement of a text.
      def arrangement(text)
        @arrangements.shift if @arrangements.size > KEPT
        @arrangements[text] ||= read(text)
      end

      private

      def read(text)
        assembly?(text) ? Modelling::Arrangement.new(@texts.parsed(text).arrangement) : Modelling::Arrangement.of(text)
      end

      def assembly?(text) = Modelling::AssemblyRecipe.is?(text)

      def found(text, explosion)
        arrangement = arrangement(text)
        return [] if explosion.empty? && arrangement.steps('').nil?
        return Modelling::Assembly.moves(@texts.parsed(text), explosion) if assembly?(text)

        steps = arrangement.steps(explosion) or
          raise Modelling::RecipeFault, Modelling::Fault.new(nil, nil, "there is no explosion '#{explosion}'")
        Modelling::Exploded.moves(steps, 'explosions') { |step, _| step['distance'].to_f }
      end
    end
  end
end
