# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # What features of sheet metal share: the stock laid down by the base, the edge they stand on, and a bent strip as
      # their body.
      class SheetFeature < Feature
        # The edge face a strip stands on. e: out of it; n: out of the upper side; t = e x n along it; origin: a point
        # of the edge of the upper side; from, to: its ends along t, mm.
        Edge = Struct.new(:name, :frame, :from, :to, :skin, keyword_init: true)

        def operation = 'boss'
        # Sentences about what a person should look at.
        def remarks = @remarks ||= []
        # (Only what lays it down or changes it has one of its own: the others use the last.)
        def stock = nil

        protected

        # (They have no pattern: names of faces begin with the feature's id.)
        def dimension(fields, field, kind, faces, **more)
          super(fields, field, kind, faces.map { |n| n.include?('/') ? n : "#{@f.id}/#{n}" }, **more)
        end

        private

        def stock_before
          found = @earlier.each_value.filter_map(&:stock).last
          found or @f.fault('type', "needs a sheet before it; begin with a feature of type 'sheet'")
        end

        def radius = @f.key?('radius') ? @f.size('radius') : @sheet.radius

        # Degrees a sheet can be turned.
        def bend_angle(name, default, most: 175)
          angle = @f.degrees(name, default)
          @f.fault(name, "#{Fault.mm(angle)}°; from 1° to #{most}° is needed") unless angle.between?(1, most)
          angle
        end

        # Edge of a face's name.
        def edge_of(field)
          name = @f.raw(field).to_s
          facet = Placement.planar_facet(@f, field, name, @body)
          skins = SheetMetal::Skins.new(@body, start: @sheet.shown)
          mine = skins.region_of(facet)
          lines = skins.topology.edges.select { |e| e.regions.include?(mine) && upper(skins, e, mine) }
          @f.fault(field, "'#{name}' is no edge of the sheet; name a narrow face along its thickness") if lines.empty?

          edge(skins, facet, *along(skins, lines, mine, name))
        rescue SheetMetal::Refused => e
          @f.fault(field, "no sheet is left to stand on: #{e.message}")
        end

        # The region of the upper side across an edge.
        def upper(skins, edge, mine)
          other = (edge.regions - [mine])[0]
          other && skins.sides[0].include?(other) && skins.surface(other).plane? ? other : nil
        end

        # [region of the upper side, its edges] along a face: of those it has (an end of a flange lies in one plane with
        # the edge beside it) those of the feature the face is named after, else the longest.
        def along(skins, lines, mine, name)
          groups = lines.group_by { |e| upper(skins, e, mine) }
          own = groups.select { |r, _| skins.name(r)[%r{\A[^/]+}] == name[%r{\A[^/]+}] }
          (own.empty? ? groups : own).max_by { |_, list| list.sum { |e| span(e) } }
        end

        def span(edge)
          Geometry::Vec.distance(*edge.vertices.values_at(0, -1).map { |v| @body.point(v) })
        end

        def edge(skins, facet, skin, lines)
          name = facet.face.name
          normal = skins.facet(skin).normal
          if Geometry::Vec.dot(normal, facet.normal).abs > 1e-6
            @f.fault('edge', "'#{name}' does not stand square to the sheet")
          end

          origin = @body.point(lines[0].vertices[0])
          frame = Geometry::Frame.new(origin, Geometry::Vec.cross(facet.normal, normal), facet.normal)
          ends = lines.flat_map { |l| l.vertices }.map { |i| frame.local(@body.point(i))[2] }
          Edge.new(name: name, frame: frame, from: ends.min, to: ends.max, skin: skins.name(skin))
        end

        # The solid of a strip over part of an edge (mm along it).
        def strip_solid(strip, frame, from, to)
          Solids::Prism.new(@f.id, frame, [strip.outline], from, to, refine: @refine).solid
        end

        # Told where a new wall runs into what is there already.
        def tell_collision(body, tool)
          common = Solids::Boolean.intersection(body, tool)
          return if common.empty? || Solids::Mass.of(common).volume < 1e-4

          names = common.faces.map { |f| f.name[%r{\A[^/]+}] }.uniq - [@f.id]
          remarks << "#{@f.path} (#{@f.id}): runs into #{names.join(', ')} when folded; shorten, offset or mitre it"
        rescue Solids::Boolean::OpenResult
          nil
        end

        # Radius of a bend, and the angle it is turned through where that is not square.
        def bend_dimensions(frame, strip, bend, at)
          inner = strip.outline.pieces.find { |p| p.name == "#{bend}.top" }
          outer = strip.outline.pieces.find { |p| p.name == "#{bend}.bottom" }
          piece = [inner, outer].min_by(&:radius)
          point = ->(p) { frame.point(*p, at) }
          [
            dimension(
              @f,
              'radius',
              :radius,
              ["side.#{piece.name}"],
              value: piece.radius,
              from: point[piece.centre],
              to: point[piece.at(0.5)],
              axis: frame.z,
              centre: point[piece.centre]
            )
          ]
        end
      end
    end
  end
end
