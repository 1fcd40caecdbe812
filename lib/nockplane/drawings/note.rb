# frozen_string_literal: true

module Nockplane
  module Drawings
    # Words on a sheet at x, y (mm, start of the first line's base line).
    Note = Struct.new(:id, :sheet, :text, :x, :y, :layer, keyword_init: true)
  end
end
