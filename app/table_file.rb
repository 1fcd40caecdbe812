# frozen_string_literal: true

require 'csv'

module App
  # Reads comma-separated values (also with semicolons or tabs between) from a person's spreadsheet, and writes them.
  module TableFile
    MAX_BYTES = 2_000_000
    MOST_ROWS = 2000

    module_function

    # [headers, rows of texts]. Raises Refused.
    def read(bytes)
      if bytes.bytesize > MAX_BYTES
        raise Refused, "The file has more than #{MAX_BYTES / 1_000_000} MB; a table of variants is smaller."
      end

      text = utf8(bytes)
      rows = parsed(text)
      raise Refused, 'The file is empty; it needs a line with the names of the columns.' if rows.empty?
      if rows.size - 1 > MOST_ROWS
        raise Refused,
              "The file has #{rows.size - 1} rows; a table has at most #{Nockplane::Modelling::Recipe::MAX_VARIANTS}."
      end

      [rows[0].map { |c| c.to_s.strip }, rows.drop(1).reject { |r| r.all? { |c| c.to_s.strip.empty? } }]
    end

    # Comma-separated values, with the headers first.
    def write(headers, rows)
      CSV.generate { |out| [headers, *rows].each { |row| out << row.map { |cell| guarded(cell) } } }
    end

    # (A cell that a spreadsheet would work out is no text any more.)
    def guarded(cell) = cell.match?(/\A(?:[=@\t\r]|[+-](?![\d.,]*\z))/) ? "'#{cell}" : cell

    def utf8(bytes)
      text = bytes.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
      return text if text.valid_encoding? && !text.include?("\0")

      raise Refused, 'The file is no text in UTF-8; save it as “CSV UTF-8”.'
    end

    def parsed(text)
      first = text.lines.first.to_s
      separator = [',', ';', "\t"].max_by { |s| first.count(s) }
      CSV.parse(text, col_sep: separator).map { |row| row.map { |c| c.to_s.delete_prefix("'") } }.reject(&:empty?)
    rescue CSV::MalformedCSVError => e
      raise Refused, "The file is no comma-separated text: #{e.message}."
    end
    private_class_method :guarded, :utf8, :parsed
  end
end
