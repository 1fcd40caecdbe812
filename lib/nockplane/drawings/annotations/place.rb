# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # How an annotation stands in its view: in a Row beside it, Running on a line with others, on a Leader, on an Arc,
      # or just where its places are (Chain). Typed values, found by their form; each draws itself and says what
      # dragging makes of it. drawn: Drawn.
      module Place
        def self.all
          {
            'linear' => Row,
            'running' => Running,
            'leader' => Leader,
            'angle' => Arc,
            'along arc' => AlongArc,
            'chain' => Chain
          }.freeze
        end

        # From a hash with string keys. Raises KeyError.
        def self.read(hash) = Typed.read(all.fetch(hash.fetch('form')), hash, {})

        # A copy with other fields.
        def with(**fields) = self.class.new(**to_h, **fields)

        # The place on the other side of what it is at; itself where there is none.
        def turned = self
        # Members that say how it is drawn, not where.
        def styles = []

        # Is it a place yet, or only the wish for one?
        def placed? = to_h.except(:form, *styles).values.any?
      end
    end
  end
end
