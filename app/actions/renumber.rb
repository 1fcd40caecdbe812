# frozen_string_literal: true

module App
  module Actions
    # Gives a drawing or model another number. Assemblies that know a model by its number are told the new one in a
    # revision of their own, in the same step.
    class Renumber
      def self.call(record, number, author: Acting.now)
        Records::Model.transaction do
          record.is_a?(Records::Drawing) ? drawing(record, number, author) : model(record, number, author)
        end
      end

      def self.drawing(record, number, author)
        number = Numbers.checked(number, Records::Drawing, except: record) or raise Refused, 'A drawing needs a number.'
        EditDrawing.call(record, base: nil, author: author) do |value|
          Nockplane::Drawings::Edit.put(
            "Number #{value.meta.number} → #{number}",
            value.meta.dup.tap { |m| m.number = number }
          )
        end
      end

      def self.model(record, number, author)
        naming = record.number ? Aftermath.named_by(record, record.number) : []
        texts = naming.to_h { |a| [a, renamed(a.latest.recipe, record.number, number)] }
        revision = Retitle.call(record, number: number, author: author, named: false)
        texts.each do |assembly, text|
          ReviseModel.call(assembly, text, note: "#{record.name} is now #{number}", author: author)
        end
        revision
      end

      # Assembly text with components under another number.
      def self.renamed(text, old, number)
        Nockplane::Modelling::AssemblyRecipe
          .parse(text)
          .components
          .each_with_index do |c, i|
            next unless c['model'].to_s == old

            text = Nockplane::Modelling::RecipeSource.new(text).with("components[#{i}].model", number)
          end
        recipe = Nockplane::Modelling::AssemblyRecipe.parse(text)
        recipe.with_pins(recipe.pins.transform_keys { |k| k == old ? number : k })
      end
      private_class_method :drawing, :model, :renamed
    end
  end
end
