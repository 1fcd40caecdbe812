# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Strings of ISO 10303-21 clause 6.4.3: '' for an apostrophe, \\ for a backslash, \S\x the upper half of an ISO
      # 8859 page (\PA\ to \PI\ choose it), \X\hh one byte of ISO 8859-1, \X2\...\X0\ UTF-16, \X4\...\X0\ UTF-32.
      module Encoding
        CODE = /\\(?:X2\\((?:\h{4})*)\\X0\\|X4\\((?:\h{8})*)\\X0\\|X\\(\h\h)|S\\(.)|P([A-I])\\|(\\))/mn

        module_function

        # The text between the quotes as UTF-8. Bytes that are no UTF-8 are taken as ISO 8859-1.
        def decode(raw)
          text = raw.delete("\r\n").gsub("''", "'")
          return plain(text) unless text.include?('\\')

          page = 'A'
          out = +''
          rest = 0
          while (m = CODE.match(text, rest))
            out << plain(text.byteslice(rest, m.begin(0) - rest))
            m[5] ? page = m[5] : out << character(m, page)
            rest = m.end(0)
          end
          out << plain(text.byteslice(rest, text.bytesize))
        end

        # UTF-8 text between quotes, as decode reads it.
        def encode(text)
          "'#{text.to_s.gsub(/[^\x20-\x7e]+|['\\]/) { |s| s == "'" ? "''" : (s == '\\' ? '\\\\' : wide(s)) }}'"
        end

        def wide(text) = "\\X2\\#{text.encode('UTF-16BE').unpack1('H*').upcase}\\X0\\"

        def plain(bytes)
          utf8 = bytes.dup.force_encoding('UTF-8')
          utf8.valid_encoding? ? utf8 : bytes.dup.force_encoding('ISO-8859-1').encode('UTF-8')
        end

        def character(match, page)
          return hex(match[1], 'UTF-16BE') if match[1]
          return hex(match[2], 'UTF-32BE') if match[2]
          return [match[3].hex].pack('U') if match[3]
          return upper(match[4], page) if match[4]

          '\\'
        end

        def hex(digits, encoding)
          [digits].pack('H*').force_encoding(encoding).encode('UTF-8', invalid: :replace, undef: :replace)
        end

        def upper(char, page)
          (char.ord + 128)
            .chr
            .force_encoding("ISO-8859-#{page.ord - 64}")
            .encode('UTF-8', invalid: :replace, undef: :replace)
        rescue RangeError, ::EncodingError
          '?'
        end
      end
    end
  end
end
