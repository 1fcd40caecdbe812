# frozen_string_literal: true

module Nockplane
  module Drawings
    # A table on a sheet. kind: name of one of Tables; corner: as of a Block, or "title block" (stands on it); columns:
    # [{ "field", "title", "width" }], mm; row: row height, height: lettering, mm; grows: up or down; room: rows to keep
    # free for it in a template; of one that lists what a view shows: the view, its origin (a spot of the model as
    # Modelling::Spots::Spot#to_a), where that was last (model point, mm), and the spots of its points.
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
        :view,
        :origin,
        :origin_at,
        :spots,
        keyword_init: true
      ) { def width = columns.sum { |c| c['width'] }.to_f }
  end
end
