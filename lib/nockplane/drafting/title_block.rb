# frozen_string_literal: true

module Nockplane
  module Drafting
    # The 180 mm wide title block of ISO 7200 in the lower right corner of the frame (standards.md 2.1), filled from fields.
    class TitleBlock
      WIDTH = 180.0
      HEIGHT = 50.0
      LAYER = 'title block'
      # caption, field, column start, width, row (from the bottom, 10 mm each), rows, lettering height
      CELLS = [
        ['Owner', 'owner', 0, 60, 3, 2, 5.0], ['Title', 'title', 60, 84, 3, 2, 5.0], ['Projection', nil, 144, 36, 3, 2, nil],
        ['Material', 'material', 0, 60, 2, 1, 3.5], ['Finish', 'finish', 60, 50, 2, 1, 3.5], ['Mass', 'mass', 110, 34, 2, 1, 3.5], ['Scale', 'scale', 144, 36, 2, 1, 3.5],
        ['Created by', 'author', 0, 40, 1, 1, 3.5], ['Approved by', 'approved', 40, 40, 1, 1, 3.5], ['Date of issue', 'date', 80, 30, 1, 1, 3.5], ['General tolerances', 'general_tolerance', 110, 34, 1, 1, 3.5], ['Size', 'size', 144, 16, 1, 1, 3.5], ['Unit', 'unit', 160, 20, 1, 1, 3.5],
        ['Document type', 'type', 0, 60, 0, 1, 3.5], ['Number', 'number', 60, 84, 0, 1, 5.0], ['Rev.', 'revision', 144, 16, 0, 1, 5.0], ['Sheet', 'sheet', 160, 20, 0, 1, 3.5]
      ].freeze
      ROW = 10.0

      # fields: { name => text }; corner: lower-right corner [x, y] of the frame.
      def initialize(standard, fields, corner)
        @standard = standard
        @fields = fields
        @x = corner[0] - WIDTH
        @y = corner[1]
      end

      def ink
        outline = Ink::Line.new(points: [[@x, @y], [@x + WIDTH, @y], [@x + WIDTH, @y + HEIGHT], [@x, @y + HEIGHT]], width: 0.7, closed: true)
        [outline, *CELLS.flat_map { |c| cell(*c) }, *symbol].map { |i| i.tap { |x| x.layer = LAYER } }
      end

      private

      def cell(caption, field, from, width, row, rows, height)
        x = @x + from
        y = @y + (row * ROW)
        top = y + (rows * ROW)
        found = [Ink.line([x, top], [x + width, top], width: 0.35), Ink.line([x, y], [x, top], width: 0.35),
                 Ink.text(x + 1.2, top - 2.6, caption, height: 1.8)]
        value = field && @fields[field].to_s
        return found if value.nil? || value.empty?

        shrunk = [height, 3.5, 2.5].find { |h| h <= height && Lettering.width(value, h) <= width - 2.4 } || 2.5
        found << Ink.text(x + 1.2, y + (rows == 2 ? 5.5 : 1.7), Lettering.fit(value, shrunk, width - 2.4), height: shrunk)
      end

      # Projection symbol (4.2): h = 3.5, H = 7, cone length 1.866 h; circles at the wide end for first angle, at the narrow
      # end for third angle.
      def symbol
        h = 3.5
        l = (h / 2) / Math.tan(Math::PI / 12)
        cx = @x + 162
        cy = @y + (3 * ROW) + 8.0
        narrow = @standard.first_angle? ? -l - 3 : 3
        circles = @standard.first_angle? ? 5.5 : -5.5
        cone = [[narrow, h / 2], [narrow + l, h], [narrow + l, -h], [narrow, -h / 2]]
        [Ink::Line.new(points: cone.map { |u, v| [cx + u, cy + v] }, width: 0.35, closed: true),
         *[h / 2, h].map { |r| Ink::Arc.new(centre: [cx + circles, cy], rx: r, ry: r, rotation: 0.0, from: 0.0, to: 2 * Math::PI, width: 0.35) },
         chain([cx - 10.5, cy], [cx + 10.5, cy]), chain([cx + circles, cy - h - 1], [cx + circles, cy + h + 1])]
      end

      def chain(a, b)
        length = Math.hypot(b[0] - a[0], b[1] - a[1])
        Ink.line(a, b, width: 0.18, dash: LineType.dash('04', length, 0.18))
      end
    end
  end
end
