# frozen_string_literal: true

module Nockplane
  module Drawings
    # A table on a sheet. kind: "parts list" or "revisions"; corner: as of a Block, or "title block" (stands on it);
    # columns: [{ "field", "title", "width" }], mm; row: row height, height: lettering, mm; grows: up or down; room:
    # rows to keep free for it in a template.
    Table =
      Struct.new(
        :id,
        :sheet,
        :kind,
        :corner,
        :dx,
        :dy,
        :columns,
        :row,
        :height,
        :grows,
        :room,
        :layer,
        keyword_init: true
      ) { def width = columns.sum { |c| c['width'] }.to_f }

    class Table
      KINDS = ['parts list', 'revisions'].freeze
      # What columns of each kind may show.
      FIELDS = {
        'parts list' => %w[item quantity number name material mass remarks unit],
        'revisions' => %w[index zone description date by]
      }.freeze
    end
  end
end
