# frozen_string_literal: true

module App
  module Presenters
    # What became of the template a drawing was made from. state: :none, :gone, :removed, :changed (it has a later
    # revision) or :current; record of the template or nil; revision the drawing was made from.
    Origin =
      Struct.new(:state, :record, :revision, :slug) do
        # known: { slug => Records::Template }, to save asking for each drawing.
        def self.of(value, known = nil)
          made = value.meta.template || {}
          from(made['slug'], made['revision'], known)
        end

        # The same of the template's slug and the revision made from, nil for none.
        def self.from(slug, revision, known = nil)
          return new(:none, nil, nil, nil) unless slug

          record = known ? known[slug] : Records::Template.find_by(slug: slug)
          latest = record&.latest&.number
          state =
            if record.nil?
              :gone
            elsif record.removed_at
              :removed
            else
              latest && latest > revision.to_i ? :changed : :current
            end
          new(state, record, revision, slug)
        end

        def settled? = %i[none current].include?(state)

        # Drawings whose template has a later revision than they were made from.
        def self.changed
          known = Records::Template.includes(:revisions).index_by(&:slug)
          Records::Drawing
            .where(template_slug: known.keys)
            .order(:id)
            .select { |d| of(d.value, known).state == :changed }
        end

        # A sentence for the docket.
        def words
          case state
          when :gone
            "was made from template '#{slug}', which is no longer here"
          when :removed
            "was made from template '#{record.title}', which was removed on #{record.removed_at.strftime('%Y-%m-%d')}"
          when :changed
            "was made from revision #{revision} of template '#{record.title}', which has revision " \
            "#{record.latest.number}: #{record.latest.note}"
          end
        end
      end
  end
end
