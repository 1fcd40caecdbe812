# frozen_string_literal: true

module Nockplane
  # Drafting rules: sheet formats, line types, lettering, text of sizes, layout of dimensions, centre lines, title
  # block. Everything is in mm of paper, x right and y up from the lower-left corner of the trimmed sheet, and comes out
  # as the primitives of one display list (Drafting::Ink). Rules are quoted by their ids in standards.md.
  module Drafting
  end
end
