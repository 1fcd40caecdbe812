# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A wall bent up (or down) along an edge of the sheet.
      #
      # height: mm over the outside, up to the apex; over 90 degrees up to the tangent of the bend (SM-14); or
      # `measured` inside or straight. place: beyond (the bend begins at the edge), outside (the wall's inner face where
      # the edge was), inside (its outer face there); setback: mm further in. start_offset, end_offset: mm left free at
      # the ends, or width (centred); start_mitre, end_mitre: degrees the wall's ends lean in. Faces: side.bend.top,
      # side.bend.bottom, side.wall.top, side.wall.bottom, side.tip, end.start, end.end.
      class Flange < SheetFeature
        KEYS = %w[
          edge
          height
          angle
          radius
          down
          place
          setback
          measured
          width
          start_offset
          end_offset
          start_mitre
          end_mitre
          relief
        ].freeze
        PLACES = %w[beyond outside inside].freeze
        MEASURED = %w[outside inside straight].freeze

        # The trimmed edge first, then the wall.
        def copies = @cuts.map { |t| [t, :cut] } + @tools.map { |t| [t, :boss] }

        def dimensions = [*height_dimension, *angle_dimension, *bend_dimensions(frame, @strip, 'bend', @from)]

        private

        def keys = KEYS

        def read
          @f.only(*COMMON, *keys)
          @sheet = stock_before
          @thickness = @sheet.thickness
          @edge = edge_of('edge')
          shape
          @from, @to = extent
          @strip = SheetMetal::Strip.new(@parts, @thickness, at: [@begin, 0.0])
          crossing = @strip.outline.crossing
          @f.fault('height', "the wall runs into itself: #{crossing.join(' meets ')}") if crossing
          @cuts = @begin.negative? ? [trim, *reliefs] : []
          @tools = [mitred(strip_solid(@strip, frame, @from, @to))]
          tell_collision(@cuts.reduce(@body) { |b, c| Solids::Boolean.difference(b, c) }, @tools[0])
        end

        def frame = @edge.frame

        # Where it begins (mm over the edge), and what it is made of.
        def shape
          @angle = bend_angle('angle', 90.0)
          @radius = radius
          turn = @angle * Math::PI / 180
          @begin = beginning - @f.length('setback', 0.0)
          @up = !@f.flag('down')
          @parts = [
            SheetMetal::Strip::Turn.new('bend', turn, @up, @radius),
            SheetMetal::Strip::Straight.new('wall', straight)
          ]
        end

        def beginning
          case @f.choice('place', PLACES, 'beyond')
          when 'beyond'
            0.0
          when 'outside'
            -setback(0.0)
          else
            -setback(@thickness)
          end
        end

        # mm from where the bend begins to where a face (mm off the inside one) would cross the edge's plane.
        def setback(off)
          @angle <= 90 ? Math.tan(@angle * Math::PI / 360) * (@radius + off) : @radius + off
        end

        # mm of the wall past the bend.
        def straight
          height = @f.size('height')
          used =
            case @f.choice('measured', MEASURED, 'outside')
            when 'outside'
              SheetMetal::Bending.setback(@angle, @radius, @thickness)
            when 'inside'
              SheetMetal::Bending.setback(@angle, @radius, 0.0)
            else
              0.0
            end
          return height - used if height - used > 1e-4

          @f.fault('height', "the bend takes all of #{Fault.mm(height)} mm; more than #{Fault.mm(used)} mm is needed")
        end

        # [from, to] mm along the edge.
        def extent
          from, to = @edge.from, @edge.to
          room = to - from
          start = @f.length('start_offset', 0.0)
          finish = @f.length('end_offset', 0.0)
          if @f.key?('width')
            width = @f.size('width')
            @f.fault('end_offset', 'goes not with a width') if @f.key?('end_offset')
            start = (room - width) / 2 unless @f.key?('start_offset')
            finish = room - width - start
          end
          %w[start_offset end_offset]
            .zip([start, finish])
            .each do |name, mm|
              next if mm > -1e-9

              @f.fault(@f.key?('width') ? 'width' : name, "reaches #{Fault.mm(-mm)} mm past the end of the edge")
            end
          if room - start - finish < 1e-3
            @f.fault('start_offset', "nothing is left of the edge, which is #{Fault.mm(room)} mm long")
          end

          [from + start, to - finish]
        end

        # What of the sheet the bend takes the place of.
        def trim = block('trim', @begin, 0.0, @from, @to)

        def block(name, x0, x1, from, to)
          corners = [
            [x0, -@thickness - BEYOND],
            [x1 + BEYOND, -@thickness - BEYOND],
            [x1 + BEYOND, BEYOND],
            [x0, BEYOND]
          ]
          names = %w[under out over back]
          pieces = corners.each_index.map { |i| Solids::Piece.new(names[i], corners[i], corners[(i + 1) % 4]) }
          Solids::Prism.new("#{@f.id}/#{name}", frame, [Solids::Outline.new(pieces)], from, to).solid
        end

        # Notches beside a bend that ends within the edge (SM-15): rectangular, or round at the bottom.
        def reliefs
          part = @f.key?('relief') ? @f.part('relief') : nil
          part&.only('kind', 'width', 'depth')
          kind = part ? part.choice('kind', %w[rectangular round none], 'rectangular') : 'rectangular'
          return [] if kind == 'none'

          width = part&.key?('width') ? part.size('width') : @thickness
          depth = part&.key?('depth') ? part.size('depth') : -@begin + (@thickness / 2)
          check_relief(part, depth)
          [
            [@from - @edge.from, 'relief.start', @from - width, @from],
            [@edge.to - @to, 'relief.end', @to, @to + width]
          ].filter_map { |free, name, from, to| notch(name, kind, depth, from, to) if free > 1e-6 }
        end

        def check_relief(part, depth)
          least = -@begin
          return if depth >= least - 1e-6

          part.fault('depth', "#{Fault.mm(depth)} mm does not reach the bend; at least #{Fault.mm(least)} mm is needed")
        end

        def notch(name, kind, depth, from, to)
          from, to = [from, @edge.from - BEYOND].max, [to, @edge.to + BEYOND].min
          return block(name, -depth, 0.0, from, to) if kind == 'rectangular'

          radius = (to - from) / 2
          middle = (from + to) / 2
          pieces = [
            Solids::Piece.new('end', [from, BEYOND], [from, radius - depth]),
            Solids::Piece.new(
              'round',
              [from, radius - depth],
              [to, radius - depth],
              [middle, radius - depth],
              Math::PI
            ),
            Solids::Piece.new('start', [to, radius - depth], [to, BEYOND]),
            Solids::Piece.new('out', [to, BEYOND], [from, BEYOND])
          ]
          # x along the edge, y over it, z out of the upper side's back
          level = Geometry::Frame.new(frame.origin, Geometry::Vec.neg(frame.y), frame.z)
          Solids::Prism.new(
            "#{@f.id}/#{name}",
            level,
            [Solids::Outline.new(pieces)],
            -BEYOND,
            @thickness + BEYOND,
            refine: @refine
          ).solid
        end

        # Ends of the wall that lean in.
        def mitred(solid)
          [['start_mitre', @from, 1.0], ['end_mitre', @to, -1.0]].reduce(solid) do |body, (field, at, way)|
            angle = @f.degrees(field, 0.0)
            @f.fault(field, "#{Fault.mm(angle)}°; from 0° to 80° is needed") unless angle.between?(0, 80)
            angle.zero? ? body : Solids::Boolean.difference(body, wedge(field, angle, at, way))
          end
        rescue Solids::Boolean::OpenResult
          @f.fault('start_mitre', 'nothing is left of the wall between the mitres; make it longer or less leaning')
        end

        def wedge(field, angle, at, way)
          (x, y), heading = @strip.starts['wall']
          wall = @parts.grep(SheetMetal::Strip::Straight).sum(&:length) + BEYOND
          # x along the edge into the wall, y along the wall
          along = frame.direction(Math.cos(heading), Math.sin(heading))
          origin = frame.point(x, y, at)
          inwards = Geometry::Vec.scale(frame.z, way)
          place = Geometry::Frame.new(origin, Geometry::Vec.cross(inwards, along), inwards)
          lean = Math.tan(angle * Math::PI / 180) * wall
          corners = [[0.0, 0.0], [lean, wall], [-BEYOND, wall], [-BEYOND, 0.0]]
          pieces = corners.each_index.map { |i| Solids::Piece.new("e#{i + 1}", corners[i], corners[(i + 1) % 4]) }
          reach = @thickness + BEYOND
          Solids::Prism.new("#{@f.id}/#{field}", place, [Solids::Outline.new(pieces)], -reach, reach).solid
        end

        # Of a square wall: from the sheet's other side to its tip.
        def height_dimension
          return nil unless (@angle - 90).abs < 1e-9 && @f.choice('measured', MEASURED, 'outside') == 'outside'

          tip = @strip.outline.pieces.find { |p| p.name == 'tip' }
          x, y = tip.at(0.5)
          base = @up ? -@thickness : 0.0
          [
            dimension(
              @f,
              'height',
              :linear,
              [@up ? lower_skin : @edge.skin, 'side.tip'],
              value: (y - base).abs,
              from: frame.point(x, base, @from),
              to: frame.point(x, y, @from),
              axis: frame.x,
              count: 1
            )
          ]
        end

        # Of the wall, from the bend (its face named) to its tip; for kinds whose length is given.
        def length_dimension(bend)
          wall = @strip.outline.pieces.find { |p| p.name == 'wall.top' }
          dimension(
            @f,
            'length',
            :linear,
            ['side.tip', bend],
            value: @f.size('length'),
            from: frame.point(*wall.to, @from),
            to: frame.point(*wall.from, @from),
            axis: frame.y,
            count: 1
          )
        end

        # Name of the face behind the one the edge belongs to.
        def lower_skin
          facet = @body.facets_of(@edge.skin)[0]
          under = @body.facets.find { |f| f.face.surface.plane? && opposite?(f, facet) }
          under ? under.face.name : @edge.skin
        end

        def opposite?(one, other)
          Geometry::Vec.dot(one.normal, other.normal) < -1 + 1e-9 && (one.d + other.d - @thickness).abs < 1e-6
        end

        def angle_dimension
          return nil unless @f.key?('angle') && (@angle - 90).abs > 1e-9

          (x, y), heading = @strip.starts['wall']
          at = frame.point(x, y, @from)
          [
            dimension(
              @f,
              'angle',
              :angle,
              [@edge.skin, 'side.wall.top'],
              value: @angle,
              from: Geometry::Vec.along(at, frame.x, 10.0),
              to: Geometry::Vec.along(at, frame.direction(Math.cos(heading), Math.sin(heading)), 10.0),
              axis: frame.z,
              centre: at,
              count: 1
            )
          ]
        end
      end
    end
  end
end
