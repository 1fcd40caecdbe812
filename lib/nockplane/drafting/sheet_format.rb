# frozen_string_literal: true

module Nockplane
  module Drafting
    # A sheet of ISO 5457: trimmed size, frame, zone grid and centring marks (SHT-01 to SHT-26). mm.
    class SheetFormat
      # name => [width, height] as used (A0 to A3 landscape, A4 portrait: SHT-03).
      SIZES = { 'A0' => [1189, 841], 'A1' => [841, 594], 'A2' => [594, 420], 'A3' => [420, 297], 'A4' => [210, 297] }.freeze
      FILING = 20.0
      MARGIN = 10.0
      BORDER = 5.0
      FIELD = 50.0
      LETTERS = [*'A'..'Z'].-(%w[I O]).freeze
      LAYER = 'format'

      attr_reader :name, :width, :height

      def self.named(name) = new(name, *SIZES.fetch(name))

      def initialize(name, width, height)
        @name = name
        @width = width.to_f
        @height = height.to_f
        freeze
      end

      # [x0, y0, x1, y1] of the frame (SHT-01).
      def frame = [FILING, MARGIN, @width - MARGIN, @height - MARGIN]

      def columns = 2 * (@width / 100).round
      def rows = 2 * (@height / 100).round

      # Zone of a paper point, e.g. "C4" (SHT-20, SHT-24).
      def zone(x, y)
        nw = columns / 2
        nh = rows / 2
        column = ((x - (@width / 2)) / FIELD).floor.clamp(-nw, nw - 1) + nw + 1
        row = (((@height / 2) - y) / FIELD).floor.clamp(-nh, nh - 1) + nh
        "#{LETTERS[row]}#{column}"
      end

      # Ink of frame, grid border with zones, centring marks.
      def ink = [*frame_ink, *grid_ink, *centring_ink].map { |i| i.tap { |x| x.layer = LAYER } }

      private

      def frame_ink
        x0, y0, x1, y1 = frame
        [Ink::Line.new(points: [[x0, y0], [x1, y0], [x1, y1], [x0, y1]], width: 0.7, closed: true)]
      end

      # SHT-22: A4 has letters and numerals only at the top and the right.
      def sides = @name == 'A4' ? %i[top right] : %i[top right bottom left]

      def grid_ink
        x0, y0, x1, y1 = frame
        outer = [x0 - BORDER, y0 - BORDER, x1 + BORDER, y1 + BORDER]
        lines = [Ink::Line.new(points: [[outer[0], outer[1]], [outer[2], outer[1]], [outer[2], outer[3]], [outer[0], outer[3]]], width: 0.35, closed: true)]
        lines + sides.flat_map { |side| side_ink(side, outer) }
      end

      def side_ink(side, outer)
        x0, y0, x1, y1 = frame
        across = %i[top bottom].include?(side)
        low, high = across ? [x0, x1] : [y0, y1]
        middle = across ? @width / 2 : @height / 2
        half = (across ? columns : rows) / 2
        band = { top: [y1, outer[3]], bottom: [outer[1], y0], right: [x1, outer[2]], left: [outer[0], x0] }.fetch(side)
        cuts = (-half..half).map { |k| (middle + (k * FIELD)).clamp(low, high) }
        ticks = cuts[1...-1].map { |c| across ? Ink.line([c, band[0]], [c, band[1]], width: 0.35) : Ink.line([band[0], c], [band[1], c], width: 0.35) }
        ticks + cuts.each_cons(2).each_with_index.map do |(a, b), i|
          mid = (a + b) / 2
          centre = band.sum / 2
          across ? zone_text(mid, centre, (i + 1).to_s) : zone_text(centre, mid, LETTERS[(2 * half) - 1 - i])
        end
      end

      def zone_text(x, y, string) = Ink.text(x, y - 1.75, string, height: 3.5, anchor: :middle)

      # SHT-10: from the outer edge of the border through the frame and 10 into the drawing space.
      def centring_ink
        x0, y0, x1, y1 = frame
        cx = @width / 2
        cy = @height / 2
        [[[cx, y1 + BORDER], [cx, y1 - 10]], [[cx, y0 - BORDER], [cx, y0 + 10]],
         [[x0 - BORDER, cy], [x0 + 10, cy]], [[x1 + BORDER, cy], [x1 - 10, cy]]].map { |a, b| Ink.line(a, b, width: 0.7) }
      end
    end
  end
end
