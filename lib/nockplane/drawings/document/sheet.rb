# frozen_string_literal: true

module Nockplane
  module Drawings
    # Format (Drafting::SheetFormat spec or name), scale factor, binding whose properties fill the title block (nil in a
    # template), and the revision they were taken from. name: what it is called besides its number, nil for nothing;
    # rank: its place among the sheets, nil for the order in which they were added;
    # title: what its title block says instead of the drawing's title, nil for that.
    Sheet =
      Struct.new(:id, :format, :scale, :binding, :revision, :name, :rank, :title, keyword_init: true) do
        def paper = Drafting::SheetFormat.of(format)
      end
  end
end
