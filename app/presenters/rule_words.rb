# frozen_string_literal: true

module App
  module Presenters
    # What a drawing's page says of layout rules. (Of DrawingPage)
    module RuleWords
      # A layout rule as a sentence, with the views and sheets it concerns.
      def rule_words(rule)
        kind = Nockplane::Drawings::LayoutRules.of(rule)
        about = kind.names_views? || rule.views.nil? ? nil : rule.views.join(', ')
        where = rule.sheets && "on #{rule.sheets.map { |s| s.match?(/\A\d+\z/) ? "sheet #{s}" : s }.join(', ')}"
        scope = [about, where].compact
        kind.words(rule, value.standard.decimal) + (scope.empty? ? '' : " (#{scope.join('; ')})")
      end

      # Names that layout rules may give: of views, or of a template's berths.
      def names_of_views = (value.views + value.berths).map(&:name).uniq
    end
  end
end
