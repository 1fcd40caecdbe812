# frozen_string_literal: true

module App
  # A short text that changes when something a page shows has changed: pages ask for it every few seconds and fetch
  # themselves anew when it is another one.
  module Pulse
    module_function

    # Of a drawing or template as it was read: its version, what it is compared with, whether that has been worked out,
    # its template, what is said of it.
    def of(record)
      return "v#{record.version}" if record.template?

      known = Records::VariantStanding.where(variant: record.variant, drawing_id: record.id) if record.variant
      _, _, *seen = Records::Drawing.where(id: record.id).left_joins(:standing).pick(*SEEN)
      told(record.slug, record.version, [*seen, known&.pick(:basis)]) { record }
    end

    # [id, pulse] of a drawing by its address, as it is stored now; its document is not read for it.
    def at(slug)
      id, version, *seen = Records::Drawing.where(slug: slug).left_joins(:standing).pick(*SEEN)
      return Records::Drawing.at(slug).then { |record| [record.id, of(record)] } unless id

      [id, told(slug, version, [*seen, nil]) { Records::Drawing.at(slug) }]
    end

    # The block gives the record, for when it is not known yet whether its lines are there.
    def told(slug, version, seen, &record)
      short([version, *seen, drawn?([slug, version, seen[0]], &record)].join('|'))
    end

    # Id and version; the last revision of the models it shows, what its docket was worked out from, its template's
    # state and latest revision, comments.
    SEEN =
      [
        'drawings.id',
        'drawings.version',
        '(SELECT MAX(revisions.id) FROM revisions JOIN bindings ON bindings.model_id = revisions.model_id ' \
          'WHERE bindings.drawing_id = drawings.id)',
        'standings.basis',
        "(SELECT templates.removed_at FROM drawings templates WHERE templates.kind = 'template' " \
          'AND templates.slug = drawings.template_slug)',
        '(SELECT MAX(template_revisions.number) FROM template_revisions JOIN drawings templates ' \
          "ON templates.id = template_revisions.drawing_id WHERE templates.kind = 'template' " \
          'AND templates.slug = drawings.template_slug)',
        *%w[COUNT(*) MAX(id) MAX(settled_at)].map do |what|
          "(SELECT #{what} FROM comments WHERE comments.drawing_id = drawings.id)"
        end
      ].map { |sql| Arel.sql(sql) }.freeze

    # Are the lines of all its views there? Once they are, that is not looked at again until the drawing or a model is
    # another.
    def drawn?(key)
      @drawn ||= Bounded.new(KEPT)
      @drawn[key] || (Paper.new(yield).drawn? && @drawn.keep(key, true, 1))
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
          records.unscoped.pick(Arel.sql("COUNT(*), MAX(#{column})"))
        end
      taken = Records::Taking.order(:id).pluck(:drawing_id, :part, :person_id, :word)
      short([counts, taken, said(Records::Comment)].join('|'))
    end

    # Of comments: how many, the last one, and when one was settled last.
    def said(comments) = comments.pick(Arel.sql('COUNT(*), MAX(id), MAX(settled_at)')).join('/')

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
