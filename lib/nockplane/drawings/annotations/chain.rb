# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # Just where its places are, running past them by so many mm of paper.
      Chain =
        Struct.new(:form, :past, keyword_init: true) do
          include Place

          def initialize(form: 'chain', **fields) = super
          def self.fresh(standard) = new(past: standard.centre_overrun)
          def self.through(drawn, _point) = fresh(drawn.standard)

          def ink(drawn) = drawn.kind.chains(drawn, past)

          # Dragging outwards makes it longer, inwards shorter.
          def dragged(drawn, dx, dy)
            boxes = ink(drawn).map { |i| Drafting::Ink.box(i) }
            middle = [0, 1].map { |k| (boxes.map { |b| b[k] }.min + boxes.map { |b| b[k + 2] }.max) / 2 }
            half = [0, 1].map { |k| boxes.map { |b| b[k + 2] }.max - middle[k] }
            out = half[0] >= half[1] ? dx : dy
            with(past: (past + out).clamp(0.0, 200.0).round(3))
          end
        end
    end
  end
end
