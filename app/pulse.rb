# frozen_string_literal: true

module App
  # A short text that changes when something a page shows has changed: pages ask for it every few seconds and fetch
  # themselves anew when it is another one.
  module Pulse
    module_function

    # Of a drawing or template: its version, what it is compared with, whether that has been worked out, its template.
    def of(record)
      return "v#{record.version}" if record.template?

      basis = Standings.basis(record.drawing)
      rows = record.variant ? Records::VariantStanding.where(variant: record.variant) : Records::Standing
      known = rows.where(drawing_id: record.id).pick(:basis)
      template = record.template_slug && Records::Template.find_by(slug: record.template_slug)
      short(
        "#{basis}|#{known}|#{drawn?(record, basis)}|#{template&.removed_at}|" \
          "#{template&.revisions&.maximum(:number)}|#{said(Records::Comment.where(drawing_id: record.id))}"
      )
    end

    # Are the lines of all its views there? Once they are, that is not looked at again until the drawing or a model is
    # another.
    def drawn?(record, basis)
      @drawn ||= Bounded.new(KEPT)
      key = [record.slug, basis]
      @drawn[key] || (Paper.new(record).drawn? && @drawn.keep(key, true, 1))
    end
    # Drawings of which that is remembered.
    KEPT = 5000

    # Of the board: anything kept, worked out, arrived or thrown away.
    def of_board
      counts =
        [
          Records::Revision,
          Records::Arrival,
          Records::IntakeFile,
          Records::HoldUp,
          Records::Standing,
          Records::Drawing,
          Records::Template
        ].map do |records|
          column = records.column_names.include?('updated_at') ? 'updated_at' : 'created_at'
          [records.unscoped.count, records.unscoped.maximum(column).to_f]
        end
      taken = Records::Taking.order(:id).pluck(:drawing_id, :part, :person_id, :word)
      short([counts, taken, said(Records::Comment)].join('|'))
    end

    # Of comments: how many, the last one, and when one was settled last.
    def said(comments) = [comments.count, comments.maximum(:id), comments.maximum(:settled_at).to_f].join('/')

    # Of a model: its revisions and what is known of the latest.
    def of_model(model)
      short(
        [
          model.updated_at.to_f,
          model.latest.number,
          Records::HoldUp.where(model: model).maximum(:updated_at).to_f
        ].join('|')
      )
    end

    def short(text) = Digest::SHA256.hexdigest(text)[0, 16]
  end
end
