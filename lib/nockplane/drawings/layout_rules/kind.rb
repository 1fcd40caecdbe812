# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # What every kind of layout rule answers. Kinds hold nothing: they are asked about a rule, and run over a Scope.
      class Kind
        # A field of its form: name of the member of its own values; title; type: :mm, :flag, :view, or the texts to
        # choose from; least, most: of mm.
        Field = Struct.new(:name, :title, :type, :least, :most)
        # What a run of it gives: cells that are other now; sentences about what could not be met.
        Outcome = Struct.new(:cells, :unmet)

        def name = self.class::NAME
        # What a person calls it in a list to choose from.
        def title = self.class::TITLE
        # Struct of its own values, nil when it has none; [Field] of them.
        def own_type = nil
        def fields = []
        # Its own values in a new rule.
        def fresh = own_type&.new

        # Is it about whole sheets, so that it isn't run for a single view?
        def for_sheets? = false
        # May it change the scale of a sheet?
        def rescales? = false
        # Does it need to be told which views it is about?
        def names_views? = false

        # The rule as a sentence, without the sheets and views it concerns.
        def words(_rule, _decimal) = raise(NotImplementedError)

        # Sentence about what is wrong with a rule, nil when nothing is.
        def problem(rule)
          return 'say which view it is about' if names_views? && Array(rule.views).empty?

          fields.filter_map { |f| field_problem(f, rule.own[f.name]) }.first
        end

        # Runs it: an Outcome. scope: Scope.
        def run(_scope) = raise(NotImplementedError)

        # What is still not met when all rules have run, in sentences; nil where its own run says so.
        def left(_scope) = nil

        private

        def field_problem(field, value)
          case field.type
          when :mm
            within = value.nil? || (value.is_a?(Numeric) && value.finite? && value.between?(field.least, field.most))
            "#{field.title}: #{field.least.round} to #{field.most.round} mm" unless within
          when :view
            "#{field.title}: say the name of a view" if value.to_s.empty?
          when Array
            "#{field.title}: #{field.type.join(', ')}" unless field.type.include?(value)
          end
        end

        def mm(value, decimal) = "#{value.round(2).to_s.delete_suffix('.0').tr('.', decimal)} mm"
      end
    end
  end
end
