# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # What an interrupted view leaves out (VW-08): a band across it, from and to in mm of the model along "x" or "y"
      # of its image; room: mm of paper between the two break lines.
      Gap = Struct.new(:along, :from, :to, :room, keyword_init: true) do
        def x? = along == 'x'
        def size = to - from

        # Sentence about what is wrong with it, nil when nothing is.
        def problem
          return 'a gap runs across the view or up it' unless %w[x y].include?(along)

          'a gap has a width of more than 0 mm' unless [from, to].all?(Numeric) && to - from > Views::LEAST
        end
      end
    end
  end
end
