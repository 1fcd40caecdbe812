# frozen_string_literal: true

module App
  # Keeps where each variant of a series drawing stands: worked out by a worker, read by requests.
  module VariantStandings
    module_function

    # What one rests on.
    def basis(drawing) = Standings.basis(drawing)

    # [docket or nil, is it up to date?] of a VariantSheet; what is not known is put on the queue.
    def of(sheet)
      known = Records::VariantStanding.find_by(drawing_id: sheet.id, variant: sheet.variant)
      return known.docket, true if known && known.basis == basis(sheet.drawing)

      recheck_one(sheet.drawing, sheet.variant)
      [known&.docket, false]
    end

    # { variant => Records::VariantStanding or nil } of a drawing, in the order of the table.
    def all(drawing)
      known = Records::VariantStanding.where(drawing_id: drawing.id).index_by(&:variant)
      VariantSheet.series_of(drawing).variants.to_h { |v| [v, known[v]] }
    end

    # Puts all variants of a series drawing on the queue that are not up to date.
    def recheck(drawing)
      return unless drawing.value.meta.series

      now = basis(drawing)
      all(drawing).each { |variant, known| recheck_one(drawing, variant) unless known && known.basis == now }
    rescue Nockplane::Error
      nil # what can't be read is told by the drawing's own docket
    end

    def recheck_one(drawing, variant)
      Queue.once(
        "variant-#{drawing.id}-#{VariantSheet.key(variant)}",
        Jobs::VariantJob.new(drawing.id, variant),
        priority: 7
      )
    end

    # Works out one and keeps it.
    def work_out(drawing, variant)
      now = basis(drawing)
      keep(drawing, variant, now, found(VariantSheet.new(drawing, variant)))
    rescue Nockplane::Error => e
      keep(drawing, variant, now, { 'state' => 'fault', 'reason' => e.message })
    end

    def found(sheet)
      value = sheet.value
      docket =
        Nockplane::Linking::Docketing.of(value, Workshop.source, Sheetworks.latest) { |s| Sheetworks.builder(value, s) }
      missing, twice = completeness(value)
      {
        'state' => state(docket),
        'title' => value.meta.title,
        'number' => value.meta.number,
        'scale' => value.sheets.map { |s| Nockplane::Drafting::Scale.text(s.scale || 1.0) }.uniq.join(', '),
        'missing' => missing,
        'twice' => twice,
        'own' => sheet.series.differences(sheet.variant).map(&:last),
        'absent' => absent(sheet),
        'gone' => sheet.gone,
        'docket' => docket.to_h
      }
    end

    def state(docket)
      return 'fault' if docket.faults.any?
      return 'behind' if docket.behind.any? || docket.fields.any?

      docket.adrift.any? ? 'adrift' : 'current'
    end

    def completeness(value)
      parts = Nockplane::Linking::Completeness.new(value, Workshop.source).parts
      [parts.sum { |p| p.report.missing.size }, parts.sum { |p| p.report.twice.size }]
    end

    # What the series says and the variant has no feature for, in words.
    def absent(sheet)
      base = sheet.drawing.value
      gone = base.dimensions.map(&:id) - sheet.value.dimensions.map(&:id) - taken_away(sheet)
      gone.map { |id| Nockplane::Drawings::Annotations.words(base.standard, base.dimension(id)).to_s }
    end

    def taken_away(sheet)
      own = sheet.series.variation(sheet.variant).patches
      own.select { |_, patch| patch.nil? }.keys.filter_map { |key| key[%r{\Adimension/(.+)}, 1] }
    end

    def keep(drawing, variant, now, report)
      row = Records::VariantStanding.find_or_initialize_by(drawing_id: drawing.id, variant: variant)
      row.update!(basis: now, state: report['state'], report: JSON.generate(report.except('state')))
      row
    rescue ActiveRecord::RecordNotUnique
      retry # another process made the row meanwhile
    end
  end
end
