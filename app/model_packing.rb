# frozen_string_literal: true

module App
  # The files of a packet of a model alone: STEP, the 3D page, its characteristics, of an assembly its parts list.
  class ModelPacking
    include PacketFiles

    # record: Records::Model; revision: number; facts: { issued by, reason }; known: numbers given before.
    def initialize(record, revision, time, by: nil, reason: nil, known: {})
      @record = record
      @revision = revision
      @time = time
      @by = by
      @reason = reason
      @subject = Nockplane::Products::Subject.new(record.id, revision)
      @model = Workshop.source.model(@subject)
      @characteristics = Nockplane::Issuing::ModelCharacteristics.new(@model, known: known)
    end

    def numbers = @characteristics.numbers
    def contents = entries.map { |name, _, words, _| [name, words] } << ['manifest.json', 'digests of all']

    def about
      {
        number: @record.number || @record.name,
        title: @record.name,
        revision: @revision.to_s,
        reason: @reason,
        issued_by: @by,
        models: models
      }.compact
    end

    def models
      note = @record.revisions.find_by(number: @revision)&.note
      [{ number: @record.number, name: @record.name, slug: @record.slug, revision: @revision, note: note }.compact]
    end

    private

    def stem = SeriesPaper.stem("#{@record.number || @record.slug} rev #{@revision}")
    def text = Workshop.source.text(@subject)

    def entries
      list = @model.assembly? ? [["#{stem} parts list.csv", 'text/csv', 'the parts list', -> { parts_csv }]] : []
      [
        ["#{stem}.step", 'model/step', 'the model with its tolerances, as STEP AP242', -> { step }],
        ["#{stem}.html", 'text/html', 'a 3D page that opens without a network', -> { page }],
        *list,
        ["#{stem} characteristics.csv", 'text/csv', 'every size and tolerance to be inspected', -> { characteristics }]
      ]
    end

    def views = Records::SavedView.of(@record)

    def step
      io = StringIO.new
      time = @time.utc.strftime('%Y-%m-%dT%H:%M:%S')
      Exporting.write(io, text, Workshop.source, 'step', name: "#{stem}.step", time: time, views: views.map(&:sight))
      io.string
    end

    def page
      SolidPage.new(
        @subject,
        facts: {
          title: @record.name,
          number: @record.number,
          revision: @revision,
          issued: @time.strftime('%Y-%m-%d'),
          by: @by,
          reason: @reason,
          shows: "revision #{@revision} of the model"
        },
        looks: @record.own_looks.to_h { |l| [l['name'], l['sight']] },
        views: views.map(&:to_h),
        characteristics: said,
        parts: (parts if @model.assembly?)
      ).html
    end

    def said
      faces = @characteristics.faces
      @characteristics.rows.map do |row|
        limits = [row.upper, row.lower].compact.map { |v| Nockplane::Modelling::Fault.mm(v) }.join(' / ')
        [row.number, row.words, limits, faces[row.key], row.key]
      end
    end

    HEADERS = %w[Item Number Name Quantity Material].freeze

    # { headers:, rows: } of the parts of an assembly, each once.
    def parts
      rows = Commands::Parts.call(text, Workshop.source)[:rows]
      { headers: HEADERS, rows: rows.map { |r| r.values_at(:item, :number, :name, :total, :material).map(&:to_s) } }
    end

    def parts_csv = parts.then { |p| TableFile.write(p[:headers], p[:rows]) }

    def characteristics
      headers, *rows = @characteristics.table
      TableFile.write(headers, rows)
    end
  end
end
