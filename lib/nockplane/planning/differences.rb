# frozen_string_literal: true

module Nockplane
  module Planning
    # What a variant has of its own, in words.
    module Differences
      # Fields that say where a thing stands.
      PLACES = %w[x y place lettered pinned corner dx dy].freeze

      module_function

      # "Front view: moved", "note “burr free”: added"; drawing: the series.
      def words(key, patch, drawing)
        "#{called(key, patch, drawing)}: #{done(patch)}"
      end

      def called(key, patch, drawing)
        kind, id = key.split('/', 2)
        cell = drawing.cells[key]
        name = cell.respond_to?(:name) ? cell.name : patch&.dig('new', 'name')
        text = (cell.respond_to?(:text) ? cell.text : patch&.dig('new', 'text')).to_s.lines.first.to_s.strip[0, 40]
        return name if name
        return "note “#{text}”" unless text.empty?
        return Drawings::Annotations.words(drawing.standard, cell).to_s if cell.is_a?(Drawings::Dimension)

        kind == 'meta' ? 'title data' : [kind, id].compact.join(' ')
      end

      def done(patch)
        return 'taken away' unless patch
        return 'added' if patch['new']

        fields = patch['set'].keys
        return 'moved' if (fields - PLACES).empty?

        fields.include?('scale') ? 'another scale' : "other #{(fields - PLACES).join(', ')}"
      end
    end
  end
end
