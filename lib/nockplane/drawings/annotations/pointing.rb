# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # Where leaders on a sheet end: finds what lies at a place of it, and where that is now. builder: SceneBuilder of
      # the sheet.
      class Pointing
        # A leader's end on paper; lost: its spot or its view is gone.
        Place = Struct.new(:x, :y, :lost)

        def initialize(drawing, sheet_id, builder)
          @drawing = drawing
          @sheet = sheet_id
          @builder = builder
          @spots = {}
        end

        # The Tip that a place on the sheet means, in whichever view shows something there; nil when none does.
        def tip(x, y)
          met =
            @drawing.views_on(@sheet).filter_map do |view|
              snaps = Snaps.new(@builder.shown(view), @builder.place(view))
              snaps.at(x, y)&.then { |found| [view, found.spot] }
            end
          met
            .map { |view, spot| Tip.new(view: view.id, spot: spot.to_a, x: x.round(3), y: y.round(3)) }
            .min_by { |t| place(t).then { |p| Math.hypot(p.x - x, p.y - y) } }
            &.then { |t| place(t).then { |p| t.dup.tap { |n| n.x, n.y = p.x.round(3), p.y.round(3) } } }
        end

        # Place of a Tip.
        def place(tip)
          view = @drawing.view(tip.view)
          spot = Modelling::Spots::Spot.from(tip.spot)
          found = spot && view && view.sheet == @sheet && spots(view).find(spot)
          return Place.new(tip.x, tip.y, true) unless found

          Place.new(*@builder.place(view).point(found.point), false)
        end

        private

        def spots(view) = @spots[view.id] ||= Modelling::Spots.of(@builder.shown(view).solid)
      end
    end
  end
end
