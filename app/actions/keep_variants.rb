# frozen_string_literal: true

module App
  module Actions
    # Keeps the table of variants of a model as a new revision of it. Nothing is kept while a cell says something that
    # can't be read; a variant that reads well but can't be built stands, and is marked.
    class KeepVariants
      # What is wrong in the table, cell by cell: [Modelling::VariantTable::Problem].
      class Unreadable < Refused
        attr_reader :problems

        def initialize(problems)
          @problems = problems
          one = problems.size == 1
          super(
            "#{one ? 'One cell' : "#{problems.size} cells"} of the table can't be kept so: #{problems[0].words}" \
              "#{one ? '' : ' …'}. Nothing was kept yet.",
            details: {
              problems: problems.map(&:to_a)
            }
          )
        end
      end

      # headers: [text]; lines: [[text]]. Returns the Revision. Raises Unreadable.
      def self.call(model, headers, lines, note: nil, base: nil, author: Acting.now)
        table = Families.table(model)
        rows, problems = table.read(headers, lines)
        problems += taken(model, headers, lines)
        raise Unreadable, problems unless problems.empty?

        text = table.with(rows).text
        words = note.to_s.strip.empty? ? changed(table.recipe.variants, rows) : note
        ReviseModel.call(model, text, note: words, base: base, author: author)
      rescue Nockplane::Modelling::RecipeFault => e
        raise Refused, "The table can't be kept so: #{e.message}"
      end

      # Numbers that another model or a variant of another family has.
      def self.taken(model, headers, lines)
        column = headers.map { |h| h.to_s.strip }.index('number') or return []
        elsewhere = nil
        lines.each_with_index.filter_map do |line, row|
          number = line[column].to_s.strip
          next if number.empty?

          elsewhere ||= Families.numbers(except: model)
          holder = Numbers.holder(number, Records::Model, except: model)
          words = holder ? Numbers.words(holder) : elsewhere[number]
          words && Nockplane::Modelling::VariantTable::Problem.new(row, column, "#{number} is the number of #{words}")
        end
      end

      def self.changed(before, after)
        fresh, gone = after.keys - before.keys, before.keys - after.keys
        other = (after.keys & before.keys).reject { |k| before[k] == after[k] }
        parts = { 'added' => fresh, 'taken away' => gone, 'changed' => other }.reject { |_, list| list.empty? }
        words = parts.map { |what, list| "#{list.first(4).join(', ')}#{' …' if list.size > 4} #{what}" }
        words.empty? ? 'variants in another order' : "variants: #{words.join('; ')}"
      end
      private_class_method :taken, :changed
    end
  end
end
