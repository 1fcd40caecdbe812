# frozen_string_literal: true

module Nockplane
  module Modelling
    # The table of variants of a recipe as a person edits it: columns chosen from the model, cells as text. Columns are
    # called "number", "name", by a parameter, by a feature (on or off), or by a property with "property " before it.
    # An empty cell is as in the model itself.
    class VariantTable
      # A column: header as written; kind: :variant, :number, :name, :parameter, :feature or :property; key in the row.
      Column = Struct.new(:header, :kind, :key)
      # What is wrong with a cell: row and column from 0 (column nil: the whole row), in words.
      Problem = Struct.new(:row, :column, :words)

      VARIANT = 'variant'
      PROPERTY = 'property '
      CALLED = %w[number name].freeze
      ON = %w[on yes true 1 x].freeze
      OFF = %w[off no false 0 -].freeze
      # What a variant may be called: it stands in links, files and title blocks.
      NAME = /\A[\p{L}\p{N}](?:[\p{L}\p{N} ._,+()×x-]{0,38}[\p{L}\p{N})])?\z/
      MOST_COLUMNS = 120

      attr_reader :recipe

      def initialize(recipe)
        @recipe = recipe
      end

      # Headers of the table as it is: those that a row gives something for.
      def headers
        rows = @recipe.variants.values
        given = @recipe.parameters.map(&:name).select { |n| rows.any? { |r| r.key?(n) } }
        switched = (@recipe.feature_ids - @recipe.parameters.map(&:name)).select { |id| rows.any? { |r| r.key?(id) } }
        properties = rows.flat_map { |r| (r[Variants::PROPERTIES] || {}).keys }.uniq - CALLED
        [VARIANT, *CALLED, *given, *switched, *properties.map { |p| PROPERTY + p }]
      end

      # Headers that could be added: [[header, what it is], ...].
      def addable
        own = headers
        sizes = @recipe.parameters.map { |p| [p.name, 'size'] }
        features = (@recipe.feature_ids - @recipe.parameters.map(&:name)).map { |id| [id, 'feature'] }
        properties = (@recipe.properties.keys - CALLED).map { |p| [PROPERTY + p, 'property'] }
        (sizes + features + properties).reject { |h, _| own.include?(h) }
      end

      # Texts by row, in the order of the headers.
      def cells(headers = self.headers)
        columns = headers.map { |h| column(h) }
        @recipe.variants.map { |name, row| columns.map { |c| c ? text(name, row, c) : '' } }
      end

      # What stands in a column's empty cells: the model's own value, in words.
      def base(header)
        found = column(header) or return ''
        case found.kind
        when :parameter
          shown(@recipe.parameter(found.key).given)
        when :feature
          feature_on?(found.key) ? 'on' : 'off'
        when :number, :property
          @recipe.properties[found.key].to_s
        when :name
          @recipe.name
        else
          ''
        end
      end

      # [rows, problems]: { variant => row } of texts (headers, lines of texts), and [Problem].
      def read(headers, lines)
        columns, problems = checked_columns(headers)
        if lines.size > Recipe::MAX_VARIANTS
          problems << Problem.new(nil, nil, "#{lines.size} rows; a table has at most #{Recipe::MAX_VARIANTS}")
          return {}, problems
        end

        rows = lines.each_with_index.map { |texts, i| read_row(columns, texts, i, problems) }
        [rows.to_h, problems + repeated(columns, lines)]
      end

      # The recipe with the table of these rows ({ variant => row }). Raises RecipeFault.
      def with(rows) = Recipe.parse(@recipe.source.with_table('variants', rows, before: 'features'))

      # Column of a header, nil when it means nothing.
      def column(header)
        name = header.to_s.strip
        return Column.new(name, :variant, nil) if name == VARIANT
        return Column.new(name, name.to_sym, name) if CALLED.include?(name)
        return Column.new(name, :parameter, name) if @recipe.parameter(name)
        return Column.new(name, :feature, name) if @recipe.feature_ids.include?(name)

        key = name.delete_prefix(PROPERTY).strip
        name.start_with?(PROPERTY) && Retitling::KEY.match?(key) ? Column.new(name, :property, key) : nil
      end

      private

      def feature_on?(id) = @recipe.features[@recipe.feature_ids.index(id)]['active'] != false

      def shown(value) = value.is_a?(Float) && value == value.round ? value.round.to_s : value.to_s

      def text(name, row, column)
        case column.kind
        when :variant
          name
        when :parameter
          row.key?(column.key) ? shown(row[column.key]) : ''
        when :feature
          row.key?(column.key) ? (row[column.key] ? 'on' : 'off') : ''
        else
          row.dig(Variants::PROPERTIES, column.key).to_s
        end
      end

      def checked_columns(headers)
        problems = []
        columns =
          headers.each_with_index.map { |h, i| column(h) || (problems << Problem.new(nil, i, unknown(h)) && nil) }
        twice = headers.map { |h| h.to_s.strip }.tally.select { |_, n| n > 1 }.keys
        twice.each { |h| problems << Problem.new(nil, headers.rindex(h), "the column '#{h}' stands twice") }
        first = columns.compact.find { |c| c.kind == :variant }
        problems << Problem.new(nil, nil, "there is no column '#{VARIANT}' with what each row is called") unless first
        if headers.size > MOST_COLUMNS
          problems << Problem.new(nil, nil, "#{headers.size} columns; at most #{MOST_COLUMNS} are read")
        end
        [columns, problems]
      end

      def unknown(header)
        known = [*CALLED, *@recipe.parameters.map(&:name), *@recipe.feature_ids]
        near = DidYouMean::SpellChecker.new(dictionary: known).correct(header.to_s.strip)
        hint = near.empty? ? ", or write 'property #{header.to_s.strip}'" : "; did you mean '#{near[0]}'?"
        "'#{header.to_s.strip[0, 40]}' is no size, feature or property of #{@recipe.name}#{hint}"
      end

      # [variant, row]
      def read_row(columns, texts, index, problems)
        name = ''
        row = {}
        columns.each_with_index do |column, i|
          given = texts[i].to_s.strip
          next unless column
          next name = checked_name(given, index, i, problems) if column.kind == :variant
          next if given.empty?

          value, wrong = value(column, given)
          next problems << Problem.new(index, i, wrong) if wrong

          put(row, column, value)
        end
        [name.empty? ? "row #{index + 1}" : name, row]
      end

      def put(row, column, value)
        return row[column.key] = value if %i[parameter feature].include?(column.kind)

        (row[Variants::PROPERTIES] ||= {})[column.key] = value
      end

      def checked_name(given, row, column, problems)
        words =
          if given.empty?
            'the variant has no name'
          elsif !given.match?(NAME)
            "'#{given[0, 40]}' is no name for a variant: letters, digits, spaces and . , - + ( ), 40 at most"
          end
        problems << Problem.new(row, column, words) if words
        given
      end

      # [value, nil] of a text, or [nil, what is wrong].
      def value(column, given)
        case column.kind
        when :parameter
          size(@recipe.parameter(column.key), given)
        when :feature
          switch(column, given)
        else
          given.length > 300 ? [nil, 'a property has at most 300 letters'] : [given, nil]
        end
      end

      def switch(column, given)
        return true, nil if ON.include?(given.downcase)
        return false, nil if OFF.include?(given.downcase)

        [nil, "#{column.key} is on or off (found '#{given[0, 20]}')"]
      end

      def size(parameter, given)
        if parameter.text?
          return given, nil if parameter.choices.include?(given)

          return nil, "#{parameter.name} is one of #{parameter.choices.join(', ')}"
        end
        number = given.match?(/\A[-+]?(\d+([.,]\d*)?|[.,]\d+)\z/) && Float(tidy(given), exception: false)
        return limits(parameter, number) if number

        expression(parameter, given)
      end

      def tidy(text) = text.tr(',', '.').sub(/\.\z/, '.0').sub(/\A([-+]?)\./, '\10.')

      def limits(parameter, number)
        value = number == number.round ? number.round : number
        return nil, "#{parameter.name} is at least #{parameter.min}" if parameter.min && number < parameter.min - 1e-9
        return nil, "#{parameter.name} is at most #{parameter.max}" if parameter.max && number > parameter.max + 1e-9

        [value, nil]
      end

      # An expression names parameters and can be worked out.
      def expression(parameter, given)
        Scope.of(@recipe).evaluate(given, "variants.#{parameter.name}")
        [given, nil]
      rescue RecipeFault => e
        words = e.faults[0].reason
        plain = given.match?(/[[:alpha:]_]/) ? words : "'#{given[0, 30]}' is not a number"
        [nil, plain]
      end

      # Variants and numbers that stand twice.
      def repeated(columns, lines)
        %i[variant number].flat_map do |kind|
          i = columns.index { |c| c&.kind == kind } or next []
          texts = lines.map { |l| l[i].to_s.strip }
          texts.each_with_index.filter_map do |text, row|
            first = texts.index(text)
            next if text.empty? || first == row

            Problem.new(row, i, "#{text} is the #{kind == :variant ? 'name' : 'number'} of row #{first + 1}, too")
          end
        end
      end
    end
  end
end
