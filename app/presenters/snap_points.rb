# frozen_string_literal: true

module App
  module Presenters
    # What a view, or all views of a sheet, offer to be met, for the sheet's script: points [x, y, words] and lines [x0,
    # y0, x1, y1, words], mm of paper with y down.
    class SnapPoints
      # view_id: nil for all views of the sheet.
      def initialize(record, view_id, sheet_id = nil)
        @value = record.value
        @views = view_id ? [@value.view(view_id)] : @value.views_on(sheet_id.to_s)
        raise Refused.new('That view is no longer in the drawing.', status: 404) unless @views.all?
      end

      def to_h
        measuring = Nockplane::Linking::Measuring.new(@value, Workshop.source)
        all = @views.map { |v| measuring.snaps(v) }
        {
          points: all.flat_map(&:points).map { |p| [*down(p.x, p.y), p.words] },
          lines: all.flat_map(&:lines).map { |l| [*down(*l.from), *down(*l.to), l.words] },
          near: Nockplane::Drawings::Annotations::Snaps::NEAR,
          near_line: Nockplane::Drawings::Annotations::Snaps::NEAR_LINE
        }
      end

      private

      def down(x, y) = [x.round(3), (@value.sheet(@views[0].sheet).paper.height - y).round(3)]
    end
  end
end
