# frozen_string_literal: true

module Nockplane
  module Geometry
    class Chart
      # Plane, cylinder, cone, sphere and torus in the parameters of ISO 10303-42: u the angle about the frame's z (mm
      # along x for a plane), v mm along z (mm along y), for a sphere the latitude, for a torus the angle round the
      # tube. radius in mm (of a cone at the frame's origin), slope: of a cone, minor: of a torus.
      class Elementary < Chart
        attr_reader :kind, :frame, :radius, :slope, :minor

        def initialize(kind, frame, radius: nil, slope: nil, minor: nil)
          super()
          @kind = kind
          @frame = frame
          @radius = radius
          @slope = slope
          @minor = minor
          turn = 2 * Math::PI
          @domain = {
            plane: [nil, nil],
            sphere: [[0.0, turn], [-turn / 4, turn / 4]],
            torus: [[0.0, turn], [0.0, turn]]
          }.fetch(kind, [[0.0, turn], nil])
          @periods = { plane: [nil, nil], torus: [turn, turn] }.fetch(kind, [turn, nil])
          @poles = { sphere: [-turn / 4, turn / 4], cone: slope && [-radius / slope] }.fetch(kind, nil) || []
        end

        def plane? = @kind == :plane
        def stripped? = @kind == :cylinder
        def rulings(_fine, refine) = Rulings.new(@frame, @radius, refine)
        # A parameter u of a cylinder counted in its strips.
        def strip(u, rulings) = rulings.at_parameter(u)
        def ruled? = %i[cylinder cone].include?(@kind)

        def surface
          case @kind
          when :plane then Surface.plane(@frame.origin, @frame.z)
          when :cylinder then Surface.cylinder(@frame.origin, @frame.z, @radius)
          when :cone then Surface.cone(@frame.origin, @frame.z, @radius, @slope)
          when :sphere then Surface.sphere(@frame.origin, @frame.z, @radius)
          else Surface.torus(@frame.origin, @frame.z, @radius, @minor)
          end
        end

        def at(u, v)
          case @kind
          when :plane
            @frame.point(u, v)
          when :cylinder
            @frame.point(@radius * Math.cos(u), @radius * Math.sin(u), v)
          when :cone
            (@radius + (@slope * v)).then { |r| @frame.point(r * Math.cos(u), r * Math.sin(u), v) }
          when :sphere
            (@radius * Math.cos(v)).then { |r| @frame.point(r * Math.cos(u), r * Math.sin(u), @radius * Math.sin(v)) }
          else
            (@radius + (@minor * Math.cos(v))).then do |r|
              @frame.point(r * Math.cos(u), r * Math.sin(u), @minor * Math.sin(v))
            end
          end
        end

        def normal(u, v)
          c, s = Math.cos(u), Math.sin(u)
          case @kind
          when :plane
            @frame.z
          when :cylinder
            @frame.direction(c, s)
          when :cone
            Vec.unit(@frame.direction(c, s, -@slope)).then { |n| (@radius + (@slope * v)).negative? ? Vec.neg(n) : n }
          when :sphere
            @frame.direction(Math.cos(v) * c, Math.cos(v) * s, Math.sin(v))
          else
            @frame
              .direction(Math.cos(v) * c, Math.cos(v) * s, Math.sin(v))
              .then { |n| (@radius + (@minor * Math.cos(v))).negative? ? Vec.neg(n) : n }
          end
        end

        def uv(point, near = nil)
          x, y, z = @frame.local(point)
          case @kind
          when :plane then return [x, y]
          when :cylinder then v = z
          when :cone
            v = (z + (@slope * (Math.hypot(x, y) - @radius))) / (1 + (@slope**2))
            x, y = -x, -y if (@radius + (@slope * v)).negative?
          when :sphere then v = Math.atan2(z, Math.hypot(x, y))
          else v = Math.atan2(z, Math.hypot(x, y) - @radius)
          end
          [Math.hypot(x, y) < 1e-9 && near ? near[0] : Math.atan2(y, x), v]
        end

        def partials(u, v)
          c, s = Math.cos(u), Math.sin(u)
          r, dr, dz = case @kind
                      when :plane then return [@frame.x, @frame.y]
                      when :cylinder then [@radius, 0.0, 1.0]
                      when :cone then [@radius + (@slope * v), @slope, 1.0]
                      when :sphere then [@radius * Math.cos(v), -@radius * Math.sin(v), @radius * Math.cos(v)]
                      else [@radius + (@minor * Math.cos(v)), -@minor * Math.sin(v), @minor * Math.cos(v)]
                      end
          [@frame.direction(-r * s, r * c), @frame.direction(dr * c, dr * s, dz)]
        end
      end
    end
  end
end
