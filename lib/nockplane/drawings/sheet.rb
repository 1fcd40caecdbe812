# frozen_string_literal: true

module Nockplane
  module Drawings
    # Format (Drafting::SheetFormat spec or name), scale factor, binding whose properties fill the title block (nil in a template),
    # and the revision they were taken from.
    Sheet = Struct.new(:id, :format, :scale, :binding, :revision, keyword_init: true) do
      def paper = Drafting::SheetFormat.of(format)
    end
  end
end
