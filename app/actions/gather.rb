# frozen_string_literal: true

module App
  module Actions
    # Gathers models that are alike: recipes as rows of one's table of variants (a revision of it), imported ones under
    # a common name. The models themselves stay as they are.
    class Gather
      # others: [Records::Model]. Returns the Revision kept; nil for imported models. Raises Refused.
      def self.call(model, others, name: nil, author: Acting.now)
        raise Refused, 'Tick the models that belong to it.' if others.empty?
        return named(model, others, name) if Received.kind_of(model.latest.recipe) == 'file'

        base = Families.table(model).recipe
        rows = base.variants.dup
        others.each { |other| rows = rows.merge(row(base, other, rows)) }
        text = Nockplane::Modelling::VariantTable.new(base).with(rows).text
        ReviseModel.call(model, text, note: "gathered: #{others.map(&:name).first(4).join(', ')}", author: author)
      end

      def self.row(base, other, rows)
        unless Received.kind_of(other.latest.recipe) == 'recipe'
          raise Refused, "#{other.name} is no recipe; it can't be a row of a table."
        end

        found = Nockplane::Modelling::Gathering.of(base, Nockplane::Modelling::Recipe.parse(other.latest.recipe))
        raise Refused, "#{other.name} can't be a variant of #{base.name}: #{found.why}." if found.why

        { free(other.name.gsub(/[^\p{L}\p{N} ._,+()×x-]/, ' ').strip[0, 36], rows) => without_number(found.row) }
      end

      # (The number stays that of the model that has it.)
      def self.without_number(row)
        key = Nockplane::Modelling::Variants::PROPERTIES
        left = row.fetch(key, {}).except('number')
        left.empty? ? row.except(key) : row.merge(key => left)
      end

      def self.free(name, rows)
        rows.key?(name) ? (2..).lazy.map { |n| "#{name} #{n}" }.find { |n| !rows.key?(n) } : name
      end

      def self.named(model, others, name)
        text = name.to_s.strip[0, 80]
        text = model.name if text.empty?
        wrong = others.find { |o| Received.kind_of(o.latest.recipe) != 'file' }
        raise Refused, "#{wrong.name} is no imported model; it has a table of its own." if wrong

        [model, *others].each { |m| m.update!(gathered: text) }
        nil
      end
      private_class_method :row, :without_number, :free, :named
    end
  end
end
