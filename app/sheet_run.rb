# frozen_string_literal: true

module App
  # What a sheet run from an assembly, a family or chosen models finds to draw, and what is asked of it.
  class SheetRun
    # One row. key: stays while the page is open; record: Records::Model, nil of a part of a file that has none yet;
    # text: of that part; kind: assembly, made, purchased or standard; why: sentence why it can't be drawn.
    Row = Struct.new(:key, :record, :text, :kind, :number, :name, :total, :variant, :told, :why, keyword_init: true)

    OUTPUTS = {
      'each' => 'a drawing each',
      'one' => 'one drawing with a sheet each',
      'pdf' => 'a PDF file each',
      'svg' => 'an SVG file each'
    }.freeze
    MOST = 2000

    attr_reader :of

    # of: addresses of models with commas between.
    def initialize(of)
      @of = of.to_s
      @models = @of.split(',').first(MOST).map { |slug| Records::Model.at(slug.strip) }
      raise Refused, 'Choose an assembly, a family or models to draw.' if @models.empty?
    end

    # What it is of, in words.
    def words
      one = @models[0]
      @models.size == 1 ? [one.number, one.name].compact.join(' ') : "#{@models.size} models"
    end

    # The model whose numbers and title a drawing of all sheets takes.
    def head = @models[0]

    # [Row]
    def rows = @rows ||= told(@models.flat_map { |m| found(m) }.uniq { |r| [r.record&.id || r.text, r.variant] })

    def row(key) = rows.find { |r| r.key == key } || raise(Refused, 'A row is no longer there; open the page again.')

    # [Records::Drawing] that a row has already. (A series drawing of the family shows each of its variants.)
    def drawings(row)
      model = row.record&.id or return []
      own, family =
        [row.variant, nil].map { |v| Records::Binding.where(model_id: model, variant: v).select(:drawing_id) }
      found = Records::Drawing.where(id: own)
      found = found.or(Records::Drawing.where(id: family, series: true)) if row.variant
      found.order(:number).to_a
    end

    # Products::Subject of a row. Raises Refused of a part of a file that is no model yet.
    def subject(row)
      return Nockplane::Products::Subject.new(row.record.id, row.record.latest.number, row.variant) if row.record

      raise Refused, "#{row.name} is a part of a file and becomes a model of its own when it is drawn."
    end

    private

    def found(model)
      text = model.latest.recipe
      return family(model) if Families.variants(model).any?
      return [row_of(model)] unless assembly?(text)

      Nockplane::Planning::RunRows.new(text, Workshop.source).all.map { |r| of_line(model, r) }
    rescue Nockplane::Modelling::RecipeFault => e
      [row_of(model).tap { |r| r.why = "it can't be built: #{e.message}" }]
    end

    def assembly?(text)
      return true if Nockplane::Modelling::AssemblyRecipe.is?(text)

      Nockplane::Modelling::ImportReference.is?(text) && Workshop.source.model_of(text).assembly?
    end

    def family(model)
      Families
        .variants(model)
        .map do |name|
          row_of(model).tap do |r|
            r.key = "#{model.slug}~#{name}"
            r.variant = name
            r.number = Families.number(model, name) || r.number
            r.name = "#{model.name}, #{name}"
          end
        end
    end

    def row_of(model)
      Row.new(
        key: model.slug,
        record: model,
        kind: assembly?(model.latest.recipe) ? 'assembly' : 'made',
        number: model.number.to_s,
        name: model.name,
        total: 1
      )
    end

    # A line of an assembly; parts of a file are models where they were drawn before.
    def of_line(top, row)
      record = row.line.nil? ? top : record_of(row)
      Row.new(
        key: row.path.empty? ? top.slug : "#{top.slug}:#{row.path}",
        record: record,
        text: record ? nil : row.text,
        kind: row.kind,
        number: row.number,
        name: row.name,
        total: row.total,
        variant: row.variant,
        why: row.why || broken(record, row)
      )
    end

    def record_of(row)
      return Actions::TakeOut.known(row.text) if row.text && Nockplane::Modelling::ImportReference.is?(row.text)

      Records::Model.named(row.line.reference)
    end

    def broken(record, row)
      return nil if record || (row.text && Nockplane::Modelling::ImportReference.is?(row.text))

      "there is no model #{row.line&.reference} here"
    end

    # Parts that share a number are told.
    def told(rows)
      shared = Nockplane::Planning::RunRows.shared(rows)
      rows.each do |r|
        others = (shared[r.number] || []).size
        r.told = "#{r.number} is the number of #{others} different rows" if others > 1
      end
    end
  end
end
