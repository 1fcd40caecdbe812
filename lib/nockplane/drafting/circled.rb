# frozen_string_literal: true

module Nockplane
  module Drafting
    # Words of a frame's cell as ink: letters in circles that the lettering's font lacks are drawn as a circle and a
    # letter.
    module Circled
      LETTERS = { 'Ⓐ' => 'A', 'Ⓡ' => 'R' }.freeze
      # As parts of the letters' height: radius of the circle, and the letter within it.
      RADIUS = 0.72
      WITHIN = 0.75

      module_function

      # [Ink] with the middle of the base line at x, y, mm; width: of the circle's line.
      def ink(x, y, string, height:, width:, **more)
        at = x - (Lettering.width(string, height) / 2)
        string
          .split(/([#{LETTERS.keys.join}])/)
          .flat_map do |piece|
            long = Lettering.width(piece, height)
            middle = at + (long / 2)
            at += long
            letter = LETTERS[piece]
            letter ? circled(middle, y, letter, height, width, more) : plain(middle, y, piece, height, more)
          end
      end

      def plain(x, y, piece, height, more)
        return [] if piece.strip.empty?

        blanks = piece[/\A */].size - piece[/ *\z/].size
        x += blanks * Lettering.width(' ', height) / 2
        [Ink.text(x, y, piece.strip, height: height, anchor: :middle, **more)]
      end

      def circled(x, y, letter, height, width, more)
        small = height * WITHIN
        r = height * RADIUS
        centre = [x, y + (height / 2)]
        [
          Ink::Arc.new(centre: centre, rx: r, ry: r, rotation: 0.0, from: 0.0, to: 2 * Math::PI, width: width, **more),
          Ink.text(x, y + ((height - small) / 2), letter, height: small, anchor: :middle, **more)
        ]
      end
    end
  end
end
