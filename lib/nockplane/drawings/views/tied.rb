# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A point of a line or boundary drawn on a view: x, y in mm of the model, in the image of the view it is drawn on;
      # tied to a face (its name), whose own place in that image was rx, ry then. When the model changes the point moves
      # as the face does. lost: the face is gone; the point stays where it was and is adrift.
      Tied = Struct.new(:x, :y, :face, :rx, :ry, :lost, keyword_init: true) do
        # Tied to the face of a model that lies there, or to none. near: mm of the model; an axis within that is met
        # just there.
        def self.to(anchorage, x, y, near)
          found = anchorage.near(x, y, near)
          return new(x: x.round(6), y: y.round(6)) unless found

          point = found.exact ? found.place : [x, y]
          new(
            x: point[0].round(6),
            y: point[1].round(6),
            face: found.face,
            rx: found.place[0].round(6),
            ry: found.place[1].round(6)
          )
        end

        # The point in a later model.
        def moved(anchorage)
          return self unless face

          place = anchorage.place(face) or return dup.tap { |t| t.lost = true }
          dup.tap do |t|
            t.x, t.y = (x + place[0] - rx).round(6), (y + place[1] - ry).round(6)
            t.rx, t.ry = place.map { |c| c.round(6) }
            t.lost = nil
          end
        end

        # Dragged by dx, dy mm of the model; what it is tied to stays.
        def shifted(dx, dy) = dup.tap { |t| t.x, t.y = (x + dx).round(6), (y + dy).round(6) }
        def to_a = [x, y]
      end
    end
  end
end
