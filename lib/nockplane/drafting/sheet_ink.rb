# frozen_string_literal: true

module Nockplane
  module Drafting
    # Draws a SheetFormat: frame (SHT-02), zone border (SHT-20 to 23), centring (SHT-10), trimming (SHT-11) and fold
    # marks.
    class SheetInk
      LAYER = 'format'

      def initialize(format)
        @format = format
        @frame = format.frame
      end

      # [Ink]
      def ink
        [
          *(background if @format.background),
          *(frame if @format.border?),
          *(zones if @format.zones?),
          *(centring if @format.centring?),
          *(trimming if @format.trimming?),
          *folds
        ].map { |i| i.tap { |x| x.layer = LAYER } }
      end

      private

      def background
        [Ink::Fill.new(points: corners([0.0, 0.0, @format.width, @format.height]), tone: @format.background)]
      end

      def corners(box) = [[box[0], box[1]], [box[2], box[1]], [box[2], box[3]], [box[0], box[3]]]
      def frame = [Ink::Line.new(points: corners(@frame), width: 0.7, closed: true)]

      def outer
        b = @format.band
        [@frame[0] - b, @frame[1] - b, @frame[2] + b, @frame[3] + b]
      end

      # SHT-22: A4 has letters and numerals only at the top and the right.
      def sides = @format.name == 'A4' ? %i[top right] : %i[top right bottom left]

      def zones
        [Ink::Line.new(points: corners(outer), width: 0.35, closed: true), *sides.flat_map { |side| side_ink(side) }]
      end

      def side_ink(side)
        x0, y0, x1, y1 = @frame
        across = %i[top bottom].include?(side)
        band = { top: [y1, outer[3]], bottom: [outer[1], y0], right: [x1, outer[2]], left: [outer[0], x0] }.fetch(side)
        cuts = @format.cuts(across ? :x : :y)
        ticks =
          cuts[1...-1].map do |c|
            across ?
              Ink.line([c, band[0]], [c, band[1]], width: 0.35) :
              Ink.line([band[0], c], [band[1], c], width: 0.35)
          end
        ticks + cuts.each_cons(2).each_with_index.map do |(a, b), i|
          at = [(a + b) / 2, band.sum / 2]
          across ? text(*at, @format.column_number(i)) : text(*at.reverse, @format.row_letter(i))
        end
      end

      # SHT-23: 3.5 high, less where the band is narrower.
      def text(x, y, string)
        h = [3.5, @format.band * 0.7].min
        Ink.text(x, y - (h / 2), string, height: h, anchor: :middle)
      end

      # SHT-10: on the axes of the trimmed sheet, from the outer edge of the border through the frame and 10 into the
      # drawing space.
      def centring
        x0, y0, x1, y1 = outer
        cx = @format.width / 2
        cy = @format.height / 2
        [
          [[cx, y1], [cx, @frame[3] - 10]],
          [[cx, y0], [cx, @frame[1] + 10]],
          [[x0, cy], [@frame[0] + 10, cy]],
          [[x1, cy], [@frame[2] - 10, cy]]
        ].map { |a, b| Ink.line(a, b, width: 0.7) }
      end

      # SHT-11: two overlapping filled rectangles 10 x 5 forming an L in each corner of the trimmed format, arms along
      # its edges.
      def trimming
        w = @format.width
        h = @format.height
        [[0.0, 0.0, 1, 1], [w, 0.0, -1, 1], [w, h, -1, -1], [0.0, h, 1, -1]].flat_map do |x, y, sx, sy|
          [[10, 5], [5, 10]].map do |long, wide|
            Ink::Fill.new(
              points: corners([*[x, x + (sx * long)].minmax, *[y, y + (sy * wide)].minmax].values_at(0, 2, 1, 3))
            )
          end
        end
      end

      # Short strokes at the edge of the trimmed sheet.
      def folds
        xs, ys = @format.folds
        xs
          .flat_map { |x| [[[x, 0.0], [x, 4.0]], [[x, @format.height], [x, @format.height - 4]]] }
          .concat(ys.flat_map { |y| [[[0.0, y], [4.0, y]], [[@format.width, y], [@format.width - 4, y]]] })
          .map { |a, b| Ink.line(a, b, width: 0.25) }
      end
    end
  end
end
