# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A profile turned about the u axis of its sketch: boss or cut, full or part. In the sketch v is the radius.
      # axis: x, y or z names the model axis that u runs along (through `at`), simplest for turned parts.
      class Revolve < Feature
        KEYS = %w[operation profile axis angle].freeze

        def expected_faces = {}

        def dimensions
          found =
            profile_dimensions(@profile, sketch, 0.0, prefix: '').map do |d|
              next d unless %i[turned_diameter diameter].include?(d.kind)

              d.tap { |x| x.axis = first.frame.z }
            end
          found << angle_dimension if @f.key?('angle')
          found + pattern_dimensions
        end

        protected

        def anchor_face = @profile.outlines[0].pieces[0].name

        private

        AXES = { 'x' => [[1, 0, 0], [0, 1, 0]], 'y' => [[0, 1, 0], [0, 0, 1]], 'z' => [[0, 0, 1], [1, 0, 0]] }.freeze

        def read
          @f.only(*COMMON, *Placement::KEYS, *KEYS)
          if operation != 'boss' && @body.nil?
            @f.fault('operation', 'the first feature must be a boss; there is nothing to cut yet')
          end

          @placement = turned_placement
          @profile = Profile.new(@f.part('profile'))
          low = @profile.outlines.flat_map { |o| o.corners.map { |c| c.point[1] } }.min
          if low < -1e-9
            @f.fault('profile', "the profile reaches #{Fault.mm(-low)} mm across the axis; keep every v at 0 or more")
          end

          degrees = @f.degrees('angle', 360.0)
          unless degrees.positive? && degrees <= 360
            @f.fault('angle', "#{Fault.mm(degrees)}°; above 0° up to 360° is needed")
          end

          @turn = degrees * Math::PI / 180
          @tools = @placement.instances.map { |i| body_of(i) }
        end

        # Instances whose frame's z is the axis of revolution and x the direction of v at the start.
        def turned_placement
          z, x = AXES.fetch(@f.choice('axis', AXES.keys, 'z'))
          placed = Placement.new(@f, @body, spin: true)
          placed.instances.each do |i|
            i.frame = Geometry::Frame.new(i.frame.origin, i.frame.direction(*z), i.frame.direction(*x))
          end
          placed
        end

        def divisions = @divisions ||= Solids::Division.new(@body)

        def body_of(instance)
          outer, *inner =
            @profile.outlines.map do |o|
              division = divisions.of_turned(instance.frame, o, @refine)
              Solids::Turned.new(
                instance.name,
                instance.frame,
                o,
                turn: @turn,
                refine: @refine,
                division: division
              ).solid
            end
          inner.reduce(outer) { |body, hollow| Solids::Boolean.difference(body, hollow) }
        end

        # The sketch plane: u along the axis, v along the frame's x.
        def sketch
          f = first.frame
          Geometry::Frame.new(f.origin, Geometry::Vec.cross(f.z, f.x), f.z)
        end

        def angle_dimension
          f = first.frame
          a = @turn
          dimension(
            @f,
            'angle',
            :angle,
            %w[end.start end.end],
            value: @turn * 180 / Math::PI,
            centre: f.origin,
            axis: f.z,
            from: f.point(1, 0),
            to: f.point(Math.cos(a), Math.sin(a))
          )
        end
      end
    end
  end
end
