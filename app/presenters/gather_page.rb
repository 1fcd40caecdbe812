# frozen_string_literal: true

module App
  module Presenters
    # Models that could belong to a family with one: recipes of the same features, imported models that look alike.
    class GatherPage
      # model; row: what it would differ in, in words (of a recipe); share: part of the faces that are alike (of an
      # imported one); why: what keeps it out, nil when nothing does.
      Candidate = Struct.new(:model, :row, :share, :why, keyword_init: true)
      # Imported models that are compared, those of most alike size first.
      MOST = 20
      ALIKE = 0.5

      attr_reader :record

      def initialize(record)
        @record = record
      end

      def imported? = Received.kind_of(@record.latest.recipe) == 'file'
      def candidates = @candidates ||= imported? ? alike : same_features

      private

      def others(kind)
        Records::Model
          .where.not(id: @record.id)
          .order(:number, :name)
          .select { |m| Received.kind_of(m.latest.recipe) == kind }
      end

      def same_features
        base = Nockplane::Modelling::Recipe.parse(@record.latest.recipe)
        others('recipe').filter_map do |m|
          recipe = Nockplane::Modelling::Recipe.parse(m.latest.recipe)
          next if (recipe.feature_ids & base.feature_ids).size < base.feature_ids.size / 2.0

          found = Nockplane::Modelling::Gathering.of(base, recipe)
          Candidate.new(model: m, row: words(found.row), why: found.why)
        rescue Nockplane::Modelling::RecipeFault
          next
        end
      end

      def words(row)
        return nil unless row

        flat = row.except(Nockplane::Modelling::Variants::PROPERTIES)
        if flat.empty?
          'no size differs'
        else
          flat.map { |k, v| "#{k} #{v == true ? 'on' : v == false ? 'off' : v}" }.join(', ')
        end
      end

      def alike
        own = Workshop.source.model_of(@record.latest.recipe).solid
        others('file')
          .first(MOST)
          .filter_map do |m|
            text = m.latest.recipe
            next unless Workshop.source.built?(text)

            share =
              Workshop
                .source
                .kept('alike', text, Digest::SHA256.hexdigest(@record.latest.recipe)) do
                  Nockplane::Linking::Resemblance.of(own, Workshop.source.model_of(text).solid).share
                end
            Candidate.new(model: m, share: share) if share >= ALIKE
          end
      end
    end
  end
end
