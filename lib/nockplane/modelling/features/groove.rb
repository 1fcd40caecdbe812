# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A groove: along a closed profile (its middle line) in a plane face, `width` wide and `depth` deep; or with
      # `around` a turned one into a cylinder face, `position` mm from the face's lower end along its axis.
      # Faces: side.outer.*, side.inner.* and end.start (the floor); of a turned one floor, wall.start, wall.end.
      class Groove < Extrude
        def operation = 'cut'
        def expected_faces = @around ? { @f.id => ["#{@f.id}/floor"] } : super
        def dimensions = @around ? turned_dimensions : super

        private

        def keys = KEYS - %w[operation through to both_ways reverse draft] + %w[width]

        def read
          return super unless @f.key?('around')

          @f.only(*COMMON, 'around', 'position', 'width', 'depth', 'radius')
          @f.fault('around', 'the first feature must be a boss; there is nothing to cut yet') if @body.nil?
          @around = @body.face(@f.raw('around').to_s)
          unless @around&.surface&.kind == :cylinder
            @f.fault('around', "there is no cylinder face '#{@f.raw('around')}' here")
          end

          turned
        end

        def profile
          middle = Profile.new(@f.part('profile'))
          half = @f.size('width') / 2
          [half, -half].each { |mm| check_inset(middle, mm, 'width') }
          outer = renamed(middle.outlines[0].ccw.offset(-half), 'outer')
          inner = renamed(middle.outlines[0].ccw.offset(half), 'inner')
          size =
            Profile::Size.new(
              field: @f.path_of('width'),
              kind: :linear,
              pieces: [outer[0].name, inner[0].name],
              from: outer[0].at(0.5),
              to: inner[0].at(0.5),
              value: 2 * half
            )
          Profile.of(@f, outer, [size], inner: inner)
        end

        def renamed(outline, prefix) = outline.pieces.map { |p| p.dup.tap { |q| q.name = "#{prefix}.#{p.name}" } }

        def turned
          s = @around.surface
          width = @f.size('width')
          depth = @f.size('depth')
          facets = @body.facets_of(@around.name)
          heights =
            facets
              .flat_map { |f| f.loops.flatten }
              .uniq
              .map { |i| Geometry::Vec.dot(Geometry::Vec.sub(@body.point(i), s.origin), s.axis) }
          from = heights.min + @f.length('position')
          if from < heights.min - 1e-6 || from + width > heights.max + 1e-6
            @f.fault(
              'position',
              "the groove reaches past the end of '#{@around.name}', which is #{Fault.mm(heights.max - heights.min)} " \
                'mm long'
            )
          end

          @outside = Geometry::Vec.dot(facets[0].normal, s.normal_at(@body.point(facets[0].loops[0][0]))).positive?
          @f.fault('depth', "#{Fault.mm(depth)} mm reaches the axis") if @outside && depth >= s.radius
          @floor = @outside ? s.radius - depth : s.radius + depth
          @frame =
            Geometry::Frame.new(Geometry::Vec.along(s.origin, s.axis, from), s.axis, Geometry::Vec.any_normal(s.axis))
          @tools = [Solids::Turned.new(@f.id, @frame, ring(width, s.radius), refine: @refine).solid]
        end

        def ring(width, radius)
          open = @outside ? radius + BEYOND : [radius - BEYOND, radius / 2].max
          corners = [[0.0, @floor], [0.0, open], [width, open], [width, @floor]]
          names = %w[wall.start mouth wall.end floor]
          Solids::Outline.new(
            corners.each_index.map { |i| Solids::Piece.new(names[i], corners[i], corners[(i + 1) % 4]) }
          )
        end

        def turned_dimensions
          r = @floor
          w = @f.size('width')
          [
            dimension(
              @f,
              'width',
              :linear,
              %w[wall.start wall.end],
              value: w,
              from: @frame.point(r, 0, 0),
              to: @frame.point(r, 0, w),
              axis: @frame.x
            ),
            dimension(
              @f,
              'depth',
              :linear,
              ['floor', @around.name],
              value: @f.size('depth'),
              from: @frame.point(r, 0, w / 2),
              to: @frame.point(@around.surface.radius, 0, w / 2),
              axis: @frame.y
            )
          ]
        end

        # A turned groove has no placement to name instances of.
        def first = @around ? Placement::Instance.new(@f.id, @frame) : super
      end
    end
  end
end
