# frozen_string_literal: true

module App
  module Presenters
    # What the drawing screen shows of parts lists and balloons.
    module PartsShown
      T = Nockplane::Drawings::Tables

      # What a note is called in lists: a balloon by its number, others by their first words.
      def note_name(note) = "#{'Note: ' unless note.item}#{referring.name(note)}"

      # Rows of the parts list that a balloon refers to; none of what is gone.
      def listed(note) = referring.rows(note)

      # Other balloons on its sheet, by their numbers.
      def balloons_beside(note)
        others = @value.notes.select { |n| n.item && n.sheet == note.sheet && n.id != note.id }
        others.sort_by { |n| [note_name(n)[/\d+/].to_i, n.id] }
      end

      # A table as comma-separated values, with the headers first, as it stands on the sheet.
      def self.csv(drawing, table)
        furniture = Nockplane::Drawings::Furniture.new(drawing, drawing.sheet(table.sheet), Workshop.source)
        TableFile.write(table.columns.map { |c| c['title'] }, furniture.texts(table))
      end

      private

      def referring = @referring ||= T::Referring.new(@value, Workshop.source)
    end
  end
end
