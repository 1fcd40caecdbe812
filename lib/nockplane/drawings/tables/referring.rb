# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # What the balloons of a drawing say: the numbers of the parts-list lines that they refer to, as those are now
      # (PL-07). One serves all balloons: what an assembly is made of is worked out once.
      class Referring
        # Between the keys of a balloon that refers to several lines.
        SEPARATOR = "\n"

        def self.keys(note) = note.item.to_s.split(SEPARATOR)

        def initialize(drawing, source)
          @drawing = drawing
          @source = source
          @items = {}
        end

        # Words of a balloon: a number a line, "?" for a line that is gone; with quantity "3/2×".
        def words(note) = found(note).map { |row| line(row, note.counted) }.join("\n")

        # What a note is called where it is told of: a balloon by its number, others by their first words.
        def name(note)
          note.item ? "Balloon #{words(note).tr("\n", ' ')}" : note.text.lines.first.to_s.strip[0, 40]
        end

        # Rows of the parts list that a balloon refers to; none of what is gone.
        def rows(note) = found(note).compact

        # Does a balloon refer to a line that the parts list has no more?
        def gone?(note) = found(note).include?(nil)

        private

        # A row, or nil, for each key of a note.
        def found(note)
          items = items_of(note)
          Referring.keys(note).map { |key| items&.row(key) }
        end

        def line(row, counted)
          return '?' unless row

          if counted && row['unit'].to_s.empty? && row['quantity'].to_i > 1
            "#{row['item']}/#{row['quantity']}×"
          else
            row['item']
          end
        end

        # Items of the assembly that a balloon's view shows; nil when the view is gone or shows none.
        def items_of(note)
          view = @drawing.view(note.leaders&.first&.view) || @drawing.views_on(note.sheet).first or return nil
          @items.fetch([view.binding, view.revision]) do |of|
            @items[of] = begin
              Items.of(@drawing, @source, *of)
            rescue Modelling::RecipeFault
              nil
            end
          end
        end
      end
    end
  end
end
