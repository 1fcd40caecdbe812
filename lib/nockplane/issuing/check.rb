# frozen_string_literal: true

module Nockplane
  module Issuing
    # What stands against issuing a drawing, in sentences: all that its docket tells, and what is missing or said twice.
    class Check
      # kind: what sort of thing, in words; words: the sentence; at: key of the cell it is about, nil for none.
      Finding = Struct.new(:kind, :words, :at)

      # How each part of a docket is told: { part => [kind, the line's words, the key it is at] }.
      SAYINGS = {
        behind: [
          'behind',
          ->(l) { "#{l.view.name} is behind its model (#{l.from} → #{l.to})" },
          ->(l) { "view/#{l.view.id}" }
        ],
        fields: ['behind', ->(l) { "#{l.sheet.name} shows old words: #{l.changes.map(&:first).join(', ')}" }, ->(_) {}],
        adrift: ['adrift', ->(l) { "#{l.words} (#{l.label}) lost what it measured" }, ->(l) { "dimension/#{l.id}" }],
        loose: ['adrift', ->(l) { "#{l.note.name}: #{l.words}" }, ->(l) { "note/#{l.note.id}" }],
        lost: ['adrift', ->(l) { "#{l.view.name}: #{l.words}" }, ->(l) { "view/#{l.view.id}" }],
        collisions: ['overlap', ->(l) { l.words }, ->(l) { l.a }],
        empty: ['empty', ->(l) { "#{l.berth.name} is empty: #{l.why}" }, ->(l) { "berth/#{l.berth.id}" }],
        masses: ['mass', ->(l) { "the mass shown is #{l.shown}, the one worked out #{l.computed}" }, ->(_) {}],
        faults: ['model', ->(l) { "revision #{l.revision} of its model can't be built: #{l.reason}" }, ->(_) {}],
        over: ['typed over', ->(l) { "#{l.words} is typed over #{l.measured}" }, ->(l) { "dimension/#{l.id}" }],
        unmet: ['layout', ->(l) { "#{l.sentence}: #{l.words}" }, ->(_) {}],
        unlisted: ['parts list', ->(l) { l.words }, ->(l) { "table/#{l.table}" }]
      }.freeze

      # Where what is missing or said twice is seen.
      SIZES = 'house/complete'

      # docket: Linking::Docket; parts: [Linking::Completeness::Part]; names: { binding id => name of its model }; more:
      # [[kind, sentence], ...] of the models' own tolerance plans.
      def initialize(docket, parts = [], names: {}, more: [])
        @more = more
        @docket = docket
        @parts = parts
        @names = names
      end

      # [Finding]
      def findings
        @findings ||=
          SAYINGS.flat_map do |part, (kind, words, at)|
            @docket.public_send(part).map { |line| Finding.new(kind, sentence(words.call(line)), at.call(line)) }
          end + @parts.flat_map { |part| sizes(part) } + @more.map { |kind, words| Finding.new(kind, words, nil) }
      end

      def clean? = findings.empty?
      # { kind => how many }
      def counts = findings.group_by(&:kind).transform_values(&:size)

      private

      def sentence(words) = words.to_s.sub(/\A./, &:upcase).delete_suffix('.')

      def sizes(part)
        name = @names.fetch(part.binding.id, 'the part')
        missing, twice = part.report.missing.size, part.report.twice.size
        found = []
        if missing.positive?
          found << Finding.new('missing', "#{count(missing, 'size')} of #{name} #{be(missing)} missing", SIZES)
        end
        if twice.positive?
          found << Finding.new('twice', "#{count(twice, 'size')} of #{name} #{be(twice)} said twice", SIZES)
        end
        found
      end

      def count(number, noun) = "#{number} #{noun}#{'s' unless number == 1}"
      def be(number) = number == 1 ? 'is' : 'are'
    end
  end
end
