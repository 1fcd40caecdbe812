# frozen_string_literal: true

module App
  module Records
    # A drawing as stored: its document (JSON of Drawings::Drawing), its version, and the journal of edits.
    class Drawing < ActiveRecord::Base
      has_many :bindings, class_name: 'App::Records::Binding', dependent: :destroy
      has_many :models, through: :bindings
      has_many :journal, -> { order(:id) }, class_name: 'App::Records::JournalEntry', dependent: :destroy, inverse_of: :drawing

      def self.at(slug) = find_by(slug: slug) || raise(Refused.new("There is no drawing '#{slug}'.", status: 404))

      # The document as a Drawings::Drawing.
      def value = Nockplane::Drawings::Drawing.from_h(JSON.parse(document))

      def value=(drawing)
        self.document = JSON.generate(drawing.to_h)
        self.title = drawing.meta.title
        self.number = drawing.meta.number
      end

      def staleness = Nockplane::Linking::Staleness.new(value, Workshop.source, ->(id) { Records::Revision.where(model_id: id).maximum(:number) })
      def to_param = slug
      def undoable = journal.where(state: 'done').last
      def redoable = journal.where(state: 'undone').first
    end
  end
end
