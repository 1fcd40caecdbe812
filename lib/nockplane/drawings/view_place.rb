# frozen_string_literal: true

module Nockplane
  module Drawings
    # Where a view's model lies on paper: the middle of the model's box projects to the view's centre, so that views of one
    # model stay aligned whatever their outlines.
    class ViewPlace
      attr_reader :frame, :scale, :outline

      # solid: of the revision shown; box: image box [x0, y0, x1, y1] of the linework in mm of the model.
      def initialize(view, frame, scale, solid_box, box)
        @frame = frame
        @scale = scale
        middle = 3.times.map { |k| (solid_box[k] + solid_box[k + 3]) / 2 }
        @ox = view.x - (frame.x(middle) * scale)
        @oy = view.y - (frame.y(middle) * scale)
        # Paper box of what is drawn.
        @outline = [*paper(box[0], box[1]), *paper(box[2], box[3])].freeze
        freeze
      end

      # Paper point of an image point (mm of the model).
      def paper(x, y) = [@ox + (x * @scale), @oy + (y * @scale)]

      # Paper point of a model point.
      def point(p) = paper(@frame.x(p), @frame.y(p))

      # Paper direction of a model direction (length kept, not scaled).
      def direction(v) = [@frame.x(v), @frame.y(v)]
    end
  end
end
