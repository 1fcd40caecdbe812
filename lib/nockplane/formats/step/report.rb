# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # What an import did not understand: entity, how often, and what that means for the picture.
      class Report
        # What parameters of the wrong kind or number lead to in a reader: a number where a list was due, a list that is
        # too short.
        WRONG_KINDS = [
          NoMethodError,
          TypeError,
          ArgumentError,
          IndexError,
          RangeError,
          ZeroDivisionError,
          FloatDomainError,
          Math::DomainError
        ].freeze

        Line = Struct.new(:entity, :count, :meaning, :example)

        # What of the shape is not as the file means it: record number of the face (nil when it is more than a face),
        # why, and whether a flat stand-in takes its place.
        Gap = Struct.new(:record, :why, :stands_in)

        # [Gap]
        attr_reader :gaps

        def initialize
          @lines = {}
          @gaps = []
        end

        # As add, of something that makes the picture of the shape incomplete or wrong. record: number of the face, nil
        # for more than that.
        def gap(entity, meaning, example, record: nil, stands_in: false)
          @gaps << Gap.new(record, meaning, stands_in)
          add(entity, meaning, example)
        end

        # entity: type name; meaning: one sentence; example: "#12 ..." of one place.
        def add(entity, meaning, example = nil, count: 1)
          line = (@lines[[entity, meaning]] ||= Line.new(entity, 0, meaning, example))
          line.count += count
        end

        # Takes over what another report tells.
        def take(other)
          @gaps.concat(other.gaps)
          other.to_a.each { |l| add(l[:entity], l[:meaning], l[:example], count: l[:count]) }
        end

        # [{ entity:, count:, meaning:, example: }, ...], most frequent first.
        def to_a = @lines.values.sort_by { |l| [-l.count, l.entity, l.meaning] }.map(&:to_h)
        def empty? = @lines.empty?

        # Sentences for people.
        def self.words(lines)
          lines.map { |l| "#{l[:count]} × #{l[:entity]}: #{l[:meaning]}#{" (first: #{l[:example]})" if l[:example]}" }
        end
      end
    end
  end
end
