# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # On a leader: angle in degrees from its centre outwards, reach mm of paper past the feature. On the edge of a
      # face: slide mm of the model along it, off mm out to it, square the direction out of the face in degrees. jog: a
      # radius whose middle is far off, drawn shortened with a step (DIM-21); then reach is what is drawn of it.
      Leader =
        Struct.new(:form, :angle, :reach, :slide, :off, :square, :jog, keyword_init: true) do
          include Place

          def initialize(form: 'leader', **fields) = super
          def self.fresh(_standard) = new(angle: 45.0, reach: 12.0)

          def turned = with(angle: ((180.0 - angle) % 360).round(3))
          def styles = %i[jog]

          # [Ink].
          def ink(drawn)
            way = direction(angle)
            x, y = centre(drawn)
            r = radius(drawn)
            tip = [x + (r * way[0]), y + (r * way[1])]
            return drawn.layout.jogged(tip, way, reach, drawn.words) if jog && r.positive?

            toward = r.zero? ? [tip[0] - way[0], tip[1] - way[1]] : [x, y]
            drawn.kind.leader_ink(drawn, tip, toward, knee(drawn))
          end

          # The leader whose words begin at a point of paper.
          def self.through(drawn, point)
            x, y = drawn.at.point(drawn.snapshot.centre)
            out = Math.hypot(point[0] - x, point[1] - y)
            new(
              angle: (Math.atan2(point[1] - y, point[0] - x) * 180 / Math::PI).round(3),
              reach: [out - (drawn.kind.radius(drawn) * drawn.at.scale), 2.0].max.round(3)
            )
          end

          # The place after dragging the words by dx, dy mm of paper.
          def dragged(drawn, dx, dy)
            cx, cy = centre(drawn)
            kx, ky = knee(drawn)
            x = kx + dx - cx
            y = ky + dy - cy
            with(
              angle: (Math.atan2(y, x) * 180 / Math::PI).round(3),
              reach: [Math.hypot(x, y) - radius(drawn), 2.0].max.round(3)
            )
          end

          # Paper point that it starts from.
          def centre(drawn)
            x, y = drawn.at.point(drawn.snapshot.centre)
            return [x, y] unless slide

            n = direction(square || angle)
            scale = drawn.at.scale
            [x + (((n[0] * off) - (n[1] * slide)) * scale), y + (((n[1] * off) + (n[0] * slide)) * scale)]
          end

          # mm of paper from there to the feature.
          def radius(drawn) = slide ? 0.0 : drawn.kind.radius(drawn) * drawn.at.scale

          # Paper point where the words' line begins.
          def knee(drawn)
            x, y = centre(drawn)
            way = direction(angle)
            r = radius(drawn) + reach
            [x + (r * way[0]), y + (r * way[1])]
          end

          private

          def direction(degrees) = [Math.cos(degrees * Math::PI / 180), Math.sin(degrees * Math::PI / 180)]
        end
    end
  end
end
