# frozen_string_literal: true

module Nockplane
  module Planning
    # Copying things that belong together under new numbers and names: which are copied and which stay shared, what the
    # copies are called, and what is wrong with that. A copy refers to copies; what is not copied is shared.
    class CopySet
      # A thing that may be copied. key: "model/lid"; kind: model, assembly or drawing; number, name: as now; needs:
      # keys of what it rests on within the set.
      Item = Struct.new(:key, :kind, :number, :name, :needs, keyword_init: true)
      # What becomes of one: copied or shared; number, name: of the copy; problems: sentences.
      Row = Struct.new(:item, :copied, :number, :name, :problems, keyword_init: true)
      # Text found and what stands in its place.
      Change = Struct.new(:find, :replace)

      MOST = 500
      NUMBER = 40
      NAME = 80

      # items: [Item]; left: keys that stay shared; changes: [Change] over numbers, names and titles; numbers, names:
      # { key => text } typed for one thing.
      def initialize(items, left: [], changes: [], numbers: {}, names: {})
        @items = items
        @left = left
        @changes = changes.reject { |c| c.find.to_s.empty? }
        @numbers = numbers
        @names = names
      end

      # [Row]; the block: (kind, number) giving in words who has it already, nil when it is free.
      def rows(&)
        found = @items.map { |item| row(item) }
        found.each { |r| r.problems.concat(problems(r, found, &)) if r.copied }
      end

      # A text with all replacements made, in their order.
      def changed(text) = @changes.reduce(text.to_s) { |t, c| t.gsub(c.find) { c.replace.to_s } }

      private

      def row(item)
        copied = !@left.include?(item.key)
        Row.new(
          item: item,
          copied: copied,
          number: copied ? (@numbers[item.key] || changed(item.number)).strip : item.number.to_s,
          name: copied ? (@names[item.key] || changed(item.name)).strip : item.name.to_s,
          problems: []
        )
      end

      def problems(row, rows)
        [
          (
            unless row.number.empty?
              yield(row.item.kind, row.number)&.then { |who| "#{row.number} is the number of #{who} already" }
            end
          ),
          twice(row, rows),
          (row.number.empty? ? 'a copy needs a number of its own' : nil),
          (row.number.length > NUMBER ? "a number has at most #{NUMBER} characters" : nil),
          (row.name.empty? ? 'a copy needs a name' : nil),
          (row.name.length > NAME ? "a name has at most #{NAME} characters" : nil),
          Drafting::Legible.fault("#{row.number}#{row.name}")&.then { |fault| "there is #{fault} in it" }
        ].compact
      end

      # (Models and drawings have numbers of their own.)
      def twice(row, rows)
        same = rows.select { |r| r.copied && r.number == row.number && drawing?(r) == drawing?(row) }
        same.size > 1 && !row.number.empty? ? "#{row.number} would be given to #{same.size} copies" : nil
      end

      def drawing?(row) = row.item.kind == 'drawing'
    end
  end
end
