# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # What balloons say: the numbers of the parts-list lines that they refer to, as those are now (PL-07).
      module Referring
        # Between the keys of a balloon that refers to several lines.
        SEPARATOR = "\n"

        module_function

        # Words of a balloon: a number a line, "?" for a line that is gone; with quantity "3 (2×)".
        def words(drawing, source, note)
          items = items_of(drawing, source, note)
          note.item.split(SEPARATOR).map { |key| line(items&.row(key), note.counted) }.join("\n")
        end

        def line(row, counted)
          return '?' unless row

          counted && row['quantity'].to_i > 1 ? "#{row['item']}/#{row['quantity']}×" : row['item']
        end

        # What a note is called where it is told of: a balloon by its number, others by their first words.
        def name(drawing, source, note)
          return note.text.lines.first.to_s.strip[0, 40] unless note.item

          "Balloon #{words(drawing, source, note).tr("\n", ' ')}"
        end

        # Does a balloon refer to a line that the parts list has no more?
        def gone?(drawing, source, note)
          return false unless note.item

          items = items_of(drawing, source, note)
          note.item.split(SEPARATOR).any? { |key| items&.row(key).nil? }
        end

        # Items of the assembly that a balloon's view shows; nil when the view is gone or shows none.
        def items_of(drawing, source, note)
          view = drawing.view(note.leaders&.first&.view) || drawing.views_on(note.sheet).first or return nil
          Items.of(drawing, source, view.binding, view.revision)
        rescue Modelling::RecipeFault
          nil
        end
      end
    end
  end
end
