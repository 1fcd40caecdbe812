# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # Identification letters of sections, details and auxiliary views: A, B, ... without I and O, then AA, AB, ...
      # (VW-04).
      module Letters
        ALL = Drafting::SheetFormat::LETTERS

        module_function

        # The how manieth letter.
        def at(index)
          size = ALL.size
          index < size ? ALL[index] : "#{ALL[(index / size) - 1]}#{ALL[index % size]}"
        end

        # Letters that views of a drawing bear.
        def used(drawing) = drawing.views.filter_map { |v| of(v) }

        # The letter of a view's label, nil when it has none.
        def of(view) = Views.of(view).label('A') && view.label.to_s[/\A\s*([[:alpha:]]+)/, 1]

        # The next letter after all that are used, so that none comes twice (a letter taken away is not given again
        # while a later one stands).
        def next(drawing)
          places = used(drawing).filter_map { |l| (0...(ALL.size * 20)).find { |i| at(i) == l } }
          at((places.max || -1) + 1)
        end
      end
    end
  end
end
