# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # All sizes of a drilled hole in one callout: diameter or thread with the depth, below it counterbore, countersink
      # or counterdrill (ISO 129-1; standards.md DIM-26 to 28): "4× ⌀6,6" over "⌴ ⌀11 ↧6,5".
      class HoleCallout < Diameter
        NAME = 'callout'
        TITLE = 'callout'
        # Signs before the sizes of a part, by the last word of the part's id.
        SIGNS = {
          'depth' => '↧',
          'counterbore_diameter' => '⌴ ',
          'counterbore_depth' => '↧',
          'countersink_diameter' => '⌵ ',
          'counterdrill_depth' => '↧'
        }.freeze
        # Parts that begin a line of their own.
        LINES = %w[counterbore_diameter countersink_diameter counterdrill_diameter].freeze

        def suits(measured, frame) = along?(measured, frame) ? 2 : 0
        # (It says what its parts say.)
        def says = nil
        def said_radius(measured) = measured.parts[0].value / 2
        def circle_radius(measured) = measured.parts[0].value / 2

        def text(standard, snapshot)
          first, *rest = snapshot.parts
          lines = [[words_of(standard, first, nil)]]
          rest.each do |part|
            if LINES.include?(field(part))
              lines << [words_of(standard, part, 1)]
            else
              lines[-1] << words_of(standard, part, 1)
            end
          end
          chained = lines.map { |line| line.reverse.reduce { |after, before| before.tap { |w| w.beside = after } } }
          chained[0].tap { |w| w.below = chained.drop(1) unless chained.size == 1 }
        end

        private

        def field(part) = part.name.split('.')[-1]

        # count: nil for the part's own.
        def words_of(standard, part, count)
          found =
            Drafting::SizeText.new(standard).words(
              kind: part.kind.to_sym,
              value: part.value,
              tolerance: part.tolerance,
              count: count || part.count,
              prefix: part.prefix
            )
          found.main = "#{SIGNS[field(part)]}#{found.main}"
          found.main = "#{standard.times} #{found.main}" if field(part) == 'countersink_angle'
          found
        end
      end
    end
  end
end
