# frozen_string_literal: true

module App
  module Records
    # A template as stored: its document in work, and its published revisions, which drawings are made from. A removed
    # one is kept, so that drawings made from it can say so.
    class Template < Sheetwork
      default_scope { where(kind: 'template') }
      has_many :revisions,
               -> { order(:number) },
               class_name: 'App::Records::TemplateRevision',
               foreign_key: :drawing_id,
               dependent: :destroy

      # Those that can be used, by title.
      def self.current = where(removed_at: nil).order(:title)
      def self.at(slug) = find_by(slug: slug) || raise(Refused.new("There is no template '#{slug}'.", status: 404))

      # Puts the templates that ship with Nockplane on the shelf; one that was removed stays removed.
      def self.ship
        Nockplane::Drawings::Template.all.each do |name, template|
          next if exists?(slug: name)

          transaction { create!(slug: name, version: 1, value: template.document).publish('as shipped', 'Nockplane') }
        end
      end

      def home = 'templates'
      def template? = true
      def latest = revisions.last

      # Drawings::Template at a revision, the latest unless told.
      def template(number = nil)
        revision = number ? revisions.find_by!(number: number) : latest
        raise Refused, "Template '#{title}' has not been published yet; publish it first." unless revision

        revision.template
      end

      # Is the document in work other than the latest revision?
      def unpublished? = latest.nil? || (latest.document != document && latest.value != value)

      # Keeps the document in work as the next revision.
      def publish(note, author)
        with_lock do
          revisions.create!(
            number: (revisions.maximum(:number) || 0) + 1,
            document: document,
            note: note,
            author: author
          )
        end
      end
    end
  end
end
