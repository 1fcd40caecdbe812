# frozen_string_literal: true

require 'zip'

module App
  # The files of a packet of a drawing: its sheets, the models it shows, parts lists, characteristics, and the manifest
  # with the digest of each.
  class Packing
    FORMAT = 'packet/1'

    # value: Drawings::Drawing as it is issued; time: Time; known: numbers of characteristics given before.
    def initialize(value, time, known: {})
      @value = value
      @time = time
      @characteristics = Nockplane::Issuing::Characteristics.new(value, Workshop.source, known: known)
    end

    # Names of what will be in it, in words: [[name, what it is], ...].
    def self.contents(value)
      stem = stem(value)
      models = models(value).map { |m| ["#{m[:stem]}.step", "#{m[:name]}, revision #{m[:revision]}, as STEP AP242"] }
      lists = lists(value).map { |t| ["#{stem} #{t.kind}#{" #{t.id}" if lists(value).size > 1}.csv", t.kind] }
      [
        ["#{stem}.pdf", "#{value.sheets.size} #{value.sheets.size == 1 ? 'sheet' : 'sheets'}"],
        *models,
        *lists,
        ["#{stem} characteristics.csv", 'every size and tolerance to be inspected'],
        ['manifest.json', 'digests of all']
      ]
    end

    def self.stem(value) = SeriesPaper.stem("#{value.meta.number} rev #{value.meta.revision}")
    def self.lists(value) = value.tables.select { |t| t.kind == Nockplane::Drawings::Tables::PartsList::NAME }

    # What the drawing shows: [{ number:, name:, slug:, revision:, variant:, note:, stem: }].
    def self.models(value)
      value.bindings.filter_map do |binding|
        revision = value.views.select { |v| v.binding == binding.id }.map(&:revision).max or next
        record = Records::Model.unscoped.find(binding.model)
        name = [record.number || record.slug, binding.variant, revision].compact.join(' ')
        {
          number: record.number,
          name: record.name,
          slug: record.slug,
          revision: revision,
          variant: binding.variant,
          note: record.revisions.find_by(number: revision)&.note,
          stem: SeriesPaper.stem(name),
          binding: binding.id
        }
      end
    end

    def numbers = @characteristics.numbers

    # [{ name:, kind:, bytes:, digest: }] as kept in the store, without the manifest; yields before each with its name.
    def files
      entries.map do |name, kind, make|
        yield name
        bytes = make.call.b
        { name: name, kind: kind, bytes: bytes.bytesize, digest: PacketStore.put(bytes) }
      end
    end

    # The manifest of files, and the zip of all: its digest.
    def close(files, about)
      manifest =
        JSON.pretty_generate(
          nockplane: FORMAT,
          **about,
          issued_at: @time.utc.iso8601,
          files: files.map { |f| f.slice(:name, :kind, :bytes, :digest) }
        )
      last = {
        name: 'manifest.json',
        kind: 'application/json',
        bytes: manifest.bytesize,
        digest: PacketStore.put(manifest)
      }
      [[*files, last], PacketStore.put(zipped([*files, last]))]
    end

    private

    def stem = Packing.stem(@value)

    # [[name, media type, -> bytes], ...]
    def entries
      [
        ["#{stem}.pdf", 'application/pdf', -> { Nockplane::Formats::Pdf.write(scenes, created: @time) }],
        *Packing.models(@value).map { |m| ["#{m[:stem]}.step", 'model/step', -> { step(m) }] },
        *Packing.lists(@value).map { |t| [list_name(t), 'text/csv', -> { Presenters::PartsShown.csv(@value, t) }] },
        ["#{stem} characteristics.csv", 'text/csv', -> { characteristics }]
      ]
    end

    def list_name(table)
      many = Packing.lists(@value).size > 1
      "#{stem} #{table.kind}#{" #{table.id}" if many}.csv"
    end

    def scenes
      @value.sheets.map do |sheet|
        Nockplane::Drawings::SceneBuilder.new(
          @value,
          sheet.id,
          Workshop.source,
          fields: App.title_fields,
          purpose: :print
        ).scene
      end
    end

    def step(model)
      subject = @value.binding(model[:binding]).subject(model[:revision])
      io = StringIO.new
      Exporting.write(
        io,
        Workshop.source.text(subject),
        Workshop.source,
        'step',
        name: "#{model[:stem]}.step",
        time: @time.utc.strftime('%Y-%m-%dT%H:%M:%S')
      )
      io.string
    end

    def characteristics
      headers, *rows = @characteristics.table
      TableFile.write(headers, rows)
    end

    # (Times of entries are the issue's, so that the same packet has the same digest wherever it is zipped.)
    def zipped(files)
      Zip::OutputStream
        .write_buffer do |out|
          files.each do |f|
            entry = Zip::Entry.new(nil, f[:name], time: Zip::DOSTime.at(@time.to_i))
            out.put_next_entry(entry)
            out.write(PacketStore.read(f[:digest]))
          end
        end
        .string
    end
  end
end
