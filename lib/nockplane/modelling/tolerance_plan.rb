# frozen_string_literal: true

module Nockplane
  module Modelling
    # The tolerance plan of a part: what is said of it in the model. It stands in the text of its revision, of a recipe
    # under "plan", one statement a line; of an imported file in its reference. The solid does not rest on it.
    #
    #   plan:
    #     character: prismatic
    #     way: geometric
    #     planes: [box/side.slanted]
    #     statements:
    #       - {kind: datum, id: a, letter: A, faces: [box/end.start]}
    #       - {kind: frame, id: s1, words: "⌖|⌀0.2 Ⓜ|A|B|C", faces: ["holes[1]/wall", "holes[2]/wall"]}
    #       - {kind: size, id: s2, of: "measured.size.holes[1]/wall", tolerance: H9, faces: ["holes[1]/wall"]}
    class TolerancePlan
      CHARACTERS = %w[prismatic turned].freeze
      WAYS = %w[geometric plusminus].freeze
      KEYS = %w[character way defaults planes statements].freeze
      MOST = 1000
      MOST_PLANES = 50
      KEY = 'plan'
      # The key with the lines under it that are indented, list entries, empty or comments.
      BLOCK = /^plan:[^\n]*\n?(?:(?:[ \t-][^\n]*|[ \t]*#[^\n]*|)(?:\n|\z))*/

      # Of the text of a recipe or an imported file; nil where there is none. Raises RecipeFault.
      def self.of(text)
        return nil unless said_in?(text)
        return of_data(ImportReference.parse(text).plan) if ImportReference.is?(text)
        return nil if AssemblyRecipe.is?(text)

        Recipe.parse(text).plan
      end

      # (What is no text is told where it is read.)
      def self.said_in?(text) = text.valid_encoding? && text.match?(/^plan:|"plan":\{/)

      def self.of_data(data) = data.nil? || data.empty? ? nil : new(data)

      # A text without it: what everything else that is made of the part rests on.
      def self.without(text)
        return text unless said_in?(text)

        ImportReference.is?(text) ? ImportReference.parse(text).planned({}).to_s : text.sub(BLOCK, '')
      end

      # planes: names of the faces that annotation planes of its own lie along.
      attr_reader :character, :way, :defaults, :planes, :statements

      # data: plain, as #to_h gives it; the block gets what is wrong as path and reason, all of it, before RecipeFault
      # is raised.
      def initialize(data)
        @faults = []
        @character = choice(data, 'character', CHARACTERS)
        @way = choice(data, 'way', WAYS)
        @defaults = (data['defaults'] || 'usual').to_s
        @planes = faces(data['planes'] || [])
        @statements = read(data['statements'] || [])
        unknown = data.keys - KEYS
        wrong(unknown[0], "unknown key '#{unknown[0]}'; known here: #{KEYS.join(', ')}") if unknown.any?
        check unless @faults.any?
        raise RecipeFault, @faults if @faults.any?

        @faults = nil
        Ractor.make_shareable(self)
      end

      # Plain data.
      def to_h
        {
          'character' => @character,
          'way' => @way,
          'defaults' => @defaults,
          **(@planes.empty? ? {} : { 'planes' => @planes }),
          'statements' => @statements.map(&:to_h)
        }
      end

      def ==(other) = other.is_a?(TolerancePlan) && to_h == other.to_h
      def statement(id) = @statements.find { |s| s.id == id }
      def datums = @statements.select { |s| s.is_a?(Planned::Datum) }
      def digest = Digest::SHA256.hexdigest(JSON.generate(to_h))
      def empty? = @statements.empty?

      # The same with other statements, and planes. Raises RecipeFault.
      def with(statements, planes: @planes)
        TolerancePlan.new(to_h.merge('planes' => planes, 'statements' => statements.map(&:to_h)))
      end

      # An id that no statement has: the letter and the next number.
      def next_id(letter = 's', taken = [])
        numbers = (@statements.map(&:id) + taken).filter_map { |id| id[/\A#{letter}(\d+)\z/, 1]&.to_i }
        "#{letter}#{(numbers.max || 0) + 1}"
      end

      # A text with this plan in place of what stood there; with none when it says nothing.
      def in(text)
        return ImportReference.parse(text).planned(empty? ? {} : to_h).to_s if ImportReference.is?(text)

        bare = TolerancePlan.without(RecipeSource.checked(text))
        empty? ? bare : "#{bare.sub(/\n*\z/, "\n")}#{lines}"
      end

      private

      def lines
        head = ["#{KEY}:", "  character: #{@character}", "  way: #{@way}"]
        head << "  defaults: #{JSON.generate(@defaults)}" unless @defaults == 'usual'
        head << "  planes: #{flow(@planes)}" if @planes.any?
        [*head, '  statements:', *@statements.map { |s| "    - #{flow(s.to_h)}" }].join("\n") << "\n"
      end

      # Plain data on one line of YAML.
      def flow(value)
        case value
        when Hash
          "{#{value.map { |k, v| "#{k}: #{flow(v)}" }.join(', ')}}"
        when Array
          "[#{value.map { |v| flow(v) }.join(', ')}]"
        when Numeric
          value.to_s
        else
          if value.match?(%r{\A[a-z][\w./]*\z}) && !value.match?(/\A(true|false|null|yes|no|on|off)\z/)
            value
          else
            value.to_json
          end
        end
      end

      def wrong(path, reason)
        @faults << Fault.new(nil, [KEY, path].compact.join('.'), reason)
        nil
      end

      def choice(data, key, choices)
        given = data[key] || choices[0]
        return given if choices.include?(given)

        wrong(key, "'#{given}' is not known; use #{choices.join(' or ')}")
      end

      def faces(list)
        sound = list.is_a?(Array) && list.all?(String)
        return wrong('planes', 'must be a list of the faces that they lie along') || [] unless sound
        return wrong('planes', "#{list.size} of them; at most #{MOST_PLANES} are kept") || [] if list.size > MOST_PLANES

        list.uniq
      end

      def read(list)
        return wrong('statements', 'must be a list') || [] unless list.is_a?(Array)
        return wrong('statements', "#{list.size} of them; at most #{MOST} are read") || [] if list.size > MOST

        list.each_with_index.filter_map do |data, i|
          Planned.read(data)
        rescue Planned::Statement::Wrong => e
          wrong("statements[#{i}]", e.message)
        end
      end

      def check
        twice = @statements.map(&:id).tally.find { |_, n| n > 1 }
        wrong('statements', "the id '#{twice[0]}' is used twice") if twice
        letters = datums.map(&:letter)
        double = letters.tally.find { |_, n| n > 1 }
        wrong('statements', "datum #{double[0]} stands twice (FCF-10)") if double
        @statements.each_with_index do |s, i|
          (s.letters - letters).each do |letter|
            wrong("statements[#{i}]", "there is no datum #{letter}; set it on a face first (FCF-10)")
          end
        end
      end
    end
  end
end
