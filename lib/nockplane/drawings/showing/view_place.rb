# frozen_string_literal: true

module Nockplane
  module Drawings
    # Where a view's model lies on paper: its hub (the middle of the model's box, so that views of one model stay
    # aligned whatever their outlines; of a detail the middle of its region) projects to the view's place. Across the
    # gaps of an interrupted view it moves together.
    class ViewPlace
      attr_reader :frame, :scale, :outline

      # shown: ShownModel; scale: paper / model.
      def initialize(view, shown, scale)
        @frame = shown.frame
        @scale = scale
        @bend = shown.opening&.bend
        @gaps = (view.gaps || []).map { |g| [g.x? ? 0 : 1, g.from, g.to, g.room / scale] }
        hub = folded(*shown.hub)
        @ox = view.x - (hub[0] * scale)
        @oy = view.y - (hub[1] * scale)
        # Paper box of what is drawn.
        box = shown.problem ? around(hub) : shown.linework.box
        @outline = [*paper(box[0], box[1]), *paper(box[2], box[3])].freeze
        freeze
      end

      # Paper point of an image point (mm of the model).
      def paper(x, y)
        x, y = folded(x, y) unless @gaps.empty?
        [@ox + (x * @scale), @oy + (y * @scale)]
      end

      # Image point of a paper point.
      def image(x, y)
        p = [(x - @ox) / @scale, (y - @oy) / @scale]
        @gaps.reverse_each do |k, from, to, room|
          next if p[k] <= from

          p[k] = p[k] >= from + room ? p[k] + (to - from - room) : from + ((p[k] - from) * (to - from) / room)
        end
        p
      end

      # Paper point of a model point.
      def point(p)
        p = @bend.shown(p) if @bend
        paper(@frame.x(p), @frame.y(p))
      end

      # Paper point of a place of what is shown (a part turned into the plane is turned already).
      def shown_point(p) = paper(@frame.x(p), @frame.y(p))

      # Paper direction of a model direction (length kept, not scaled).
      def direction(v) = [@frame.x(v), @frame.y(v)]

      private

      # mm about the hub that words are given when there is nothing to be drawn.
      NOTHING = 20.0

      def around(hub)
        [hub[0] - (NOTHING / @scale), hub[1] - (8.0 / @scale), hub[0] + (NOTHING / @scale), hub[1] + (8.0 / @scale)]
      end

      # What lies past a gap moves up to it.
      def folded(x, y)
        p = [x, y]
        @gaps.each do |k, from, to, room|
          next if p[k] <= from

          p[k] = p[k] >= to ? p[k] - (to - from - room) : from + ((p[k] - from) * room / (to - from))
        end
        p
      end
    end
  end
end
