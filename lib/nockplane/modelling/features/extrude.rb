# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A profile moved along the sketch plane's normal: boss (away from the plane) or cut (into the material behind
      # it);
      # draft: degrees that the walls lean inwards with the distance from the sketch plane.
      # Slot, pocket, boss, rib and groove are this with profiles of their own.
      class Extrude < Feature
        KEYS = %w[
          operation
          profile
          depth
          to
          through
          both_ways
          reverse
          draft
          start_chamfer
          end_chamfer
          start_round
          end_round
        ].freeze

        def expected_faces
          return {} unless cut?

          names = @profile.outlines[0].pieces.map { |p| "side.#{p.name}" } + %w[end.start end.end]
          @placement.instances.to_h { |i| [i.name, names.map { |n| "#{i.name}/#{n}" }] }
        end

        def dimensions
          frame = first.frame
          found = profile_dimensions(@profile, frame, @draft.zero? ? @to : 0.0)
          found << depth_dimension(frame) if @f.key?('depth') && !(cut? && @f.flag('reverse'))
          found + rim_dimensions + pattern_dimensions
        end

        protected

        def anchor_face = "side.#{@profile.outlines[0].pieces[0].name}"

        private

        def read
          @f.only(*COMMON, *Placement::KEYS, *keys)
          if operation != 'boss' && @body.nil?
            @f.fault('operation', 'the first feature must be a boss; there is nothing to cut yet')
          end

          @placement = Placement.new(@f, @body, spin: true)
          @profile = profile
          @from, @to = extent
          rims = %w[start end].to_h { |e| [:"#{e}_rim", rim(e)] }
          @draft = draft(rims)
          divisions = Solids::Division.new(@body)
          @tools =
            @placement.instances.map do |i|
              Solids::Prism.new(
                i.name,
                i.frame,
                @profile.outlines,
                @from,
                @to,
                refine: @refine,
                draft: @draft,
                divisions: divisions,
                **rims
              ).solid
            end
        end

        # What a kind of extrusion with its own profile gives otherwise.
        def keys = KEYS
        def profile = Profile.new(@f.part('profile'))

        # degrees
        def draft(rims)
          angle = @f.degrees('draft', 0.0)
          return 0.0 if angle.zero?

          @f.fault('draft', "#{Fault.mm(angle)}°; between -45° and 45° is needed") unless angle.abs < 45
          if @from.negative? && @to.positive?
            @f.fault('draft', 'goes with a profile on one end, not both ways; draw two features')
          end

          if rims.values.any?
            @f.fault(
              'draft',
              'does not go with a chamfered or rounded rim; treat the edges with a round or chamfer feature'
            )
          end

          check_inset(@profile, (@to - @from) * Math.tan(angle * Math::PI / 180), 'draft')
          angle
        end

        def extent
          return to_face if @f.key?('to')

          depth = @f.flag('through') ? nil : @f.size('depth')
          @f.fault('through', 'only cuts go through; give the feature a depth') if depth.nil? && !cut?
          return both_ways(depth) if @f.flag('both_ways')

          # A cut goes into the material, behind the plane it is sketched on, unless reversed.
          behind = cut? ^ @f.flag('reverse')
          depth ||= through_depth(behind ? first.frame.flipped : first.frame)
          behind ? [-depth, 0.0] : [0.0, depth]
        end

        # From the sketch plane to a parallel plane face (or base plane).
        def to_face
          plane = Placement.plane(@f, 'to', @body)
          frame = first.frame
          unless Geometry::Vec.parallel?(plane.z, frame.z, 1e-6)
            @f.fault('to', "'#{@f.raw('to')}' is not parallel to the sketch plane")
          end

          reach = frame.local(plane.origin)[2]
          @f.fault('to', "'#{@f.raw('to')}' lies in the sketch plane; nothing is between") if reach.abs < 1e-6
          [0.0, reach].minmax
        end

        def both_ways(depth)
          return -depth / 2, depth / 2 if depth

          [-through_depth(first.frame.flipped), through_depth(first.frame)]
        end

        def rim(which)
          chamfer = @f.optional_size("#{which}_chamfer")
          round = @f.optional_size("#{which}_round")
          return nil unless chamfer || round

          @f.fault("#{which}_round", 'the rim is both rounded and chamfered; keep one') if chamfer && round
          rim = Solids::Prism::Rim.new(chamfer ? :chamfer : :round, chamfer || round)
          check_rim(rim, "#{which}_#{rim.kind}")
          rim
        end

        def check_rim(rim, field)
          if rim.size >= @to - @from
            @f.fault(field, "#{Fault.mm(rim.size)} mm is more than the depth of #{Fault.mm(@to - @from)} mm")
          end

          check_inset(@profile, rim.size, field)
        end

        # Can every outline of a profile be moved inwards by mm?
        def check_inset(profile, size, field)
          profile.outlines.each_with_index do |o, i|
            outline = i.zero? ? o.ccw : o.cw
            spline = outline.pieces.find(&:spline)
            @f.fault(field, "is not made along a spline ('#{spline.name}')") if spline
            outline.corners.each do |c|
              next if c.smooth?

              arc = [c.piece, outline.pieces[outline.pieces.index(c.piece) - 1]].any?(&:arc?)
              if arc
                @f.fault(
                  field,
                  "the rim has a sharp corner at an arc ('#{c.piece.name}'); round that corner of the profile first"
                )
              end
            end
            tight = outline.pieces.find { |p| p.arc? && (p.turn.positive? ? size : -size) >= p.radius - 1e-6 }
            if tight
              @f.fault(
                field,
                "#{Fault.mm(size.abs)} mm does not fit inside the arc '#{tight.name}' of radius " \
                  "#{Fault.mm(tight.radius)} mm"
              )
            end

            short = outline.corners.zip(outline.corners.rotate).find { |a, b| !a.piece.arc? && folded?(a, b, size) }
            if short
              @f.fault(field, "#{Fault.mm(size.abs)} mm uses up the edge '#{short[0].piece.name}'; use a smaller size")
            end
          end
        end

        def folded?(a, b, size)
          p = a.inset(size)
          q = b.inset(size)
          along = [b.point[0] - a.point[0], b.point[1] - a.point[1]]
          ((q[0] - p[0]) * along[0]) + ((q[1] - p[1]) * along[1]) <= 1e-9
        end

        def depth_dimension(frame)
          u, v = @profile.outlines[0].corners[0].point
          # A blind cut runs from the face it stands on to its floor.
          blind = cut? && !@f.flag('both_ways') && @f.raw('on').to_s.include?('/')
          faces = blind ? [@f.raw('on'), 'end.start'] : %w[end.start end.end]
          dimension(
            @f,
            'depth',
            :linear,
            faces,
            value: @to - @from,
            from: frame.point(u, v, @from),
            to: frame.point(u, v, @to),
            axis: frame.x,
            count: 1
          )
        end

        def rim_dimensions
          %w[start_chamfer end_chamfer start_round end_round].filter_map do |field|
            next unless @f.key?(field)

            which, kind = field.split('_')
            piece = @profile.outlines[0].pieces[0]
            at = first.frame.point(*piece.at(0.5), which == 'end' ? @to : @from)
            dimension(
              @f,
              field,
              kind == 'round' ? :tube_radius : :chamfer,
              ["#{kind}.#{which}.#{piece.name}"],
              value: @f.size(field),
              from: at,
              to: at,
              centre: at,
              axis: first.frame.z
            )
          end
        end
      end
    end
  end
end
