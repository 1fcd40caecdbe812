# frozen_string_literal: true

module Nockplane
  module Drawings
    # A model cut open for a section: a point of the plane, the outlines cut ([[x, y, z], ...] each), linework and shading of what
    # remains.
    SectionCut = Struct.new(:origin, :loops, :linework, :shading, keyword_init: true)
  end
end
