# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # A bend where it stands and where it lies. home: Frame at the line where it begins, x forwards, z out of the side
      # that is shown; lying: the same in the flat. radius: mm of the shown side; up: is that side the inside, so that
      # what follows comes up towards who looks at it? angle: radians; thickness, allowance: mm.
      class Bend
        attr_reader :home, :lying, :radius, :angle, :thickness, :allowance

        def initialize(home, lying, radius:, up:, angle:, thickness:, allowance:)
          @home = home
          @lying = lying
          @radius = radius
          @up = up
          @sense = up ? -1.0 : 1.0
          @angle = angle
          @thickness = thickness
          @allowance = allowance
          freeze
        end

        def bend? = true
        def up? = @up
        def degrees = @angle * 180 / Math::PI
        def inside_radius = @up ? @radius : @radius - @thickness

        # Radians from where it begins, mm along it, and mm out of the shown side, of a point that stands.
        def rolled(point)
          u, v, w = @home.local(point)
          reach = @radius + (@sense * w)
          [Math.atan2(u, reach), v, @sense * (Math.hypot(u, reach) - @radius)]
        end

        # Radians from where it begins to where a direction away from its axis points.
        def angle_towards(radial)
          Math.atan2(Geometry::Vec.dot(radial, @home.x), @sense * Geometry::Vec.dot(radial, @home.z))
        end

        # Where a point lies in the flat: as far from where the bend begins as its angle tells, whatever its depth.
        def flat(point)
          angle, along, out = rolled(point)
          @lying.point(width_at(angle), along, out)
        end

        # Where a point of the flat stands.
        def folded(point)
          along, across, out = @lying.local(point)
          standing(along * @angle / @allowance, across, out)
        end

        # Frames at the line at an angle (radians), x away over it: forwards, or back where it begins.
        def edge(point, angle, forwards)
          _, along, = rolled(point)
          sign = forwards ? 1.0 : -1.0
          x = @home.direction(Math.cos(angle) * sign, 0.0, -@sense * Math.sin(angle) * sign)
          z = @home.direction(@sense * Math.sin(angle), 0.0, Math.cos(angle))
          way = @lying.direction(sign, 0.0)
          [
            Geometry::Frame.new(standing(angle, along, 0.0), z, x),
            Geometry::Frame.new(@lying.point(width_at(angle), along), @lying.z, way)
          ]
        end

        # mm of the flat up to an angle; past the start by what lies before it. (An angle just under a whole turn is one
        # just before the start.)
        def width_at(angle) = unwound(angle) * @allowance / @angle

        # An angle between a little before the start and a turn after it.
        def unwound(angle) = angle < -SLACK ? angle + (2 * Math::PI) : angle
        SLACK = 0.1

        # A point that stands at an angle, mm along, mm out of the shown side.
        def standing(angle, along, out)
          reach = @radius + (@sense * out)
          @home.point(reach * Math.sin(angle), along, @sense * ((reach * Math.cos(angle)) - @radius))
        end
      end
    end
  end
end
