# frozen_string_literal: true

module Nockplane
  module Drafting
    # Words in a cell of a title block or a table: shrunk through the lettering heights (5.1), wrapped, or cut. mm.
    module CellText
      # Line pitch as a part of the height (b2 of ISO 3098).
      PITCH = 1.5
      LEAST = 1.8

      module_function

      # [height, [line, ...]] for a string in a room (width) and a height of the cell.
      def fit(string, height, room, high, rule)
        return [height, [Lettering.fit(string, height, room)]] if rule == 'cut'

        heights = [height, *BlockGrid::HEIGHTS.select { |h| h < height }.reverse]
        heights.each do |h|
          lines = rule == 'wrap' ? wrap(string, h, room) : [string]
          return [h, lines] if block(h, lines.size) <= high + 1e-9 && lines.all? { |l| Lettering.width(l, h) <= room }
        end
        last_resort(string, room, high, rule)
      end

      # mm that lines take from the base line of the last to the top of the first.
      def block(height, lines) = height + ((lines - 1) * height * PITCH)

      # Lines broken at blanks where they pass the room; one word that is too long stays whole.
      def wrap(string, height, room)
        string.split("\n").flat_map do |part|
          part.split.each_with_object([+'']) do |word, lines|
            joined = lines[-1].empty? ? word : "#{lines[-1]} #{word}"
            Lettering.width(joined, height) <= room || lines[-1].empty? ? lines[-1] = joined : lines << word
          end
        end
      end

      def last_resort(string, room, high, rule)
        lines = rule == 'wrap' ? wrap(string, LEAST, room) : [string]
        most = [((high - LEAST) / (LEAST * PITCH)).floor + 1, 1].max
        lines = [*lines.first(most - 1), lines.drop(most - 1).join(' ')] if lines.size > most
        [LEAST, lines.map { |l| Lettering.fit(l, LEAST, room) }]
      end
    end
  end
end
