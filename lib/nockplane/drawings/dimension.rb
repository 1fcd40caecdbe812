# frozen_string_literal: true

module Nockplane
  module Drawings
    # An adopted model dimension: its id in the model, what it last measured (snapshot, see Measure), and its place.
    # place: { form, side, gap, shift } or { form, angle, reach } or { form, radius }; pinned true once moved by hand.
    Dimension = Struct.new(:id, :view, :dimension, :snapshot, :place, :pinned, :layer, keyword_init: true)
  end
end
