# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A drilled hole into the plane it stands on: plain, counterbored, countersunk, counterdrilled or tapped; through,
      # to a parallel face, or blind with a drill point (120 degrees as drawn, standards.md DIM-28; 180 makes a flat
      # floor). The diameter is given, or that of a clearance hole (ISO 273).
      # Faces: wall, floor or point, counterbore.wall, counterbore.floor, countersink, counterdrill.wall,
      # counterdrill.point.
      class Hole < Feature
        KEYS = %w[
          kind
          diameter
          clearance
          fit
          depth
          through
          to
          point_angle
          counterdrill_diameter
          counterdrill_depth
          counterbore_diameter
          counterbore_depth
          countersink_diameter
          countersink_angle
          thread
          chamfer
          round
        ].freeze
        KINDS = %w[plain counterbored countersunk counterdrilled tapped].freeze

        def operation = 'cut'
        def expected_faces = @placement.instances.to_h { |i| [i.name, ["#{i.name}/wall"]] }
        def threads = @thread ? @placement.instances.to_h { |i| ["#{i.name}/wall", @thread] } : {}

        def dimensions
          frame = first.frame
          all = { count: @placement.count, axis: frame.z, centre: frame.origin }
          found = [main_dimension(frame, all)]
          found << depth_dimension(frame) if @f.key?('depth') && !@through
          found.concat(entry_dimensions(frame, all))
          found + pattern_dimensions
        end

        protected

        def anchor_face = 'wall'

        private

        def read
          @f.only(*COMMON, *Placement::KEYS, *KEYS)
          @f.fault('type', 'the first feature must be a boss; there is nothing to drill yet') if @body.nil?
          @kind = @f.choice('kind', KINDS, 'plain')
          @thread = tapped
          @r = (@thread ? @thread.minor : bore) / 2
          @placement = Placement.new(@f, @body, spin: false)
          @through = @f.flag('through')
          @depth = depth
          outline = Solids::Outline.new(pieces)
          divisions = Solids::Division.new(@body)
          @tools =
            @placement.instances.map do |i|
              frame = i.frame.flipped
              division = divisions.of_turned(frame, outline, @refine)
              Solids::Turned.new(i.name, frame, outline, refine: @refine, division: division).solid
            end
        end

        def tapped
          return nil unless @kind == 'tapped'

          Threads.find(@f.raw('thread').to_s) or
            @f.fault(
              'thread',
              "'#{@f.raw('thread')}' is not in the table; near it are #{Threads.near(@f.raw('thread').to_s).join(', ')}"
            )
        end

        # mm: as given, or from the table of clearance holes.
        def bore
          return @f.size('diameter') unless @f.key?('clearance')

          @f.fault('diameter', 'is given beside a clearance hole; keep one') if @f.key?('diameter')
          Threads.clearance(@f.raw('clearance').to_s, @f.choice('fit', Threads::CLEARANCE.keys, 'medium')) or
            @f.fault('clearance', "'#{@f.raw('clearance')}' is not in the table; use a coarse thread from M2 to M64")
        end

        def depth
          return through_depth(first.frame.flipped) if @through
          return @f.size('depth') unless @f.key?('to')

          plane = Placement.plane(@f.picked('to'), 'to', @body)
          unless Geometry::Vec.parallel?(plane.z, first.frame.z, 1e-6)
            @f.fault('to', "'#{@f.raw('to')}' is not parallel to the face the hole starts on")
          end

          reach = -first.frame.local(plane.origin)[2]
          @f.fault('to', "'#{@f.raw('to')}' is not below the face the hole starts on") unless reach > 1e-6
          reach
        end

        # Half outline from the entry down: u is depth, v radius.
        def pieces
          at = [0.0, 0.0]
          found = []
          go =
            lambda do |name, to, centre = nil|
              unless (at[0] - to[0]).abs < 1e-12 && (at[1] - to[1]).abs < 1e-12
                found << Solids::Piece.new(name, at, to, centre, centre && (Math::PI / 2))
              end

              at = to
            end
          go.call('entry', [0.0, entry_radius])
          walls(go)
          go.call('wall', [@depth, @r])
          tip(go)
          go.call('axis', [0.0, 0.0])
          found
        end

        def entry_radius
          case @kind
          when 'counterbored'
            @cb_r = wider('counterbore_diameter') / 2
          when 'countersunk'
            @cs_r = wider('countersink_diameter') / 2
          when 'counterdrilled'
            @cd_r = wider('counterdrill_diameter') / 2
          else
            @r + rim_size
          end
        end

        # mm that a chamfer or round takes of the rim.
        def rim_size
          @f.fault('round', 'the rim is both rounded and chamfered; keep one') if @f.key?('round') && @f.key?('chamfer')
          %w[chamfer round].filter_map { |k| @f.optional_size(k) }.sum(0.0)
        end

        def wider(field)
          d = @f.size(field)
          @f.fault(field, "#{Fault.mm(d)} mm is not wider than the hole of #{Fault.mm(2 * @r)} mm") if d <= 2 * @r
          d
        end

        def walls(go)
          case @kind
          when 'counterbored'
            @cb_depth = @f.size('counterbore_depth')
            shallow('counterbore_depth', @cb_depth)
            go.call('counterbore.wall', [@cb_depth, @cb_r])
            go.call('counterbore.floor', [@cb_depth, @r])
          when 'countersunk'
            @cs_angle = @f.degrees('countersink_angle', 90.0)
            unless @cs_angle.between?(30, 170)
              @f.fault('countersink_angle', "#{Fault.mm(@cs_angle)}°; from 30° to 170° is needed")
            end

            @cs_depth = (@cs_r - @r) / Math.tan(@cs_angle * Math::PI / 360)
            shallow('countersink_diameter', @cs_depth)
            go.call('countersink', [@cs_depth, @r])
          when 'counterdrilled'
            @cd_depth = @f.size('counterdrill_depth')
            foot = @cd_depth + ((@cd_r - @r) / Math.tan(point_angle * Math::PI / 360))
            shallow('counterdrill_depth', foot)
            go.call('counterdrill.wall', [@cd_depth, @cd_r])
            go.call('counterdrill.point', [foot, @r])
          else
            go.call('chamfer', [@f.size('chamfer'), @r]) if @f.key?('chamfer')
            go.call('round', [@f.size('round'), @r], [@f.size('round'), @r + @f.size('round')]) if @f.key?('round')
            shallow('round', rim_size) if rim_size.positive?
          end
        end

        def shallow(field, depth)
          if depth >= @depth
            @f.fault(field, "reaches #{Fault.mm(depth)} mm deep and the hole only #{Fault.mm(@depth)} mm")
          end
        end

        def tip(go)
          return go.call('floor', [@depth, 0.0]) if @through || @f.key?('to') || point_angle > 179.9

          go.call('point', [@depth + (@r / Math.tan(point_angle * Math::PI / 360)), 0.0])
        end

        # degrees
        def point_angle
          angle = @f.degrees('point_angle', 120.0)
          @f.fault('point_angle', "#{Fault.mm(angle)}°; from 60° to 180° is needed") unless angle.between?(60, 180)
          angle
        end

        def main_dimension(frame, all)
          if @thread
            return (
              dimension(
                @f,
                'thread',
                :diameter,
                ['wall'],
                **across(frame, @thread.major / 2, 0),
                **all,
                value: @thread.major,
                prefix: @thread.name
              )
            )
          end

          dimension(
            @f,
            @f.key?('clearance') ? 'clearance' : 'diameter',
            :diameter,
            ['wall'],
            **across(frame, @r, 0),
            **all,
            value: 2 * @r
          )
        end

        def depth_dimension(frame)
          dimension(
            @f,
            'depth',
            :depth,
            ['wall'],
            value: @depth,
            from: frame.point(@r, 0, 0),
            to: frame.point(@r, 0, -@depth),
            axis: frame.x,
            centre: frame.origin
          )
        end

        def entry_dimensions(frame, all)
          found = []
          if @cb_r
            found << dimension(
              @f,
              'counterbore_diameter',
              :diameter,
              ['counterbore.wall'],
              **across(frame, @cb_r, 0),
              **all,
              value: 2 * @cb_r
            )
            found << dimension(
              @f,
              'counterbore_depth',
              :depth,
              ['counterbore.floor'],
              value: @cb_depth,
              axis: frame.x,
              centre: frame.origin,
              from: frame.point(@cb_r, 0, 0),
              to: frame.point(@cb_r, 0, -@cb_depth)
            )
          end
          found.concat(sink_dimensions(frame, all)) if @cs_r
          if @cd_r
            found << dimension(
              @f,
              'counterdrill_diameter',
              :diameter,
              ['counterdrill.wall'],
              **across(frame, @cd_r, 0),
              **all,
              value: 2 * @cd_r
            )
            found << dimension(
              @f,
              'counterdrill_depth',
              :depth,
              ['counterdrill.wall'],
              value: @cd_depth,
              axis: frame.x,
              centre: frame.origin,
              from: frame.point(@cd_r, 0, 0),
              to: frame.point(@cd_r, 0, -@cd_depth)
            )
          end
          found
        end

        def sink_dimensions(frame, all)
          apex = frame.point(0, 0, -@cs_r / Math.tan(@cs_angle * Math::PI / 360))
          found = [
            dimension(
              @f,
              'countersink_diameter',
              :diameter,
              ['countersink'],
              **across(frame, @cs_r, 0),
              **all,
              value: 2 * @cs_r
            )
          ]
          # (Also where it is the usual one that nobody gave: then it can't be changed, but is said.)
          found << dimension(
            @f,
            'countersink_angle',
            :angle,
            ['countersink'],
            value: @cs_angle,
            centre: apex,
            axis: frame.y,
            from: frame.point(@cs_r, 0, 0),
            to: frame.point(-@cs_r, 0, 0)
          )
        end

        def across(frame, radius, level) = { from: frame.point(-radius, 0, level), to: frame.point(radius, 0, level) }
      end
    end
  end
end
