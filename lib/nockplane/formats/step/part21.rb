# frozen_string_literal: true

require 'strscan'

module Nockplane
  module Formats
    module Step
      # The clear text encoding of ISO 10303-21: an index of all records first (id, place in the text, type), their
      # parameters when they are asked for.
      #
      # Parameters: Integer, Float, String (UTF-8), Symbol for an enumeration (:T, :F, :MILLI), Ref for #id, Typed for
      # TYPE(value), Array for a list, nil for $, :* for a derived one, Binary for "hex".
      class Part21
        MAX_BYTES = 64 * 1024 * 1024
        MAX_RECORDS = 2_000_000
        MAX_DEPTH = 40
        MAX_RECORD_BYTES = 8 * 1024 * 1024

        # (No Struct: Array() must leave it whole.)
        Ref = Class.new do
          attr_reader :id

          def initialize(id) = @id = id
          def ==(other) = other.is_a?(self.class) && id == other.id
          alias_method :eql?, :==
          def hash = id.hash
        end
        Typed = Struct.new(:type, :value) { undef to_a }
        Binary = Struct.new(:hex) { undef to_a }

        # A record: leaves is { TYPE => parameters }, one for a simple instance, several for a complex one.
        class Record
          attr_reader :id, :leaves

          def initialize(id, leaves)
            @id = id
            @leaves = leaves
          end

          def type = @leaves.size == 1 ? @leaves.each_key.first : 'COMPLEX'
          def is?(*types) = types.any? { |t| @leaves.key?(t) }

          # Parameters of one leaf; of the only one when no type is given.
          def args(type = nil)
            (type ? @leaves[type] : @leaves.each_value.first) || raise(Unusable, "##{@id} has no part #{type}")
          end

          def [](index) = args[index]
          def to_s = "##{@id} #{@leaves.keys.join('+')}"
        end

        # header: { name => parameters }; skipped: statements of the data section that are no records.
        attr_reader :header, :skipped

        # bytes: the file. Raises Unreadable.
        def initialize(bytes)
          @text = bytes.b
          if @text.bytesize > MAX_BYTES
            raise Unreadable,
                  "the file has #{@text.bytesize / 1_048_576} MB; at most #{MAX_BYTES / 1_048_576} MB are read. " \
                  "Export fewer parts to a file."
          end

          raise Unreadable, not_step unless Step.is?(@text)

          @index = {}
          @types = Hash.new { |h, k| h[k] = [] }
          @parsed = {}
          @header = {}
          @skipped = 0
          read
        end

        def size = @index.size

        # Ids of the simple records of a type, in file order.
        def ids(type) = @types.key?(type) ? @types[type] : []

        # [Record] of a type: simple ones, and complex ones with such a leaf.
        def all(*types) = (types.flat_map { |t| ids(t) }.map { |id| self[id] } + complex.select { |r| r.is?(*types) })

        # [Record] of some types that can be read, simple or complex; the block is told of broken ones (id, error).
        def readable(*types)
          (types.flat_map { |t| ids(t) } + ids('')).filter_map do |id|
            record = self[id]
            record if record.is?(*types)
          rescue Unusable => e
            yield id, e if block_given?
            nil
          end
        end

        # The number of a parameter that may stand in a type, nil for anything else.
        def self.number(value) = (value.is_a?(Typed) ? value.value : value).then { |v| v.is_a?(Numeric) ? v : nil }

        def complex = @complex ||= ids('').map { |id| self[id] }

        # { type => how many }
        def counts = @types.reject { |t, _| t.empty? }.transform_values(&:size)

        # The Record of an id or Ref. Raises Unusable when it is missing or broken.
        def [](ref)
          id = ref.is_a?(Ref) ? ref.id : ref
          raise Unusable, 'a reference to another record was expected' unless id.is_a?(Integer)

          @parsed[id] ||= parse(id)
        end

        # The record behind a parameter, nil for $ or anything but a reference.
        def at(ref) = ref.is_a?(Ref) ? self[ref] : nil

        def include?(id) = @index.key?(id)

        # Line of a record in the file.
        def line(id) = @text.byteslice(0, @index[id] || 0).count("\n") + 1

        private

        def not_step
          if @text.start_with?('PK')
            return 'this is a ZIP archive, not a STEP file; unpack it and give the .stp file in it'
          end

          'this is not a STEP file: it does not begin with ISO-10303-21; export the model as STEP (AP203, AP214 or ' \
            'AP242)'
        end

        HEADER = /\AFILE_(?:DESCRIPTION|NAME|SCHEMA)\s*/n
        GAP = %r{(?:\s|/\*.*?\*/)*}mn
        RECORD = /#(\d{1,18})#{GAP}=#{GAP}(?:([A-Za-z_][A-Za-z0-9_]*)|(\())/n
        START = /#\d+#{GAP}=#{GAP}/n
        # (Atomic groups: a broken string must not send the match back and forth through the whole file.)
        STATEMENT = %r{(?>[^;'/"]+|'(?>[^']+|'')*'|"[^"]*"|/\*(?>.*?\*/)|/)*;}mn
        STRING = /'(?>[^']+|'')*'/n
        BLANK = %r{(?>\s+|/\*.*?\*/)+}mn

        def read
          @scan = StringScanner.new(@text)
          section = nil
          until @scan.eos?
            @scan.skip(BLANK)
            start = @scan.pos
            statement = statement() or break
            section = take(statement, start, section)
            break if section == :end
          end
          if @index.empty?
            raise Unreadable, 'the file has no DATA section with records; it may be cut off. Export it again.'
          end
        end

        # Text to the next ; outside strings and comments, without it; nil at the end of the file.
        def statement
          start = @scan.pos
          part = @scan.scan_until(/;/n)
          return nil unless part
          return part if !part.include?("'") && !part.include?('/*') && !part.include?('"')

          @scan.pos = start
          found = @scan.scan(STATEMENT)
          unless found
            raise Unreadable,
                  "line #{@text.byteslice(0, start).count("\n") + 1}: a string or comment is not closed; the file " \
                  "may be cut off"
          end

          found
        end

        def take(statement, start, section)
          if statement.start_with?('#')
            return section unless section == :data

            index(statement, start)
          elsif statement.match?(/\A(?:DATA\b|ANCHOR\b|REFERENCE\b|SIGNATURE\b|HEADER\s*;)/n)
            return statement.start_with?('DATA') ? :data : (statement.start_with?('HEADER') ? :header : :other)
          elsif statement.start_with?('END-ISO') then return :end
          elsif statement.start_with?('ENDSEC') then return nil
          elsif section == :header && statement.match?(HEADER) then head(statement)
          end
          section
        end

        def index(statement, start)
          m = RECORD.match(statement)
          return @skipped += 1 unless m && m.begin(0).zero?

          id = m[1].to_i
          @index[id] = start
          @types[m[2] ? m[2].upcase : ''] << id
          if @index.size > MAX_RECORDS
            raise Unreadable, "the file has more than #{MAX_RECORDS} records; export fewer parts to a file"
          end
        end

        def head(statement)
          scan = StringScanner.new(statement)
          name = scan.scan(/[A-Z_]+/n)
          @header[name] = Parameters.new(scan).list
        rescue Unusable
          nil
        end

        def parse(id)
          at = @index[id] or raise Unusable, "##{id} is referred to but not in the file"
          @scan.pos = at
          @scan.skip(START)
          Record.new(id, Parameters.new(@scan).leaves)
        rescue Unusable => e
          raise Unusable, e.message.start_with?('#') ? e.message : "##{id} (line #{line(id)}): #{e.message}"
        end

        # Parameters of one record from a scanner's place on.
        class Parameters
          NUMBER = /[+-]?\d+(?:\.\d*)?(?:[Ee][+-]?\d+)?/n
          GREATEST = 1e15

          def initialize(scan)
            @scan = scan
          end

          # { TYPE => parameters }
          def leaves
            return simple.to_h unless @scan.skip(/\(/n)

            found = {}
            loop do
              blank
              break if @scan.skip(/\)/n)

              type, list = simple.first
              found[type] = list
            end
            raise Unusable, 'a complex record without parts' if found.empty?

            found
          end

          def list(depth = 0)
            raise Unusable, "lists are nested more than #{MAX_DEPTH} deep" if depth > MAX_DEPTH

            blank
            @scan.skip(/\(/n) or raise Unusable, 'a list was expected'
            found = []
            blank
            return found if @scan.skip(/\)/n)

            loop do
              found << value(depth)
              blank
              next if @scan.skip(/,/n)
              break if @scan.skip(/\)/n)

              raise Unusable, "a list is not closed before '#{near}'"
            end
            found
          end

          private

          def blank = @scan.skip(BLANK)
          def near = Encoding.plain(@scan.peek(12))

          def simple
            name = @scan.scan(/[A-Za-z_!][A-Za-z0-9_]*/n) or raise Unusable, "a type was expected at '#{near}'"
            [[name.upcase, list]]
          end

          def value(depth)
            blank
            if @scan.skip(/#/n)
              Ref.new((@scan.scan(/\d{1,18}/n) or raise Unusable, 'a reference without a number').to_i)
            elsif (number = @scan.scan(NUMBER))
              numeric(number)
            elsif @scan.skip(/\$/n)
              nil
            elsif @scan.skip(/\*/n)
              :*
            elsif @scan.check(/'/n)
              Encoding.decode(@scan.scan(STRING)&.then { |s| s[1..-2] } || raise(Unusable, 'a string is not closed'))
            elsif (name = @scan.scan(/\.[A-Za-z0-9_]+\./n))
              name[1..-2].upcase.to_sym
            elsif @scan.check(/\(/n)
              list(depth + 1)
            elsif (hex = @scan.scan(/"[0-9A-Fa-f]*"/n))
              Binary.new(hex[1..-2])
            else
              typed(depth)
            end
          end

          def numeric(text)
            return text.to_i if text.match?(/\A[+-]?\d{1,15}\z/n)

            f = text.sub(/\.(?=[Ee])/n, '.0').to_f # Ruby reads 5.E-02 as 5
            unless f.finite? && f.abs < GREATEST
              raise Unusable, "the number #{Encoding.plain(text[0, 30])} is out of bounds"
            end

            f
          end

          def typed(depth)
            name = @scan.scan(/[A-Za-z_][A-Za-z0-9_]*/n) or raise Unusable, "'#{near}' is no parameter"
            inner = list(depth + 1)
            Typed.new(name.upcase, inner.size == 1 ? inner[0] : inner)
          end
        end
      end
    end
  end
end
