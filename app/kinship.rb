# frozen_string_literal: true

module App
  # Which models a received file may be a revision of, why, and how like they are.
  class Kinship
    # model: record; ties: what is the same ("file name", "number", "name"); share: part of the faces that have a
    # counterpart (nil when the model can't be built any more); kind: is the model of the same kind?
    Kin = Struct.new(:model, :ties, :share, :kind, keyword_init: true) do
      def like? = kind && !share.nil? && share >= Nockplane::Linking::Resemblance::ALIKE
      def to_h = { 'model' => model.id, 'ties' => ties, 'share' => share, 'kind' => kind }
    end

    # Most models that are compared with one file.
    MOST = 4

    def initialize(received)
      @received = received
    end

    # [Kin] of all models with the file's name, number or name of its product; the most like first.
    def all
      found = ties.map { |model, ties| kin(model, ties) }
      found.sort_by { |k| [k.like? ? 0 : 1, -k.ties.size, -(k.share || 0), k.model.id] }.first(MOST)
    end

    # How a certain model is related.
    def with(model) = kin(model, ties[model] || [])

    private

    # { model => [tie, ...] }
    def ties
      found = Hash.new { |h, model| h[model] = [] }
      add = ->(tie, models) { models.first(MOST * 3).each { |m| found[m] << tie } }
      add['file name', Records::Model.where(source_file: @received.stem)] if @received.filename
      add['number', Records::Model.where(number: @received.number)] if @received.number
      add['name', Records::Model.where('LOWER(name) = ?', @received.name.downcase)]
      found
    end

    def kin(model, ties)
      Kin.new(
        model: model,
        ties: ties,
        share: share(model),
        kind: Received.kind_of(model.latest.recipe) == @received.kind
      )
    end

    def share(model)
      return 1.0 if @received.same_as?(model.latest)

      likeness(Workshop.source.model_of(model.latest.recipe)).share.round(3)
    rescue Nockplane::Error
      nil
    end

    # (An imported assembly is not put together for it.)
    def likeness(other)
      if other.parts.any? && @received.kind == 'file'
        parts = other.components.uniq(&:part).map { |i| [i.reference, other.parts[i.part]] }
        return Nockplane::Linking::Resemblance.of_parts(parts, @received.parts)
      end

      Nockplane::Linking::Resemblance.of(other.solid, @received.model.solid)
    end
  end
end
