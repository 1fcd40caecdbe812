# frozen_string_literal: true

module App
  # One gate in front of all routes: what comes in as parameters or JSON is decoded, of the shape that is declared, and
  # bounded, before any route sees it. A refusal names the parameter and says what is wrong.
  module Gate
    # Parameters of forms and addresses that are no plain text.
    LISTS = %w[drawings variants models things views].freeze
    SETS = %w[properties decide numbers names].freeze
    FILES = %w[file].freeze
    # Names in JSON bodies that may hold lists or sets of plain values, and those that hold nothing but sets.
    NESTED = %w[
      what
      dimensions
      views
      pairs
      columns
      uncut
      components
      direction
      up
      headers
      decisions
      left
      faces
      only
      ids
    ].freeze
    # Lists of lists of texts: the cells of a table.
    TABLES = %w[rows].freeze
    CELLS = 60_000
    # Lists of points, mm.
    POINTS = %w[points].freeze
    MOST_POINTS = 2000
    POINT = %w[at].freeze
    NAMED = %w[sizes fits features numbers names datums defaults fields].freeze
    # Whole numbers in JSON bodies.
    WHOLE = %w[base on].freeze
    TEXT = 300_000
    ITEMS = 2000
    NUMBER = 1e12

    module_function

    # Sinatra's params. Raises Refused.
    def parameters(params)
      params.each do |name, value|
        text(name.to_s, 'the name of a parameter')
        next if FILES.include?(name) && upload?(value)
        next list(name, value) if LISTS.include?(name) && value.is_a?(Array)
        next set(name, value) if SETS.include?(name) && value.is_a?(Hash)

        wrong(name, 'is a text') unless value.nil? || value.is_a?(String)
        text(value, name) if value
      end
    end

    # A JSON body, a hash. Raises Refused.
    def json(data)
      wrong('the request', "has at most #{ITEMS} values") if data.size > ITEMS
      data.each do |name, value|
        text(name, 'the name of a value')
        next named(name, value) if NAMED.include?(name)
        next whole(name, value) if WHOLE.include?(name)
        next points(name, value) if POINTS.include?(name)
        next table(name, value) if TABLES.include?(name) && value.is_a?(Array)
        next point(name, value) if POINT.include?(name)
        next nested(name, value) if NESTED.include?(name) && (value.is_a?(Array) || value.is_a?(Hash))

        plain(name, value)
      end
    end

    def upload?(value)
      value.is_a?(Hash) && value[:tempfile].respond_to?(:read) && value[:filename].is_a?(String) &&
        text(value[:filename], 'the name of the file')
    end

    def nested(name, value)
      values = value.is_a?(Hash) ? value.to_a.flatten(1) : value
      wrong(name, "has at most #{ITEMS} entries") if values.size > ITEMS
      values.each { |v| plain(name, v) }
    end

    def named(name, value)
      wrong(name, 'is a set of named values') unless value.nil? || value.is_a?(Hash)
      nested(name, value || {})
    end

    def list(name, value)
      wrong(name, "has at most #{ITEMS} entries") if value.size > ITEMS
      value.each { |v| v.is_a?(String) ? text(v, name) : wrong(name, 'is a list of texts') }
    end

    def set(name, value)
      wrong(name, "has at most #{ITEMS} entries") if value.size > ITEMS
      value.each do |key, v|
        text(key.to_s, name)
        v.is_a?(String) ? text(v, name) : wrong(name, 'is a set of texts')
      end
    end

    # The cells of a table, by row.
    def table(name, value)
      rows = value.is_a?(Array) && value.all?(Array) ? value : wrong(name, 'is a list of rows')
      wrong(name, "has at most #{CELLS} cells") if rows.sum(&:size) > CELLS
      rows.each { |row| row.each { |v| v.is_a?(String) ? text(v, name) : wrong(name, 'is a table of texts') } }
    end

    # Points of a line drawn by hand.
    def points(name, value)
      wrong(name, "is a list of at most #{MOST_POINTS} points") unless value.is_a?(Array) && value.size <= MOST_POINTS
      value.each { |v| point(name, v) }
    end

    def point(name, value)
      return if value.nil?

      wrong(name, 'is two lengths') unless value.is_a?(Array) && value.size == 2 && value.all?(Numeric)
      value.each { |v| plain(name, v) }
    end

    def plain(name, value)
      case value
      when String
        text(value, name)
      when Numeric
        wrong(name, 'is a number of a usual size') unless value.to_f.finite? && value.abs <= NUMBER
      when true, false, nil
        nil
      else
        wrong(name, 'is a text, a number, true or false')
      end
    end

    def whole(name, value)
      unless value.nil? || (value.is_a?(Integer) && value.abs <= NUMBER) ||
               (value.is_a?(String) && value.match?(/\A\d{1,9}\z/))
        wrong(name, 'is a whole number')
      end
    end

    # Gives the text. Characters that none can have are told.
    def text(value, name)
      fault = Nockplane::Drafting::Legible.fault(value)
      raise Refused.new("#{label(name)} has #{fault} in it, which no text can have; take it out.", status: 400) if fault

      wrong(name, "has at most #{TEXT} characters") if value.length > TEXT
      value
    end

    def label(name) = "“#{Nockplane::Drafting::Legible.clean(name.to_s.dup.force_encoding(Encoding::UTF_8))[0, 40]}”"
    def wrong(name, needed) = raise(Refused.new("#{label(name)} #{needed}; what came is something else.", status: 400))
  end
end
