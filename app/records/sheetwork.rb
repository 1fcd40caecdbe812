# frozen_string_literal: true

module App
  module Records
    # What drawings and templates share: the document (JSON of Drawings::Drawing), its version, and the journal of
    # edits.
    class Sheetwork < ActiveRecord::Base
      self.abstract_class = true

      def self.inherited(kind)
        super
        kind.table_name = 'drawings'
        kind.has_many :journal,
                      -> { order(:id) },
                      class_name: 'App::Records::JournalEntry',
                      foreign_key: :drawing_id,
                      dependent: :destroy
      end

      # The document as a Drawings::Drawing; read once for as long as it stays the same.
      def value
        unless @read && @read[0] == document
          @read = [document, Nockplane::Drawings::Drawing.from_h(JSON.parse(document))]
        end

        @read[1]
      end

      def value=(drawing)
        self.document = JSON.generate(drawing.to_h)
        @read = [document, drawing]
        self.title = drawing.meta.title
        self.number = drawing.meta.number
        self.template_slug = drawing.meta.template && drawing.meta.template['slug']
        self.template_revision = drawing.meta.template && drawing.meta.template['revision']
      end

      # The record that is stored, and the edit of it that keeps an edit of what is shown: of a variant of a series
      # drawing (VariantSheet) another one.
      def drawing = self
      def kept(edit) = edit
      def variant = nil

      def staleness = Nockplane::Linking::Staleness.new(value, Workshop.source, Sheetworks.latest)
      def to_param = slug
      # The entry that is taken back next, made again next; by: of this author first, nil where authors make no
      # difference.
      def undoable(by = nil) = own(journal.where(state: 'done'), by).last
      def redoable(by = nil) = own(journal.where(state: 'undone'), by).first

      def own(entries, author)
        mine = author ? entries.where(author: author) : entries
        mine.exists? ? mine : entries
      end
    end
  end
end
