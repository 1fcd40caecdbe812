# frozen_string_literal: true

module Nockplane
  module Drawings
    # Words of the fields that title blocks show: the drawing's own, the sheet's, and every property of the model.
    class Fields
      # The drawing's and the sheet's own fields, in words for a person.
      OWN = {
        'title' => 'title of the drawing',
        'number' => 'number of the drawing',
        'revision' => 'revision letter',
        'state' => 'state',
        'type' => 'document type',
        'scale' => 'scale of the sheet',
        'size' => 'size of the sheet',
        'sheet' => 'sheet n/m',
        'sheet number' => 'number of the sheet',
        'sheets' => 'count of sheets',
        'unit' => 'unit',
        'standard' => 'name of the drafting standard',
        'general_tolerance' => 'general tolerances',
        'tolerancing' => 'tolerancing principle',
        'owner' => 'legal owner',
        'date' => 'date of issue',
        'approved' => 'approved by',
        'checked' => 'checked by',
        'created' => 'created by',
        'department' => 'department',
        'model revision' => 'revision of the model',
        'model name' => 'name of the model',
        'template' => 'template and its revision'
      }.freeze
      # Properties that models usually have (ISO 7200 and 2.1); any other may be named as well.
      USUAL = { 'material' => 'material', 'finish' => 'finish', 'mass' => 'mass', 'author' => 'author' }.freeze
      # Fields that a person fills in on the drawing: giving them is no typing over.
      GIVEN = %w[date approved checked created department].freeze
      # Fields whose words a template has already; of others it shows the names.
      SETTLED = [
        'size',
        'unit',
        'standard',
        'general_tolerance',
        'tolerancing',
        'sheet',
        'sheet number',
        'sheets'
      ].freeze
      NAME = /\A[[:alpha:]][[:alnum:] _.-]{0,39}\z/

      # A field on the sheet: its cell key, name, words now, and whether they were typed over what it would show.
      Shown = Struct.new(:owner, :name, :words, :typed_over)

      # extra: { name => text } that holds on every drawing (owner); mass: -> text or nil, asked for only when a cell
      # shows it.
      def initialize(drawing, sheet, source, extra: {}, mass: nil)
        @drawing = drawing
        @sheet = sheet
        @extra = extra
        @mass = mass
        subject = sheet.binding && drawing.binding(sheet.binding).subject(sheet.revision)
        @model = subject && source.model(subject)
        @blank = BlankFields.new(source, subject, drawing.standard)
      end

      # Words of a field before a person's, nil when nothing gives it a value.
      def bound(name)
        found = own(name) || property(name)
        found.nil? || found.to_s.empty? ? nil : found.to_s
      end

      # Words of a field: typed over by hand first.
      def value(name) = @drawing.meta.fields[name] || bound(name)

      # Was the field typed over something that has a value of its own?
      def typed_over?(name) = @drawing.meta.fields.key?(name) && !GIVEN.include?(name)

      # Words of a cell as written: formatted; the words for "empty" when there is no value.
      def words(cell)
        return cell['text'].to_s unless cell['field']
        return "‹#{cell['field']}›" if @model.nil? && !SETTLED.include?(cell['field']) && !@extra.key?(cell['field'])

        value = value(cell['field'])
        value ? written(cell, value) : cell['empty'].to_s
      end

      # A field within words: "{material}".
      WITHIN = /\{([[:alpha:]][[:alnum:] _.-]{0,39})\}/

      # Words with the fields named within them filled in, "–" for those that have no value; what names no field stays.
      def filled(text)
        text.gsub(WITHIN) do |given|
          name = Regexp.last_match(1)
          known?(name) ? words({ 'field' => name, 'empty' => '–' }) : given
        end
      end

      # Names of the fields within words.
      def self.within(text) = text.scan(WITHIN).flatten

      # Names of all properties the model has.
      def properties = @model ? @model.properties.keys : []

      # Does a name mean anything here? Without a model any property may be meant.
      def known?(name)
        OWN.key?(name) || USUAL.key?(name) || BlankFields::NAMES.key?(name) || @model.nil? ||
          @model.properties.key?(name) || @drawing.meta.fields.key?(name)
      end

      private

      def own(name)
        meta = @drawing.meta
        case name
        when 'title'
          @sheet.title || meta.title
        when 'number', 'revision', 'state'
          meta[name]
        when 'scale'
          Drafting::Scale.text(@sheet.scale || 1.0, @drawing.standard.decimal)
        when 'size'
          @sheet.paper.name
        when 'sheet'
          "#{sheet_number}/#{@drawing.sheets.size}"
        when 'sheet number'
          sheet_number.to_s
        when 'sheets'
          @drawing.sheets.size.to_s
        when 'unit'
          @drawing.standard.unit_words
        when 'standard'
          @drawing.standard.name
        when 'general_tolerance'
          @drawing.standard.general_tolerance
        when 'tolerancing'
          @drawing.standard.tolerancing
        when 'type'
          @model && (@model.assembly? ? 'Assembly drawing' : 'Part drawing')
        when 'model revision'
          @sheet.revision&.to_s
        when 'model name'
          @model&.name
        when 'template'
          meta.template && "#{meta.template['slug']}, #{meta.template['revision']}"
        else
          @extra[name] || @blank.words(name)
        end
      end

      def sheet_number = @drawing.sheets.index { |s| s.id == @sheet.id } + 1

      def property(name)
        given = @model&.properties&.fetch(name, nil)
        return given unless name == 'mass' && @mass && !(given && Modelling::Materials.stated?(@model.properties))

        decimal(@mass.call) || given
      end

      # Words with the decimal sign of the standard.
      def decimal(words) = words&.gsub(/(\d)\.(\d)/, "\\1#{@drawing.standard.decimal}\\2")

      # decimals only where the value is a number, with or without a unit behind it.
      def written(cell, value)
        text = value.to_s
        if cell['decimals'] && (m = text.match(/\A(-?\d+(?:[.,]\d+)?)(.*)\z/m))
          text =
            format("%.#{cell['decimals'].to_i.clamp(0, 6)}f", m[1].tr(',', '.').to_f).sub(
              '.',
              @drawing.standard.decimal
            ) + m[2]
        end
        text = { 'upper' => text.upcase, 'lower' => text.downcase }.fetch(cell['case'], text)
        "#{cell['before']}#{text}#{cell['after']}"
      end
    end
  end
end
