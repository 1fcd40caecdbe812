# frozen_string_literal: true

module Nockplane
  module Products
    # Flat states of texts, kept as other products are: also that there is none, and why.
    class Flats
      # Property of a model that says how its bends are laid flat, where no recipe does: "K 0.42", "90: 6.1, 45: 3.05".
      PROPERTY = 'bend_rule'

      def initialize(source)
        @source = source
      end

      # Modelling::SheetMetal::Flat of a text; rule: another BendRule than its own. Raises SheetMetal::Refused.
      def of(text, refine: 1, rule: nil)
        rule ||= rule(text)
        found =
          @source.kept('flat', text, refine, rule.to_s) do
            made(@source.model_of(text, refine: refine), rule)
          rescue Modelling::SheetMetal::Refused => e
            e.message.freeze
          end
        found.is_a?(String) ? raise(Modelling::SheetMetal::Refused, found) : found
      end

      # Modelling::SheetMetal::Blank: figures from two meshes.
      def blank(text, rule: nil)
        @source.kept('blank', text, rule.to_s) do
          Modelling::SheetMetal::Blank.of(of(text, rule: rule), of(text, refine: 2, rule: rule))
        end
      end

      # Why there is no flat state, in words; nil when there is one.
      def refusal(text)
        of(text)
        nil
      rescue Modelling::SheetMetal::Refused => e
        e.message
      end

      # BendRule of a text; what nothing says is taken as usual.
      def rule(text)
        model = @source.model_of(text)
        model.stock&.rule || Modelling::SheetMetal::BendRule.parse(model.properties[PROPERTY]) ||
          Modelling::SheetMetal::BendRule.by_k(Modelling::SheetMetal::USUAL_K)
      end

      # Does anything say how the bends are laid flat?
      def ruled?(text)
        model = @source.model_of(text)
        !model.stock.nil? || !model.properties[PROPERTY].to_s.strip.empty?
      end

      # [[face, face of the other side], ...] of a text that something says to be of sheet; [] of others.
      def sides(text)
        @source.kept('sheet-sides', text) do
          ruled?(text) ? Ractor.make_shareable(sides_of(@source.model_of(text), rule(text))) : []
        end
      end

      private

      def sides_of(model, rule)
        return [] if model.assembly?

        Modelling::SheetMetal::Sheet.new(model.solid, rule, shown: model.stock&.shown).sides
      rescue Modelling::SheetMetal::Refused
        []
      end

      def made(model, rule)
        raise Modelling::SheetMetal::Refused, 'an assembly has no flat state; open one of its parts' if model.assembly?

        Modelling::SheetMetal::Flat.of(model.solid, rule, shown: model.stock&.shown)
      end
    end
  end
end
