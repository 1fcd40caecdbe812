# frozen_string_literal: true

module Nockplane
  module Drawings
    # The kinds of table, one class a file, found by name. Everything else asks the kind and names none.
    module Tables
      module_function

      # { name => kind }.
      def all =
        @all ||= [PartsList, Revisions, HoleList, PointList, VariantList, BendList].to_h { |k| [k::NAME, k.new] }.freeze

      # The kind of a Table. Raises KeyError for one that is not known.
      def of(table) = all.fetch(table.kind)
    end
  end
end
