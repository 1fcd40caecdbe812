# frozen_string_literal: true

module Nockplane
  module Drawings
    # The kinds of view, one class a file, found by name. Everything else asks the kind (Views.of) and names none.
    module Views
      # mm of the model: boundaries and steps of lines smaller than that are refused.
      LEAST = 0.02

      module_function

      # { name => Kind }, in the order they are offered.
      def all
        @all ||=
          [Principal, Projected, Pictorial, Section, Detail, Auxiliary, Flat].to_h { |k| [k::NAME, k.new] }.freeze
      end

      # The kind of a view or berth. Raises KeyError for one that is not known.
      def of(place) = all.fetch(place.kind)

      def known?(name) = all.key?(name)

      # Unit vector from a point of an image to another.
      def unit(p, q) = Convex.unit(p, q)
    end
  end
end
