# frozen_string_literal: true

module App
  # The files of a packet of a drawing: its sheets, the models it shows, parts lists, characteristics, and the manifest
  # with the digest of each.
  class Packing
    include PacketFiles

    # value: Drawings::Drawing as it is issued; time: Time; known: numbers of characteristics given before; marked: do
    # they stand on the sheets, too?
    def initialize(value, time, known: {}, marked: false)
      @marked = marked
      @value = value
      @time = time
      @characteristics = Nockplane::Issuing::Characteristics.new(value, Workshop.source, known: known)
    end

    # Names of what will be in it, in words: [[name, what it is], ...].
    def self.contents(value) = new(value, nil).contents

    # What the drawing shows, each model at every revision that a view has: [{ number:, name:, slug:, revision:,
    # variant:, note:, stem:, binding: }].
    def self.models(value)
      value.bindings.flat_map do |binding|
        record = Records::Model.unscoped.find(binding.model)
        revisions = value.views.select { |v| v.binding == binding.id }.map(&:revision).uniq.sort
        revisions.map { |revision| shown(record, binding, revision) }
      end
    end

    def self.shown(record, binding, revision)
      {
        number: record.number,
        name: record.name,
        slug: record.slug,
        revision: revision,
        variant: binding.variant,
        note: record.revisions.find_by(number: revision)&.note,
        stem: SeriesPaper.stem([record.number || record.slug, binding.variant, revision].compact.join(' ')),
        binding: binding.id
      }
    end
    private_class_method :shown

    private

    def stem = SeriesPaper.stem("#{@value.meta.number} rev #{@value.meta.revision}")

    # What there is: [[name, media type, what it is in words, -> bytes], ...]
    def entries
      sheets = @value.sheets.size
      [
        ["#{stem}.pdf", 'application/pdf', "#{sheets} #{sheets == 1 ? 'sheet' : 'sheets'}", -> { paper }],
        *Packing.models(@value).flat_map { |m| model_entries(m) },
        *lists.map { |t| [list_name(t), 'text/csv', t.kind, -> { Presenters::PartsShown.csv(@value, t) }] },
        ["#{stem} characteristics.csv", 'text/csv', 'every size and tolerance to be inspected', -> { characteristics }]
      ]
    end

    def model_entries(model)
      words = "#{model[:name]}, revision #{model[:revision]}"
      [
        ["#{model[:stem]}.step", 'model/step', "#{words}, as STEP AP242", -> { step(model) }],
        ["#{model[:stem]}.html", 'text/html', "#{words}, as a 3D page that opens without a network", -> { page(model) }]
      ]
    end

    def lists = @value.tables.select { |t| t.kind == Nockplane::Drawings::Tables::PartsList::NAME }
    def list_name(table) = "#{stem} #{table.kind}#{" #{table.id}" if lists.size > 1}.csv"

    def paper
      marks = @marked ? numbers : nil
      scenes = @value.sheets.map { |s| SheetFiles.scene(@value, s, numbers: marks) }
      Nockplane::Formats::Pdf.write(scenes, created: @time)
    end

    def step(model) = step_file(subject(model), record(model), "#{model[:stem]}.step")

    # The 3D page of a model.
    def page(model)
      meta = @value.meta
      line = meta.history.last
      facts = { title: meta.title, number: meta.number, revision: meta.revision, by: line['by'] }
      shows = [model[:number], model[:name], model[:variant], "revision #{model[:revision]}"].compact.join(', ')
      solid_page(
        subject(model),
        record(model),
        { **facts, reason: line['description'], shows: shows },
        characteristics: said_of(model),
        parts: parts(model)
      )
    end

    def record(model) = Records::Model.unscoped.find_by(slug: model[:slug])

    # [[number, words, limits, faces, id of the model dimension], ...] of the characteristics that views of a model say.
    def said_of(model)
      @characteristics.rows.filter_map do |row|
        dimension = @value.dimension(row.key[%r{/([^+]+)}, 1])
        next unless @value.view(dimension.view).binding == model[:binding]

        said_row(row, dimension.snapshot.faces, dimension.dimension)
      end
    end

    # The parts list of the sheet that shows a model; nil when there is none.
    def parts(model)
      table = lists.find { |t| @value.sheet(t.sheet)&.binding == model[:binding] } or return nil
      furniture = Nockplane::Drawings::Furniture.new(@value, @value.sheet(table.sheet), Workshop.source)
      { headers: table.columns.map { |c| c['title'] }, rows: furniture.texts(table) }
    end

    def subject(model) = @value.binding(model[:binding]).subject(model[:revision])
  end
end
