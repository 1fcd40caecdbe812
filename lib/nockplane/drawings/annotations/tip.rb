# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # Where a leader of a note ends: a spot of the model (as Modelling::Spots::Spot#to_a) in a view; x, y: where that
      # was on paper last, mm, where it ends when the spot or the view is gone.
      Tip = Struct.new(:view, :spot, :x, :y, keyword_init: true)
    end
  end
end
