# frozen_string_literal: true

module Nockplane
  module Drawings
    # Format name, scale factor, binding whose properties fill the title block, and the revision they were taken from.
    Sheet = Struct.new(:id, :format, :scale, :binding, :revision, keyword_init: true)
  end
end
