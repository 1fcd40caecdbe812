# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # The narrow line round a detail on its parent, and its letter beside it (VW-05).
      class RegionMark
        # window: Projection::Window in mm of paper, a circle's radius still in mm of the model; scale: paper / model.
        def initialize(standard, window, scale, letter)
          @standard = standard
          @window = window.circle? ? Projection::Window.circle(window.centre, window.radius * scale) : window
          @letter = letter
        end

        def ink = [line, (words if @letter)].compact

        private

        def line
          more = { width: @standard.narrow, layer: 'section' }
          return Drafting::Ink::Line.new(points: @window.points, closed: true, **more) unless @window.circle?

          Drafting::Ink.circle(@window.centre, @window.radius, **more)
        end

        # Up to the right of it, clear of the line.
        def words
          x0, y0, x1, y1 = @window.box
          reach = @window.circle? ? Math.sqrt(0.5) : 1.0
          x = ((x0 + x1) / 2) + ((x1 - x0) / 2 * reach) + 1.2
          y = ((y0 + y1) / 2) + ((y1 - y0) / 2 * reach) + 0.8
          Drafting::Ink.text(x, y, @letter, height: @standard.label_height, layer: 'section')
        end
      end
    end
  end
end
