# frozen_string_literal: true

require 'ttfunk'

module Nockplane
  module Drafting
    # Measures of the shipped ISO 3098-like lettering, from the font's own tables, so that SVG, PDF and screen agree.
    module Lettering
      FONT = File.expand_path('../../../public/fonts/osifont.ttf', __dir__)
      TABLES = TTFunk::File.open(FONT)
      UNITS = TABLES.header.units_per_em.to_f
      # Height of capitals as a part of the font size.
      CAPITALS = TABLES.os2.cap_height / UNITS
      CMAP = TABLES.cmap.unicode.first
      # (Circled letters that the font lacks are drawn as wide as one it has: Circled.)
      ADVANCES =
        Hash.new do |h, char|
          glyph = Circled::LETTERS.key?(char) ? 'Ⓜ' : char
          h[char] = TABLES.horizontal_metrics.for(CMAP[glyph.ord]).advance_width / UNITS
        end

      module_function

      # Font size in mm for capitals of the given height in mm.
      def font_size(height) = height / CAPITALS

      # Width in mm of a string lettered at a height.
      def width(string, height) = string.each_char.sum { |c| ADVANCES[c] } * font_size(height)

      # Text angle in degrees for a dimension line at angle degrees (DIM-10): in (-90, 90], verticals read upwards.
      def reading_angle(degrees)
        a = degrees % 180
        a > 90 + 1e-9 ? a - 180 : a
      end

      # The string in lines no wider than a width in mm: broken between words, and inside words that are wider.
      def wrap(string, height, room)
        string.split(/(?<=[^ ]) +/).reduce(['']) do |lines, word|
          longer = lines[-1].empty? ? word : "#{lines[-1]} #{word}"
          next lines[0...-1] << longer if width(longer, height) <= room

          lines.pop if lines[-1].empty?
          lines.concat(pieces(word, height, room))
        end
      end

      # A word cut into pieces that fit; a single letter is never cut.
      def pieces(word, height, room)
        word.each_char.reduce(['']) do |found, char|
          found[-1].empty? || width(found[-1] + char, height) <= room ?
            found[0...-1] << (found[-1] + char) :
            found << char
        end
      end

      # The string, shortened with three dots to fit a width in mm.
      def fit(string, height, room)
        return string if width(string, height) <= room

        cut = string.dup
        cut.chop! while !cut.empty? && width("#{cut}...", height) > room
        "#{cut}..."
      end
    end
  end
end
