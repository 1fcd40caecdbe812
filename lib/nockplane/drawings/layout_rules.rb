# frozen_string_literal: true

module Nockplane
  module Drawings
    # The kinds of layout rule, one class a file, found by name. A drawing has an ordered list of LayoutRules, which its
    # template brings; Tidying runs them.
    module LayoutRules
      # Those of a document that has no list of its own, in their order.
      USUAL = ['scale', 'clear', 'rows', 'words clear', 'leaders clear'].freeze

      module_function

      # { name => kind }.
      def all
        @all ||=
          [
            FitScale,
            KeepClear,
            FromCorner,
            BesideView,
            TableAt,
            Rows,
            WordsCentred,
            WordsClear,
            LeadersClear
          ].to_h { |k| [k::NAME, k.new] }.freeze
      end

      # The kind of a LayoutRule. Raises KeyError for one that is not known.
      def of(rule) = all.fetch(rule.kind)
    end
  end
end
