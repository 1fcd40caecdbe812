# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A datum plane for later features (`on: ID`): a plane or plane face moved by offset and turned by angle about its
      # own x or y axis (about: x or y, through `at`), or the plane through the axis of a turned face (through: FACE) at
      # an angle.
      class Plane < Feature
        attr_reader :frame

        def tools = []
        def dimensions = []

        private

        def read
          @f.only(*COMMON, 'on', 'offset', 'at', 'about', 'angle', 'through')
          base = @f.key?('through') ? axial : Placement.plane(@f, 'on', @body)
          angle = @f.degrees('angle', 0.0) * Math::PI / 180
          @frame = angle.zero? ? base : leaned(base.moved(*@f.point('at', [0.0, 0.0])), angle)
        end

        # Origin at the foot of the model origin, z square to the axis, x along it.
        def axial
          face = @body&.face(@f.raw('through').to_s)
          unless face&.surface&.turned?
            @f.fault('through', "there is no turned face '#{@f.raw('through')}' here to take the axis of")
          end

          s = face.surface
          foot = Geometry::Vec.along(s.origin, s.axis, -Geometry::Vec.dot(s.origin, s.axis))
          frame = Geometry::Frame.new(foot, Geometry::Vec.any_normal(s.axis), s.axis)
          @f.key?('offset') ? frame.moved(0, 0, @f.length('offset')) : frame
        end

        def leaned(frame, angle)
          c = Math.cos(angle)
          s = Math.sin(angle)
          if @f.key?('through') || @f.choice('about', %w[x y], 'x') == 'x'
            Geometry::Frame.new(frame.origin, frame.direction(0, -s, c), frame.x)
          else
            Geometry::Frame.new(frame.origin, frame.direction(s, 0, c), frame.direction(c, 0, -s))
          end
        end
      end
    end
  end
end
