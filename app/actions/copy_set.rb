# frozen_string_literal: true

module App
  module Actions
    # Makes the copies of a set in one transaction: models under new numbers and names, assemblies that name the copies,
    # drawings that show them. Nothing of the first ones changes.
    class CopySet
      # copying: Copying. Returns [[kind, record], ...] of the copies. Raises Refused with every clash.
      def self.call(copying, author: Acting.now) = new(copying, author).call

      def initialize(copying, author)
        @copying = copying
        @author = author
      end

      def call
        @rows = @copying.rows
        wrong = @rows.select(&:copied).reject { |r| r.problems.empty? }
        raise Refused, "Nothing was copied: #{wrong.flat_map(&:problems).uniq.first(4).join('; ')}." if wrong.any?
        raise Refused, 'Nothing is ticked to be copied.' if @rows.none?(&:copied)

        @models = {}
        Records::Model.transaction { copied(false) + copied(true) }
      end

      private

      # Models first, those that others rest on before them; then drawings.
      def copied(drawings)
        rows = @rows.select { |r| r.copied && (r.item.kind == 'drawing') == drawings }
        in_order(rows).map { |r| drawings ? ['drawing', drawing(r)] : ['model', model(r)] }
      end

      def in_order(rows)
        keys = rows.to_h { |r| [r.item.key, r] }
        sorted = []
        place =
          lambda do |row, open|
            next if sorted.include?(row) || open.include?(row)

            row.item.needs.filter_map { |k| keys[k] }.each { |r| place[r, [*open, row]] }
            sorted << row
          end
        rows.each { |r| place[r, []] }
        sorted
      end

      def record(row)
        kind, slug = row.item.key.split('/', 2)
        kind == 'drawing' ? Records::Drawing.at(slug) : Records::Model.at(slug)
      end

      def model(row)
        first = record(row)
        text = renamed(first, row)
        copy =
          Records::Model.create!(
            slug: Slug.free(row.name, Records::Model),
            name: row.name,
            number: row.number,
            looks: first.looks
          )
        revision =
          copy.revisions.create!(
            number: 1,
            recipe: text,
            note: "copy of #{first.number || first.slug}, revision #{first.latest.number}",
            author: @author,
            origin: 'here'
          )
        own =
          Records::Property.where(home: 'models', slug: first.slug).pluck(:name, :value).to_h.except('name', 'number')
        Records::Property.index_model(copy, own)
        Aftermath.of(revision)
        @models[first.id] = copy
      end

      # Text of the latest revision under the copy's name and number, naming copies where there are some. Rows of a
      # table of variants keep no numbers: those are the first family's.
      def renamed(first, row)
        text = first.latest.recipe
        given = { 'number' => row.number }
        given = {} if Received.kind_of(text) == 'file'
        text = Nockplane::Modelling::Retitling.of(text, name: row.name, properties: given)
        text = without_numbers(text) if Received.kind_of(text) == 'recipe'
        Received.kind_of(text) == 'assembly' ? Workshop.pinned(with_copies(text)) : text
      end

      def without_numbers(text)
        recipe = Nockplane::Modelling::Recipe.parse(text)
        key = Nockplane::Modelling::Variants::PROPERTIES
        return text if recipe.variants.none? { |_, r| r.dig(key, 'number') }

        rows =
          recipe.variants.transform_values do |r|
            left = r.fetch(key, {}).except('number')
            left.empty? ? r.except(key) : r.merge(key => left)
          end
        Nockplane::Modelling::VariantTable.new(recipe).with(rows).text
      end

      def with_copies(text)
        @models.reduce(text) { |t, (id, copy)| Repointing.text(t, Records::Model.find(id), copy) }
      end

      # (Brought up to the latest revision, which is the copy's first.)
      def drawing(row)
        first = record(row)
        value = first.value
        edit = first.staleness.update
        value = value.apply(edit) if edit.is_a?(Nockplane::Drawings::Edit)
        meta =
          value.meta.dup.tap do |m|
            m.title, m.number, m.revision, m.state, m.history = row.name, row.number, 'A', 'in work', []
          end
        meta.fields = meta.fields.except(*Nockplane::Linking::Rebind::SIGNED)
        KeepDrawing.call(value.with([meta, *bound(value)]), "copy of #{first.number}", author: @author)
      end

      # Bindings, views and sheets on the copies.
      def bound(value)
        changed = value.bindings.select { |b| @models[b.model] }
        ids = changed.map(&:id)
        changed.map { |b| b.dup.tap { |x| x.model, x.follow, x.pinned = @models[b.model].id, true, nil } } +
          value.views.select { |v| ids.include?(v.binding) }.map { |v| v.dup.tap { |x| x.revision = 1 } } +
          value.sheets.select { |s| ids.include?(s.binding) }.map { |s| s.dup.tap { |x| x.revision = 1 } }
      end
    end
  end
end
