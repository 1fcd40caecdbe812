# frozen_string_literal: true

module App
  # Families: which models have a table of variants, what each variant is called, whether it can be built.
  module Families
    module_function

    # Modelling::VariantTable of a model's latest revision. Raises Refused for what is no recipe.
    def table(model)
      text = model.latest.recipe
      unless Received.kind_of(text) == 'recipe'
        raise Refused.new("#{model.name} is no recipe; only recipes have a table of variants.", status: 404)
      end

      Nockplane::Modelling::VariantTable.new(Nockplane::Modelling::Recipe.parse(text))
    end

    # Names of a model's variants; none of what has no table.
    def variants(model) = names(model.latest.recipe)

    # Names of the variants in a text.
    def names(text) = rows(text).keys

    # { variant => number that its row gives it, nil for none } of a text; a text is read once.
    def rows(text)
      return NONE unless text.include?(Nockplane::Products::Texts::TABLE)

      @rows ||= Bounded.new(READ)
      @rows[text] || @rows.keep(text, read_rows(text), text.bytesize)
    end
    NONE = {}.freeze

    # Bytes of texts whose variants are remembered.
    READ = 8_000_000

    def read_rows(text)
      rows = Nockplane::Modelling::Recipe.parse(text).variants
      rows.transform_values { |row| row.dig(Nockplane::Modelling::Variants::PROPERTIES, 'number')&.to_s }.freeze
    rescue Nockplane::Modelling::RecipeFault
      NONE
    end

    # The number that a variant's row gives it; nil for none.
    def number(model, variant)
      table(model).recipe.variants.fetch(variant, {}).dig(Nockplane::Modelling::Variants::PROPERTIES, 'number')&.to_s
    end

    # { number => words of who has it } of the variants of all families but one model's.
    def numbers(except: nil)
      models = Records::Model.where.not(id: except&.id).pluck(:id, :name).to_h
      texts = Records::Revision.families(models.keys)
      texts.each_with_object({}) do |(id, text), found|
        rows(text).each { |name, number| found[number] = "variant #{name} of #{models[id]}" if number }
      end
    end

    # [[variant, Records::VariantBuild or nil (to be worked out)], ...]; those that are not known are put on the queue.
    def builds(model)
      known = Records::VariantBuild.where(model_id: model.id).index_by(&:variant)
      found = texts(model).map { |name, text| [name, (b = known[name]) && b.basis == basis(text) ? b : nil] }
      Queue.once("builds-#{model.id}", Jobs::BuildsJob.new(model.id), priority: 5) if found.any? { |_, b| b.nil? }
      found
    end

    # { variant => text, or the RecipeFault that keeps it from having one }.
    def texts(model)
      recipe = table(model).recipe
      recipe.variants.keys.to_h do |name|
        [name, recipe.variant(name).text]
      rescue Nockplane::Modelling::RecipeFault => e
        [name, e]
      end
    end

    def basis(text) =
      Digest::SHA256.hexdigest("#{Nockplane::KERNEL_VERSION} #{text.is_a?(String) ? text : text.message}")

    # Builds what is not built yet, and keeps what came of it.
    def work_out(model)
      texts(model).each do |name, text|
        next if Records::VariantBuild.exists?(model_id: model.id, variant: name, basis: basis(text))

        Records::VariantBuild.find_or_initialize_by(model_id: model.id, variant: name).update!(
          basis: basis(text),
          **outcome(model, text)
        )
      end
      Records::VariantBuild.where(model_id: model.id).where.not(variant: texts(model).keys).delete_all
    end

    # { state:, report: } of a variant's text.
    def outcome(model, text)
      raise text unless text.is_a?(String)

      built = Workshop.source.model_of(text)
      size = Presenters::ModelPage.box_words(built.solid)
      { state: 'built', report: JSON.generate('size' => size, 'warnings' => built.warnings) }
    rescue Nockplane::Error => e
      { state: 'fault', report: JSON.generate('words' => told(e), 'columns' => places(model, e)) }
    end

    def told(error)
      return error.message unless error.respond_to?(:faults)

      error
        .faults
        .map { |f| [f.path && f.path.sub(/\Aparameters\.(\w+)(\.value)?\z/, '\1'), f.reason].compact.join(': ') }
        .join('; ')
    end

    # The columns of the table that a fault is about: the parameter it names.
    def places(model, error)
      return {} unless error.respond_to?(:faults)

      headers = table(model).headers
      error
        .faults
        .filter_map do |f|
          name = f.path.to_s[/\Aparameters\.(\w+)/, 1]
          [name, f.reason] if headers.include?(name)
        end
        .to_h
    end
    private_class_method :outcome, :told, :places, :read_rows
  end
end
