# frozen_string_literal: true

require 'psych'

module Nockplane
  module Modelling
    # Recipe text as plain data (safe YAML: no tags, no aliases) that remembers the line and place of every value, so
    # that faults name lines and an edited value is spliced into the text, leaving comments and layout alone.
    class RecipeSource
      MAX_BYTES = 256 * 1024
      MAX_DEPTH = 12
      MAX_NODES = 20_000
      # Texts that stand in YAML without quotes, and words that would be read as something else.
      PLAIN = %r{\A[A-Za-z0-9_(.][\w. +*/()-]*\z}
      RESERVED = /\A(true|false|null|yes|no|[-+.\d]+)\z/i

      attr_reader :text, :data

      # Raises RecipeFault for text that is too large, too deep, or not YAML.
      def initialize(text)
        @text = RecipeSource.checked(text)
        @nodes = {}
        @count = 0
        document = Psych.parse(@text) or
          raise RecipeFault, Fault.new(1, nil, 'the recipe is empty; it needs a name and features')
        @data = read(document.root, '', 0)
        freeze
      rescue Psych::SyntaxError => e
        raise RecipeFault,
              Fault.new(
                e.line,
                nil,
                "not YAML: #{e.problem}#{" #{e.context}" if e.context}; check indentation, colons and brackets there"
              )
      end

      def self.checked(text)
        if text.bytesize > MAX_BYTES
          raise RecipeFault, Fault.new(nil, nil, "the recipe has #{text.bytesize} bytes; at most #{MAX_BYTES} are read")
        end

        text = text.dup.force_encoding(Encoding::UTF_8)
        unless text.valid_encoding?
          raise RecipeFault, Fault.new(nil, nil, 'the recipe is not UTF-8 text; save it as UTF-8')
        end

        text.gsub("\r\n", "\n").freeze
      end

      # Line (from 1) of the value at a path such as "features[2].depth", or of its nearest parent that exists.
      def line(path)
        until path.empty?
          return @nodes[path].start_line + 1 if @nodes[path]

          path = path.sub(/(\.[^.\[]+|\[\d+\]|\A[^.\[]+)\z/, '')
        end
        1
      end

      # The single value at a path such as "features[2].depth"; nil when there is none.
      def at(path)
        node = @nodes[path]
        node.is_a?(Psych::Nodes::Scalar) ? value(node, path) : nil
      end

      # Text with the scalar at path replaced by value. Raises KeyError when there is none.
      def with(path, value)
        node = @nodes.fetch(path)
        raise KeyError, "#{path} is not a single value" unless node.is_a?(Psych::Nodes::Scalar)

        splice(node.start_line, node.start_column, node.end_line, node.end_column, scalar(value))
      end

      # Text with the single value at path made the "value" of a mapping that has another key too.
      def with_mapping(path, key, value)
        node = @nodes.fetch(path)
        given = @text.lines[node.start_line][node.start_column...node.end_column]
        splice(
          node.start_line,
          node.start_column,
          node.end_line,
          node.end_column,
          "{value: #{given}, #{key}: #{scalar(value)}}"
        )
      end

      # Text without a key of the mapping at path; as it is where there is none. A mapping keeps one key at least.
      def without_key(path, key)
        pairs = @nodes.fetch(path).children.each_slice(2).to_a
        index = pairs.index { |k, _| k.value == key }
        return @text if index.nil? || pairs.size < 2

        # (A value in lines of its own ends where the next key begins: up to there all goes, from the key on.)
        if index < pairs.size - 1
          splice_nodes(pairs[index][0], :start, pairs[index + 1][0], :start)
        else
          splice_nodes(pairs[index - 1][1], :end, pairs[index][1], :end)
        end
      end

      # Text with a key added to the mapping at path, after its first entry (or the key's value replaced when it
      # exists).
      def with_key(path, key, value)
        return with("#{path}.#{key}", value) if @nodes["#{path}.#{key}"]

        map = @nodes.fetch(path)
        first_key, first = map.children[0, 2]
        addition =
          (
            if map.style == Psych::Nodes::Mapping::FLOW
              ", #{key}: #{scalar(value)}"
            else
              "\n#{' ' * first_key.start_column}#{key}: #{scalar(value)}"
            end
          )
        splice(first.end_line, first.end_column, first.end_line, first.end_column, addition)
      end

      # Text with a top-level table of rows ({ name => { key => value or { key => text } } }) in place of what stands
      # under a key, or put in before another key; comments that stood in it are kept above its rows; none for no rows.
      def with_table(key, rows, before:)
        lines = @text.lines
        from, to = block_of(key) || [line_of_key(before), line_of_key(before)]
        comments = lines[from...to].select { |l| l.match?(/\A\s*#/) }
        table =
          rows.empty? ? [] : ["#{key}:\n", *comments, *rows.map { |name, row| "  #{scalar(name)}: #{flow(row)}\n" }]
        (lines[0...from] + table + (rows.empty? ? comments : []) + lines[to..]).join
      end

      private

      # { key => value } on one line.
      def flow(row)
        pairs = row.map { |k, v| "#{scalar(k)}: #{v.is_a?(Hash) ? flow(v) : scalar(v)}" }
        "{#{pairs.join(', ')}}"
      end

      # Lines from, to (from 0, to not included) of a top-level key with all that stands under it; nil for none.
      def block_of(key)
        from = line_of_key(key) or return nil
        after = @text.lines[(from + 1)..].index { |l| l.match?(/\A[^\s#]/) }
        # (Comments at the margin before the next key are that one's.)
        to = after ? from + 1 + after : @text.lines.size
        to -= 1 while to > from + 1 && @text.lines[to - 1].match?(/\A(#.*)?$/)
        [from, to]
      end

      # Line (from 0) on which a top-level key stands, nil for none.
      def line_of_key(key) = @text.lines.index { |l| l.match?(/\A["']?#{Regexp.escape(key)}["']?\s*:/) }

      # Takes away what stands between the start or end of two nodes.
      def splice_nodes(from, from_side, to, to_side)
        a, b =
          [[from, from_side], [to, to_side]].map do |node, side|
            [node.public_send("#{side}_line"), node.public_send("#{side}_column")]
          end
        splice(*a, *b, '')
      end

      def splice(line0, column0, line1, column1, insert)
        lines = @text.lines
        head = lines[0...line0].join + lines[line0][0...column0]
        tail = (lines[line1] || '')[column1..].to_s + (lines[(line1 + 1)..] || []).join
        head + insert + tail
      end

      def scalar(value)
        case value
        when Numeric, true, false
          value.to_s
        else
          PLAIN.match?(value.to_s) && !RESERVED.match?(value.to_s) ? value.to_s : value.to_s.to_json
        end
      end

      def read(node, path, depth)
        @count += 1
        fault(node, path, "nested deeper than #{MAX_DEPTH} levels") if depth > MAX_DEPTH
        fault(node, path, "more than #{MAX_NODES} values") if @count > MAX_NODES
        @nodes[path] = node
        case node
        when Psych::Nodes::Mapping
          mapping(node, path, depth)
        when Psych::Nodes::Sequence
          node.children.each_with_index.map { |c, i| read(c, "#{path}[#{i}]", depth + 1) }
        when Psych::Nodes::Scalar
          value(node, path)
        else
          fault(node, path, 'aliases (*name) are not used in recipes; write the value out')
        end
      end

      def mapping(node, path, depth)
        node
          .children
          .each_slice(2)
          .with_object({}) do |(key, child), hash|
            fault(key, path, 'a key must be a plain word') unless key.is_a?(Psych::Nodes::Scalar)
            fault(key, path, "the key '#{key.value}' stands twice; keep one") if hash.key?(key.value)
            hash[key.value] = read(child, path.empty? ? key.value : "#{path}.#{key.value}", depth + 1)
          end
      end

      def value(node, path)
        fault(node, path, "the tag #{node.tag} is not used in recipes; write a plain value") if node.tag
        return node.value if node.quoted

        case node.value
        when /\A[-+]?\d{1,12}\z/
          Integer(node.value, 10)
        when /\A[-+]?(\d{1,12}\.\d*|\.\d+)([eE][-+]?\d{1,2})?\z/
          node.value.to_f
        when 'true', 'yes'
          true
        when 'false', 'no'
          false
        when '', '~', 'null'
          nil
        else
          node.value
        end
      end

      def fault(node, path, reason) = raise(RecipeFault, Fault.new(node.start_line + 1, path, reason))
    end
  end
end
