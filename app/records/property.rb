# frozen_string_literal: true

module App
  module Records
    # A property of a model or a drawing as it is now, for search: number, title, material, any other.
    class Property < ActiveRecord::Base
      MOST = 40

      # Things found: where they are, what they are called, and the property that has the words.
      Hit = Struct.new(:home, :slug, :title, :name, :value) { def href = "/#{home}/#{slug}" }

      class << self
        def index_model(model, properties)
          replace(
            'models',
            model.slug,
            { 'name' => model.name, 'number' => model.number }.merge(properties, variants_of(model))
          )
        end

        # { "variant short" => its number and name } of a family.
        def variants_of(model)
          text = model.latest&.recipe.to_s
          return {} if Families.names(text).empty?

          Nockplane::Modelling::Recipe
            .parse(text)
            .variants
            .to_h do |name, row|
              own = row[Nockplane::Modelling::Variants::PROPERTIES] || {}
              ["variant #{name}", [name, own['number'], own['name']].compact.join(' ')]
            end
        end

        def index_drawing(record)
          value = record.value
          replace(
            'drawings',
            record.slug,
            { 'title' => value.meta.title, 'number' => value.meta.number, 'revision' => value.meta.revision }.merge(
              value.meta.fields
            )
          )
        end

        def forget(home, slug) = where(home: home, slug: slug).delete_all

        # [Hit] whose properties hold every one of the words; a drawing is also found by its model's.
        def search(words)
          parts = Matching.words(words)
          return [] if parts.empty?

          slugs = parts.map { |w| Matching.having(all, w, :value).pluck(:home, :slug) }.reduce(:&).uniq.first(MOST)
          slugs
            .map { |home, slug| hit(home, slug, parts) }
            .concat(drawings_of(slugs))
            .uniq { |h| [h.home, h.slug] }
            .first(MOST)
        end

        private

        # Most edits of a drawing change none of them: then nothing is written.
        def replace(home, slug, values)
          rows = values.reject { |_, v| v.nil? || v.to_s.empty? }.map { |k, v| [k.to_s[0, 60], v.to_s[0, 300]] }.sort
          return if rows == where(home: home, slug: slug).pluck(:name, :value).sort

          forget(home, slug)
          insert_all(rows.map { |name, value| { home: home, slug: slug, name: name, value: value } }) unless rows.empty?
        end

        def hit(home, slug, parts)
          own = where(home: home, slug: slug).pluck(:name, :value)
          name, value = own.find { |_, v| parts.any? { |w| v.downcase.include?(w) } }
          Hit.new(home, slug, title_of(own), name, value)
        end

        def title_of(own) = own.to_h.values_at('number', 'title', 'name').compact.join(' ')

        def drawings_of(slugs)
          models = slugs.select { |home, _| home == 'models' }.map(&:last)
          Drawing
            .joins(:models)
            .where(models: { slug: models })
            .distinct
            .order(:number)
            .first(MOST)
            .map { |d| Hit.new('drawings', d.slug, "#{d.number} #{d.title}", 'shows', d.models.first.name) }
        end
      end
    end
  end
end
