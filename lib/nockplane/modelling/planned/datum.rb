# frozen_string_literal: true

module Nockplane
  module Modelling
    module Planned
      # A datum feature: a flat face (or several in one plane), or a feature of size by its axis (ISO 5459).
      class Datum < Statement
        NAME = 'datum'

        attr_reader :letter

        def letters = [@letter]
        def words = @letter
        def dimension(model, found, _index = nil) = at_faces(model, found, @letter, :datum)

        private

        def own_keys = %w[letter]
        def own = { 'letter' => @letter }

        def take(data)
          @letter = data['letter'].to_s
          return if @letter.length.between?(1, 2) && @letter.chars.all? { |c| Tolerancing::Frame::LETTERS.include?(c) }

          raise Wrong, "'#{@letter}' is no datum letter; use capitals without I, O, Q and X (FCF-10)"
        end
      end
    end
  end
end
