# frozen_string_literal: true

module Nockplane
  module Drawings
    # A table on a sheet. kind: name of one of Tables; corner: as of a Block, or "title block" (stands on it); columns:
    # [{ "field", "title", "width" }], mm; row: row height, height: lettering, mm; grows: up or down; room: rows to keep
    # free for it in a template; of one that lists what a view shows: the view, its origin (a spot of the model as
    # Modelling::Spots::Spot#to_a), where that was last (model point, mm), and the spots of its points. Of a parts list:
    # structure (Products::Structure::KINDS, nil for all parts); items: { key of a line => number }, given for good;
    # texts: { key of a line => { field => text } } typed over what the models say; sort: field its lines are sorted by,
    # nil for the order of the components; group: field that they stand under headings by, nil for none; split: rows
    # after which it goes on beside itself.
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
        :structure,
        :items,
        :texts,
        :sort,
        :split,
        :group,
        keyword_init: true
      ) { def width = columns.sum { |c| c['width'] }.to_f }
  end
end
