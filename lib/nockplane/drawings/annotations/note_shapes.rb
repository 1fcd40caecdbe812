# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What can be drawn round a note, one class a file, found by name.
      module NoteShapes
        module_function

        # { name => shape }.
        def all =
          @all ||=
            [Flag, Box, Circle, Triangle, EdgeSign, Target, Weld, Balloon, Underlined].to_h { |k| [k::NAME, k.new] }
              .freeze

        # The shape of a name; nil of none. Raises KeyError for one that is not known.
        def of(name) = name && all.fetch(name)

        # { name => title } for a person to choose from.
        def titles = all.transform_values(&:title)

        # Sentence about what is wrong with a shape (a name, or nil) round a text; nil when nothing is.
        def problem(name, text)
          return nil if name.nil?
          return "round a note goes #{all.keys.join(', ')}" unless all.key?(name)

          all[name].problem(text.to_s.strip)
        end
      end
    end
  end
end
