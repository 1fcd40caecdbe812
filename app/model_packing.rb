# frozen_string_literal: true

module App
  # The files of a packet of a model alone: STEP, the 3D page, its characteristics, of an assembly its parts list.
  class ModelPacking
    include PacketFiles
    include PacketParts

    # record: Records::Model; revision: number; approval: Approval, nil where only the contents are asked for; known:
    # numbers given before.
    def initialize(record, revision, time, approval: nil, known: {})
      @record = record
      @revision = revision
      @time = time
      @approval = approval
      @subject = Nockplane::Products::Subject.new(record.id, revision)
      @model = Workshop.source.model(@subject)
      @characteristics = Nockplane::Issuing::ModelCharacteristics.new(@model, known: known)
    end

    # { key of a characteristic => its number }
    def numbers = @characteristics.numbers

    def about
      {
        number: @record.number || @record.name,
        title: @record.name,
        revision: @revision.to_s,
        **@approval.to_h,
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
        [
          "#{stem} characteristics.csv",
          'text/csv',
          'every size and tolerance to be inspected',
          -> { characteristics(@characteristics) }
        ]
      ]
    end

    def step = step_file(@subject, @record, "#{stem}.step")

    def page
      facts = { title: @record.name, number: @record.number, revision: @revision, by: @approval.by }
      solid_page(
        @subject,
        @record,
        { **facts, reason: @approval.reason, shows: "revision #{@revision} of the model" },
        characteristics: said,
        parts: (parts if @model.assembly?)
      )
    end

    def said
      faces = @characteristics.faces
      @characteristics.rows.map { |row| said_row(row, faces[row.key], row.key) }
    end

    HEADERS = %w[Item Number Name Quantity Material].freeze

    # { headers:, rows: } of the parts of an assembly, each once.
    def parts
      lines = Nockplane::Products::Structure.new(@model).lines
      rows = lines.each_with_index.map { |l, i| [i + 1, l.number, l.name, l.total, l.properties['material']] }
      { headers: HEADERS, rows: rows.map { |row| row.map(&:to_s) } }
    end

    def parts_csv = parts.then { |p| TableFile.write(p[:headers], p[:rows]) }
  end
end
