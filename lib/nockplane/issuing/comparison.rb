# frozen_string_literal: true

module Nockplane
  module Issuing
    # What changed between two issues of a drawing: numbers, notes, fields, what is there now and what no longer.
    class Comparison
      # what: in words; before, after: words on the sheet, nil where there was or is none; view: name, nil for none.
      Change = Struct.new(:what, :before, :after, :view)

      # Two Drawings::Drawing of one drawing.
      def initialize(before, after)
        @before = before
        @after = after
      end

      # [Change]
      def changes = sizes + notes + fields

      private

      def sizes
        ids = (@before.dimensions + @after.dimensions).map(&:id).uniq
        ids.filter_map do |id|
          old, new = [@before, @after].map { |d| d.dimension(id) }
          words =
            [[@before, old], [@after, new]].map { |d, cell| cell && Drawings::Annotations.words(d.standard, cell).to_s }
          next if words[0] == words[1]

          cell = new || old
          Change.new(Drawings::Annotations.of(cell).title, *words, (new ? @after : @before).view(cell.view)&.name)
        end
      end

      def notes
        texts = [@before, @after].map { |d| d.notes.reject(&:item).to_h { |n| [n.id, n.text] } }
        (texts[0].keys | texts[1].keys).filter_map do |id|
          old, new = texts.map { |t| t[id] }
          Change.new('note', old, new, nil) if old != new
        end
      end

      # (Date, state and letter of an issue are others each time.)
      def fields
        old, new = [@before, @after].map { |d| d.meta.fields.except(*Issue::GIVEN).merge('title' => d.meta.title) }
        (old.keys | new.keys).filter_map do |name|
          Change.new(name, old[name], new[name], nil) if old[name] != new[name]
        end
      end
    end
  end
end
