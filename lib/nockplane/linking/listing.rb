# frozen_string_literal: true

module Nockplane
  module Linking
    # A parts list of a drawing as its assembly changes: whether it reads otherwise then, and under which numbers its
    # lines go on (PL-04); what its balloons leave out or say twice (PL-07).
    class Listing
      # The parts lists on a sheet that shows a model.
      def self.on(drawing, sheet)
        return [] unless sheet.binding

        drawing
          .tables
          .select { |t| t.sheet == sheet.id && t.kind == Drawings::Tables::PartsList::NAME }
          .map { |t| new(drawing, t) }
      end

      attr_reader :table

      def initialize(drawing, table)
        @drawing = drawing
        @table = table
      end

      # Does it read otherwise of another model?
      def differs?(old, new) = items(old).rows != items(new).rows

      # The table with the numbers as they were given to all its lines, when the other model has other lines; nil when
      # nothing changes. Numbers of lines that are gone are kept, so that no other line gets them.
      def numbered(old, new)
        return nil if items(old).numbers == items(new).numbers

        given = (@table.items || {}).merge(items(old).numbers)
        given == @table.items ? nil : @table.dup.tap { |t| t.items = given }
      end

      # "6 rows, 12 parts"
      def words(model)
        items(model).rows.then { |rows| "#{rows.size} rows, #{rows.sum { |r| r['quantity'].to_i }} parts" }
      end

      # Sentences about the balloons of the drawing: which lines have none, which have more than one.
      def unballooned(model)
        rows = items(model).rows
        keys = balloons.flat_map { |n| Drawings::Tables::Referring.keys(n) }
        bare = rows.reject { |r| keys.include?(r['key']) }
        twice = rows.select { |r| keys.count(r['key']) > 1 }
        [
          bare.empty? ? nil : "#{names(bare)} #{bare.size == 1 ? 'has' : 'have'} no balloon",
          twice.empty? ? nil : "#{names(twice)} #{twice.size == 1 ? 'has' : 'have'} more than one balloon"
        ].compact
      end

      # Does it list what a drawing can point balloons at?
      def points?(model) = model.assembly? && @drawing.views.any? { |v| v.binding == binding_id }

      private

      def binding_id = @drawing.sheet(@table.sheet).binding
      def balloons = @drawing.notes.select { |n| n.item && shows?(n) }

      def shows?(note)
        view = @drawing.view(note.leaders&.first&.view)
        view.nil? || view.binding == binding_id
      end

      def items(model) = (@items ||= {}.compare_by_identity)[model] ||= Drawings::Tables::Items.new(model, @table)

      def names(rows)
        numbers = rows.map { |r| r['item'] }.uniq
        shown = numbers.first(8)
        "#{numbers.size == 1 ? 'item' : 'items'} #{shown.join(', ')}" \
          "#{numbers.size > 8 ? " and #{numbers.size - 8} others" : ''}"
      end
    end
  end
end
