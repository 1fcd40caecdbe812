# frozen_string_literal: true

module App
  class Packing
    # The files of one drawing of a packet: of a series the family itself, or one variant, which is laid out when its
    # first file is made.
    class Piece
      include PacketParts

      # base: Drawings::Drawing as it is issued; variant: name, nil for the drawing itself; known: -> numbers given
      # before; the block gives the Drawings::Drawing that is seen.
      def initialize(base, time, variant:, known:, marked:, &value)
        @base = base
        @time = time
        @variant = variant
        @known = known
        @marked = marked
        @shown = value
      end

      # { key of a characteristic => its number }
      def numbers = list.numbers

      # [[name, media type, what it is in words, -> bytes], ...]; nothing is laid out for it.
      def entries
        sheets = @base.sheets.size
        [
          [
            "#{stem}.pdf",
            'application/pdf',
            "#{sheets} #{sheets == 1 ? 'sheet' : 'sheets'}#{of_variant}",
            -> { paper }
          ],
          *Packing.models(@base, @variant).flat_map { |m| model_entries(m) },
          *lists.map { |t| [list_name(t), 'text/csv', t.kind, -> { Presenters::PartsShown.csv(value, t) }] },
          [
            "#{stem} characteristics.csv",
            'text/csv',
            "every size and tolerance to be inspected#{of_variant}",
            -> { characteristics(list) }
          ]
        ]
      end

      private

      def value = @value ||= @shown.call

      def list
        @list ||= Nockplane::Issuing::Characteristics.new(value, Workshop.source, known: @known.call)
      end

      def of_variant = @variant ? " of #{@variant}" : ''
      def stem = SeriesPaper.stem(["#{@base.meta.number} rev #{@base.meta.revision}", @variant].compact.join(' '))

      def model_entries(model)
        words = "#{model[:name]}, revision #{model[:revision]}"
        [
          ["#{model[:stem]}.step", 'model/step', "#{words}, as STEP AP242", -> { step(model) }],
          [
            "#{model[:stem]}.html",
            'text/html',
            "#{words}, as a 3D page that opens without a network",
            -> { page(model) }
          ]
        ]
      end

      def lists = @base.tables.select { |t| t.kind == Nockplane::Drawings::Tables::PartsList::NAME }
      def list_name(table) = "#{stem} #{table.kind}#{" #{table.id}" if lists.size > 1}.csv"

      def paper
        marks = @marked ? numbers : nil
        scenes = value.sheets.map { |s| SheetFiles.scene(value, s, numbers: marks) }
        Nockplane::Formats::Pdf.write(scenes, created: @time)
      end

      def step(model) = step_file(subject(model), record(model), "#{model[:stem]}.step")

      # The 3D page of a model.
      def page(model)
        meta = value.meta
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

      # [[number, words, limits, faces, id of the model dimension], ...] of the characteristics that views of a model
      # say.
      def said_of(model)
        list.rows.filter_map do |row|
          dimension = value.dimension(row.key[%r{/([^+]+)}, 1])
          next unless value.view(dimension.view).binding == model[:binding]

          said_row(row, dimension.snapshot.faces, dimension.dimension)
        end
      end

      # The parts list of the sheet that shows a model; nil when there is none.
      def parts(model)
        table = lists.find { |t| value.sheet(t.sheet)&.binding == model[:binding] } or return nil
        furniture = Nockplane::Drawings::Furniture.new(value, value.sheet(table.sheet), Workshop.source)
        { headers: table.columns.map { |c| c['title'] }, rows: furniture.texts(table) }
      end

      def subject(model) = value.binding(model[:binding]).subject(model[:revision])
    end
  end
end
