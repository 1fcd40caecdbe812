# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      module NoteShapes
        # An item reference (ISO 6433; standards.md IR-01 to IR-06): a number of the parts list, larger than the sizes,
        # in a circle; several related ones below each other on one leader, each in its circle.
        class Balloon < Shape
          NAME = 'balloon'
          TITLE = 'an item reference in a circle'
          # Height of the numerals by that of the notes, diameter of the circle by that of the numerals (IR-01, IR-02).
          NUMERALS = 1.6
          AROUND = 2.2

          # mm of paper: radius of a circle on a sheet whose notes are so high.
          def self.radius(height) = height * NUMERALS * AROUND / 2

          def sign(text, at, height, **pen)
            numerals(text).each_with_index.flat_map do |words, i|
              centre = [at[0], at[1] - (2 * i * Balloon.radius(height))]
              [ring(centre, height, pen), number(words, centre, height, pen)]
            end
          end

          # From its ring towards the place.
          def sign_start(at, height, place)
            l = Math.hypot(place[0] - at[0], place[1] - at[1])
            r = Balloon.radius(height)
            l < 1e-6 ? at : [at[0] + ((place[0] - at[0]) / l * r), at[1] + ((place[1] - at[1]) / l * r)]
          end

          private

          def numerals(text) = text.split("\n").then { |list| list.empty? ? ['?'] : list }
          def ring(centre, height, pen) = round(centre, Balloon.radius(height), pen)

          def number(words, centre, height, pen)
            tall = height * NUMERALS
            wide = Drafting::Lettering.width(words, tall)
            most = Balloon.radius(height) * 1.7
            tall *= most / wide if wide > most
            Drafting::Ink.text(
              centre[0],
              centre[1] - (tall / 2),
              words,
              height: tall,
              anchor: :middle,
              **pen.slice(:layer, :tone)
            )
          end
        end
      end
    end
  end
end
