# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # The base of a sheet-metal part: a plate (a closed `profile`, up to `thickness`) or a bent strip along an open
      # `path` of its upper side's corners, `width` wide. Gives thickness, bend radius and bend rule to all that follow.
      # Faces: of a plate as an extrusion's; of a strip side.wall1.top, side.bend1.bottom, ..., side.root, side.tip,
      # end.start, end.end.
      class Sheet < SheetFeature
        KEYS = %w[thickness bend_radius k allowances profile path width upper both_ways].freeze
        MAX_CORNERS = 100

        attr_reader :stock

        def dimensions
          frame = first.frame
          found = @profile ? profile_dimensions(@profile, frame, @thickness) : []
          found << thickness_dimension(frame)
          found.concat(strip_dimensions(frame)) if @strip
          found
        end

        private

        def read
          @f.only(*COMMON, *Placement::KEYS, *KEYS)
          @f.fault('type', 'a sheet is the first feature; nothing can be before it') if @body
          @f.fault('pattern', 'a part begins with one sheet') if @f.key?('pattern')
          @placement = Placement.new(@f, @body, spin: true)
          @thickness = @f.size('thickness')
          @bend_radius = @f.size('bend_radius')
          if @f.key?('profile') == @f.key?('path')
            @f.fault('profile', 'needs either a closed profile (of a plate) or an open path (of a bent strip)')
          end

          @tools = [@f.key?('profile') ? plate : bent]
          @stock = SheetMetal::Stock.new(thickness: @thickness, radius: @bend_radius, rule: rule, shown: shown)
          tell_sharp
        end

        def tell_sharp
          return unless @bend_radius < @thickness

          remarks << "#{@f.path} (#{@f.id}): bend radius #{Fault.mm(@bend_radius)} mm is less than the thickness of " \
            "#{Fault.mm(@thickness)} mm; see the material's data whether it bears that"
        end

        def rule
          if @f.key?('allowances')
            @f.fault('k', 'bends go by k or by a table of allowances; keep one') if @f.key?('k')
            rows = @f.points('allowances', 1)
            return SheetMetal::BendRule.table(rows)
          end
          SheetMetal::BendRule.by_k(@f.degrees('k', SheetMetal::USUAL_K))
        rescue SheetMetal::Refused => e
          @f.fault(@f.key?('allowances') ? 'allowances' : 'k', e.message)
        end

        def shown = @profile ? "#{@f.id}/end.end" : "#{@f.id}/side.#{widest}.top"
        def widest = @parts.grep(SheetMetal::Strip::Straight).max_by(&:length).name

        def plate
          @profile = Profile.new(@f.part('profile'))
          Solids::Prism.new(first.name, first.frame, @profile.outlines, 0.0, @thickness, refine: @refine).solid
        end

        def bent
          width = @f.size('width')
          @path = @f.points('path', 2)
          @f.fault('path', "#{@path.size} corners; at most #{MAX_CORNERS} are read") if @path.size > MAX_CORNERS
          @left = @f.choice('upper', %w[left right], 'left') == 'left'
          @parts = parts
          @strip = SheetMetal::Strip.new(@parts, @thickness, at: start, heading: heading(0))
          crossing = @strip.outline.crossing
          @f.fault('path', "the strip runs into itself: #{crossing.join(' meets ')}") if crossing
          from, to = @f.flag('both_ways') ? [-width / 2, width / 2] : [0.0, width]
          @span = @left ? [from, to] : [-to, -from]
          strip_solid(@strip, standing(first.frame), *@span)
        end

        # (Of the right-hand side as upper one the picture is mirrored: the frame is turned over.)
        def standing(frame) = @left ? frame : Geometry::Frame.new(frame.origin, Geometry::Vec.neg(frame.z), frame.x)
        def corners = @corners ||= @left ? @path : @path.map { |u, v| [u, -v] }
        def start = corners[0]

        def heading(i)
          (u0, v0), (u1, v1) = corners[i], corners[i + 1]
          Math.atan2(v1 - v0, u1 - u0)
        end

        # Straight pieces and bends of the path: its corners are those of the upper side's sharp apexes.
        def parts
          turns =
            (0..(corners.size - 3)).map { |i| ((heading(i + 1) - heading(i) + Math::PI) % (2 * Math::PI)) - Math::PI }
          turns.each_with_index { |t, i| check_turn(t, i) }
          backs = turns.map { |t| Math.tan(t.abs / 2) * (t.positive? ? @bend_radius : @bend_radius + @thickness) }
          list = []
          (0..(corners.size - 2)).each do |i|
            length = Math.hypot(corners[i + 1][0] - corners[i][0], corners[i + 1][1] - corners[i][1])
            length -= (i.zero? ? 0.0 : backs[i - 1]) + (backs[i] || 0.0)
            used_up(i, length) unless length > 1e-6
            list << SheetMetal::Strip::Straight.new("wall#{i + 1}", length)
            next unless turns[i]

            list << SheetMetal::Strip::Turn.new("bend#{i + 1}", turns[i].abs, turns[i].positive?, @bend_radius)
          end
          list
        end

        def check_turn(turn, i)
          degrees = turn.abs * 180 / Math::PI
          return if degrees.between?(0.5, 175)

          @f.fault("path[#{i + 1}]", "the path turns by #{Fault.mm(degrees)}° here; from 0.5° to 175° is needed")
        end

        def used_up(i, length)
          @f.fault(
            "path[#{i}]",
            "the bends need #{Fault.mm(-length)} mm more than the piece from here to the next corner is long; use a " \
              'smaller bend_radius or a longer piece'
          )
        end

        def thickness_dimension(frame)
          from, to, faces =
            if @profile
              u, v = @profile.outlines[0].corners[0].point
              [frame.point(u, v, 0.0), frame.point(u, v, @thickness), %w[end.start end.end]]
            else
              (u, v), angle = @strip.starts['wall1']
              place = standing(frame)
              at = place.point(u, v, @span[0])
              [
                at,
                Geometry::Vec.along(at, place.direction(-Math.sin(angle), Math.cos(angle)), -@thickness),
                %w[side.wall1.top side.wall1.bottom]
              ]
            end
          dimension(@f, 'thickness', :linear, faces, value: @thickness, from: from, to: to, axis: frame.x, count: 1)
        end

        def strip_dimensions(frame)
          place = standing(frame)
          (u, v), = @strip.starts['wall1']
          low, high = @span.map { |w| place.point(u, v, w) }
          found = [
            dimension(
              @f,
              'width',
              :linear,
              %w[end.start end.end],
              value: @span[1] - @span[0],
              from: low,
              to: high,
              axis: place.x,
              count: 1
            )
          ]
          bends = @parts.grep(SheetMetal::Strip::Turn)
          bends.empty? ? found : found + bend_radius_dimension(place, bends)
        end

        def bend_radius_dimension(place, bends)
          name = bends[0].name
          bend_dimensions(place, @strip, name, @span[0]).map do |d|
            d.dup.tap do |x|
              x.id = "#{@f.id}.bend_radius"
              x.count = bends.size
              parameter = @f.parameter('bend_radius')
              x.parameter = parameter&.name
              x.path = parameter ? parameter.path : (@f.literal?('bend_radius') ? @f.path_of('bend_radius') : nil)
              x.tolerance = parameter&.tolerance
            end
          end
        end
      end
    end
  end
end
