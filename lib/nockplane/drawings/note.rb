# frozen_string_literal: true

module Nockplane
  module Drawings
    # Words on a sheet at x, y (mm, start of the first line's base line); width: mm they are wrapped at, nil for as they are.
    Note = Struct.new(:id, :sheet, :text, :x, :y, :width, :layer, keyword_init: true)
  end
end
