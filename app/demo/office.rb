# frozen_string_literal: true

module App
  module Demo
    # An office that has worked with Nockplane for years, for measuring and for trying: the models of the demo over and
    # over as further series of the instrument (purchased parts stay shared), each with several drawings; every fifth
    # series has a lid that moved on. Rows are copied from what was really made and worked out; nothing is made up.
    class Office
      # Models of the demo that every further series has, and what changes in the lid of every fifth.
      SERIES = %w[QI-2107 QI-2120 QI-2130 QI-2101 QI-2102 QI-2115 QI-2150 QI-2155 QI-2140 QI-2100 QI-2200].freeze
      MOVED = 'QI-2102'
      THINNER = [/(  thickness: \{value: )(\d+(?:\.\d+)?)/, 0.5].freeze
      EVERY = 5
      SLICE = 200
      # What further drawings of a model are for.
      AIMS = ['', 'blank', 'inspection', 'spare part', 'fixture', 'packing', 'tooling', 'offer', 'service'].freeze
      THINNER_NOTE = 'lid half a millimetre thinner'
      AUTHORS = ['Ada Thorne', 'Dee Marsh', 'Ida Marsh'].freeze

      # models, drawings: how many there are to be in all.
      def initialize(models, drawings)
        @models = models
        @drawings = drawings
      end

      # Fills the data folder, in which the demo is loaded already. Blocks get words now and then. Gives
      # [models, drawings] in all.
      def load(&say)
        @say = say || proc {}
        @base = Records::Model.where(number: SERIES).index_by(&:number)
        @sheets = Records::Drawing.order(:id).select { |d| (d.models.map(&:number) & SERIES).any? }
        @sheets.each { |d| Standings.work_out(d) }
        series = ((@models - Records::Model.count) / @base.size.to_f).ceil.clamp(0, 999)
        a_series = ((@drawings - Records::Drawing.count) / [series, 1].max.to_f / @sheets.size).ceil.clamp(0, AIMS.size)
        (1..series).each_slice([SLICE / @base.size, 1].max) { |numbers| several(numbers, a_series) }
        Standings.sweep
        [Records::Model.count, Records::Drawing.count]
      end

      private

      def several(numbers, copies)
        Records::Model.transaction do
          numbers.each do |n|
            ids = models(n)
            drawings(n, ids, copies)
          end
        end
        @say.call("#{Records::Model.count} models, #{Records::Drawing.count} drawings")
      end

      # QI-2101 as a number of the n-th further series: QI-014-2101.
      def renumbered(text, series) = text.gsub(/\bQI-(?=2[12]\d\d)/) { format('QI-%03d-', series) }

      def moved?(series) = (series % EVERY).zero?

      # { id of the demo's model => id of its copy }
      def models(series)
        # (numbers of revisions stay, since drawings say which they show)
        @base.to_h do |number, original|
          own = renumbered(number, series)
          made = Records::Model.create!(slug: own.downcase, name: original.name, number: own)
          known = original.revisions.pluck(:recipe, :note).map { |text, note| [renumbered(text, series), note] }
          moved = moved?(series) ? later(number, known.last[0]) : nil
          known << [moved, THINNER_NOTE] if moved
          known.each.with_index(1) { |(text, note), n| keep(made, text, n, note, series) }
          index('models', original.slug, made.slug, series)
          [original.id, made.id]
        end
      end

      def keep(model, text, number, note, series)
        model.revisions.create!(
          number: number,
          recipe: text,
          note: note,
          author: AUTHORS[series % AUTHORS.size],
          origin: 'file'
        )
      end

      # The second revision's text of a model in a series whose lid moved on: the lid's own, or that of an assembly
      # that follows it; nil for all others.
      def later(number, text)
        changed =
          if number == MOVED
            text.sub(THINNER[0]) { "#{$1}#{$2.to_f - THINNER[1]}" }
          else
            text.sub(/("QI-(?:\d+-)?2102":)(\d+)/) { "#{$1}#{$2.to_i + 1}" }
          end
        changed == text ? nil : changed
      end

      def index(home, from, to, series, values = {})
        rows =
          properties(home, from).map do |name, value|
            { home: home, slug: to, name: name, value: values.fetch(name) { renumbered(value, series) } }
          end
        Records::Property.insert_all(rows) unless rows.empty?
      end

      def properties(home, slug)
        (@properties ||= {})[[home, slug]] ||= Records::Property.where(home: home, slug: slug).pluck(:name, :value)
      end

      def drawings(series, ids, copies)
        made =
          AIMS.first(copies).each_with_index.flat_map { |aim, i| @sheets.map { |d| sheet(d, series, ids, aim, i) } }
        rows = made.map { |row, _| row }
        Records::Drawing.insert_all(rows)
        kept = Records::Drawing.where(slug: rows.map { |r| r[:slug] }).index_by(&:slug)
        rest_on(made.map { |row, original| [kept.fetch(row[:slug]), original] }, series, ids)
      end

      # [row of the drawings, drawing it is a copy of]
      def sheet(original, series, ids, aim, index)
        data = JSON.parse(original.document)
        number = "#{renumbered(original.number, series)}#{index + 1 if index.positive?}"
        data['cells'].each { |key, c| c['model'] = ids.fetch(c['model'], c['model']) if key.start_with?('binding/') }
        title = [original.title, aim].reject(&:empty?).join(', ')
        data['cells']['meta'].merge!('title' => title, 'number' => number)
        row = original.attributes.except('id', 'created_at', 'updated_at', 'document').transform_keys(&:to_sym)
        [row.merge(document: JSON.generate(data), number: number, title: title, slug: number.downcase), original]
      end

      def rest_on(pairs, series, ids)
        bindings =
          pairs.flat_map do |made, original|
            bound(original).map do |row|
              row.merge(drawing_id: made.id, model_id: ids.fetch(row[:model_id], row[:model_id]))
            end
          end
        Records::Binding.insert_all(bindings)
        Records::Standing.insert_all(
          pairs.map { |made, original| standing(made, original, Standings.basis(made), series) }
        )
        pairs.each do |made, original|
          index('drawings', original.slug, made.slug, series, 'title' => made.title, 'number' => made.number)
        end
        Records::JournalEntry.insert_all(pairs.map { |made, _| entry(made, series) })
      end

      def bound(drawing)
        (@bound ||= {})[drawing.id] ||= Records::Binding
          .where(drawing_id: drawing.id)
          .map { |b| b.attributes.except('id').transform_keys(&:to_sym) }
      end

      # What is known of the drawing it was copied from; of lids that moved on, what was worked out for the first one.
      def standing(made, original, basis, series)
        known = Records::Standing.find_by(drawing_id: original.id)
        if moved?(series) && original.models.any? { |m| later(m.number, m.latest.recipe) }
          @moved ||= {}
          @moved[original.id] ||= Standings.work_out(made) && Records::Standing.find_by(drawing_id: made.id)
          known = @moved[original.id]
          Records::Standing.where(drawing_id: made.id).delete_all
        end
        said = known.attributes.except('id', 'drawing_id', 'basis', 'thumbnail', 'created_at', 'updated_at')
        said.transform_keys(&:to_sym).merge(drawing_id: made.id, basis: basis)
      end

      def entry(made, series)
        {
          drawing_id: made.id,
          version: made.version,
          label: 'drawn',
          edit: '{}',
          inverse: '{}',
          state: 'sealed',
          author: AUTHORS[series % AUTHORS.size],
          created_at: made.created_at
        }
      end
    end
  end
end
