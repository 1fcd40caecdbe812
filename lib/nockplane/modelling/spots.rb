# frozen_string_literal: true

module Nockplane
  module Modelling
    # Named places on a solid that a dimension can be measured from: corners, middles and points of straight edges,
    # centres and quadrants of circles. Each is named by the faces that make it, so that it is found again when the
    # model changes; what is no longer there, or could be several, is not found.
    class Spots
      # kind: "corner" (of all faces that meet there), "edge" (a straight one between two faces, share 0 to 1 along it
      # the way the direction says), "centre" (of a circle between two faces), "quadrant" (of it, in a direction),
      # "station" (of a curved edge between two faces, at a share of its length), "crossing" (where two straight edges,
      # of faces 1, 2 and 3, 4, would meet when drawn out: DIM-03), "axis" (of a turned face, where it is widest in a
      # direction: its limb; without one its middle). nth: [which, of how many] where the same faces make several, in
      # the order of their places. point, run: place in the model and direction of an edge, filled in when it is found.
      Spot =
        Struct.new(:kind, :faces, :nth, :share, :direction, :point, :run, keyword_init: true) do
          # Of data as #to_a gives; nil of what is none.
          def self.from(array)
            return nil unless array.is_a?(Array)

            found = new(**%i[kind faces nth share direction].zip(array).to_h)
            found if found.sound?
          end

          def sound?
            kind.is_a?(String) && faces.is_a?(Array) && !faces.empty? && faces.all?(String) &&
              (nth.nil? || (nth.is_a?(Array) && nth.size == 2 && nth.all?(Integer))) &&
              (share.nil? || share.is_a?(Numeric)) && (direction.nil? || Spots.vector?(direction))
          end

          def to_a = [kind, faces, nth, share, direction&.map { |c| c.round(9) + 0.0 }]
        end

      # mm within which points are one, and cosine within which a run is straight.
      SAME = 1e-6
      STRAIGHT = 1e-9

      def self.of(solid) = new(solid)

      # The two faces that make the round edge which a spot is on; nil of others.
      def self.arc_names(spot) = %w[centre quadrant station].include?(spot.kind) ? spot.faces : nil

      # Where two straight edges [from, to] meet when they are drawn out; nil for parallel and for skew ones.
      def self.crossing((a, b), (c, d))
        u, v = [[a, b], [c, d]].map { |p, q| Geometry::Vec.unit(Geometry::Vec.sub(q, p)) }
        cross = Geometry::Vec.cross(u, v)
        square = Geometry::Vec.dot(cross, cross)
        return nil if square < 1e-9

        between = Geometry::Vec.sub(c, a)
        return nil if Geometry::Vec.dot(between, cross).abs > SAME * Math.sqrt(square)

        Geometry::Vec.along(a, u, Geometry::Vec.dot(Geometry::Vec.cross(between, v), cross) / square)
      end

      def self.vector?(value) = value.is_a?(Array) && value.size == 3 && value.all?(Numeric)

      def initialize(solid)
        @solid = solid
        @index = Solids::Indexed.of(solid)
      end

      # Corners of a face's facets, places of the model.
      def points_of(name)
        (@points_of ||= {})[name] ||= @index
          .facets_of(name)
          .flat_map { |f| f.loops.flatten }
          .uniq
          .map { |i| @solid.point(i) }
      end

      # The spot with its point (and run), nil when it is not there any more or could be several.
      def find(spot)
        case spot.kind
        when 'corner' then at_corner(spot)
        when 'edge' then on_edge(spot)
        when 'centre', 'quadrant' then on_circle(spot)
        when 'axis' then on_axis(spot)
        when 'crossing' then at_crossing(spot)
        when 'station' then at_station(spot)
        end
      end

      # { [face names] => [points] }: corners where three faces or more meet.
      def corners
        @corners ||=
          at_vertices
            .select { |_, names| names.size >= 3 }
            .group_by { |_, names| names.sort }
            .transform_values { |list| list.map { |id, _| place(id) }.sort_by { |p| order(p) } }
      end

      # { [name, name] => [[from, to], ...] }: straight edges between two faces, whole.
      def lines
        @lines ||=
          borders
            .to_h { |names, chords| [names, chords.select { |a, b| ruled?(names, a, b) }] }
            .transform_values { |chords| straight(chords).sort_by { |a, b| order(a).zip(order(b)).map(&:sum) } }
            .reject { |_, list| list.empty? }
      end

      # { [name, name] => [points] }: edges between two faces that are not straight and do not close, from end to end.
      def curves
        @curves ||=
          borders.each_with_object({}) do |(names, chords), all|
            points = chords.size > 3 && Curves.chain(@solid, chords)
            all[names] = points if points && !Curves.straight?(points)
          end
      end

      # Do faces that meet at a corner touch there, a plane a cylinder?
      def tangent?(names) = Tangents.at?(@index, names)

      # Chords between two faces, by vertex ids.
      def chords(names) = borders[names.sort] || []

      # { [name, name] => [[centre, axis, radius], ...] }: circles between two faces, one of which is turned.
      def circles
        @circles ||=
          borders.to_h { |names, chords| [names, circles_of(names, chords)] }.reject { |_, list| list.empty? }
      end

      private

      def at_station(spot)
        points = spot.share.is_a?(Numeric) && curves[spot.faces.sort]
        points && spot.dup.tap { |s| s.point = Curves.at(points, spot.share) }
      end

      # (Edges of which the same faces make several are no sure ground.)
      def at_crossing(spot)
        return nil unless spot.faces.size == 4

        pairs = spot.faces.each_slice(2).map { |names| lines[names.sort] }
        return nil unless pairs.all? { |list| list&.size == 1 }

        Spots.crossing(*pairs.map(&:first))&.then { |p| spot.dup.tap { |s| s.point = p } }
      end

      # Of several of the same faces the one that was meant; nil when they are not as many any more.
      def nth(spot, all)
        return nil unless all

        which, count = spot.nth || [0, 1]
        all.size == count && which.is_a?(Integer) && which >= 0 ? all[which] : nil
      end

      def at_corner(spot) = nth(spot, corners[spot.faces.sort])&.then { |p| spot.dup.tap { |s| s.point = p } }

      # Where a vertex truly is: on the surfaces of all faces that meet there, not on the chords of its mesh.
      def place(id)
        (@places ||= {})[id] ||=
          begin
            surfaces = at_vertices[id].filter_map { |name| surfaces_by_name[name] }
            Solids::TruePlaces.of(@solid.point(id), surfaces) || @solid.point(id)
          end
      end

      # { vertex => [names of the faces there] }
      def at_vertices
        @at_vertices ||=
          @solid.facets.each_with_object({}) do |facet, all|
            facet.loops.each { |l| l.each { |id| (all[id] ||= []) << facet.face.name } }
          end.transform_values(&:uniq)
      end

      # { [name, name] => [[a, b], ...] }: chords between two faces, by vertex ids.
      def borders
        @borders ||=
          begin
            owner = {}
            @solid.facets.each { |f| f.each_edge { |a, b| owner[(a << 32) | b] = f.face.name } }
            owner.each_with_object({}) do |(key, name), all|
              a, b = key >> 32, key & 0xffffffff
              other = owner[(b << 32) | a]
              next if a > b || other.nil? || other == name

              (all[[name, other].sort] ||= []) << [a, b]
            end
          end
      end

      # Does a chord between two faces lie on both? (On planes always; on cylinders along the axis.)
      def ruled?(names, a, b)
        surfaces = names.map { |n| surfaces_by_name[n] }
        return true if surfaces.all?(&:plane?)

        way = unit(a, b)
        surfaces.all? { |s| s.plane? || (s.kind == :cylinder && Geometry::Vec.parallel?(way, s.axis, 1e-6)) }
      end

      def surfaces_by_name = @surfaces_by_name ||= @solid.faces.to_h { |f| [f.name, f.surface] }

      # Chords joined to straight runs [[from, to], ...]; those that bend are left out.
      def straight(chords)
        joined = chains(chords)
        joined.filter_map do |ids|
          points = ids.map { |i| place(i) }
          next if ids.first == ids.last

          way = Geometry::Vec.unit(Geometry::Vec.sub(points.last, points.first))
          level = points.all? do |p|
            Geometry::Vec.length(Geometry::Vec.cross(Geometry::Vec.sub(p, points.first), way)) < SAME
          end
          [points.first, points.last] if level
        end
      end

      # Chords of straight edges lie end to end: [[id, id, ...], ...], broken where the direction turns.
      def chains(chords)
        next_of = Hash.new { |h, k| h[k] = [] }
        chords.each { |a, b| next_of[a] << b and next_of[b] << a }
        left = chords.to_h { |a, b| [[a, b].sort, true] }
        chords.filter_map do |a, b|
          next unless left.delete([a, b].sort)

          chain = [a, b]
          grow(chain, next_of, left)
          chain.reverse!
          grow(chain, next_of, left)
          chain
        end
      end

      def grow(chain, next_of, left)
        loop do
          way = unit(chain[-2], chain[-1])
          step = next_of[chain[-1]].find do |c|
            left[[chain[-1], c].sort] && Geometry::Vec.dot(way, unit(chain[-1], c)) > 1 - STRAIGHT
          end
          break unless step

          left.delete([chain[-1], step].sort)
          chain << step
        end
      end

      def unit(a, b) = Geometry::Vec.unit(Geometry::Vec.sub(@solid.point(b), @solid.point(a)))

      def circles_of(names, chords)
        turned = names.map { |n| @index.face(n) }.compact.find { |f| f.surface.turned? } or return []
        axis = Geometry::Vec.unit(turned.surface.axis)
        origin = turned.surface.origin
        chords
          .flatten
          .uniq
          .map { |id| place(id) }
          .group_by { |p| Geometry::Vec.dot(Geometry::Vec.sub(p, origin), axis).round(5) }
          .filter_map do |level, points|
            centre = Geometry::Vec.along(origin, axis, level)
            radii = points.map { |p| Geometry::Vec.distance(p, centre) }
            [centre, axis, radii.sum / radii.size] if points.size >= 3 && radii.max - radii.min < 1e-4
          end
          .sort_by { |centre, _| order(centre) }
      end

      def order(point) = point.map { |c| c.round(4) }

      def on_edge(spot)
        a, b = nth(spot, lines[spot.faces.sort])
        return nil unless a && spot.share.is_a?(Numeric)

        run = Geometry::Vec.sub(b, a)
        if spot.direction && Geometry::Vec.dot(run, spot.direction).negative?
          a, run = b, Geometry::Vec.neg(run)
        end
        spot.dup.tap { |s| s.point, s.run = Geometry::Vec.along(a, run, spot.share), run }
      end

      def on_circle(spot)
        centre, axis, radius = nth(spot, circles[spot.faces.sort])
        return nil unless centre

        return spot.dup.tap { |s| s.point = centre } if spot.kind == 'centre'
        return nil unless spot.direction

        out = Geometry::Vec.along(spot.direction, axis, -Geometry::Vec.dot(spot.direction, axis))
        return nil if Geometry::Vec.length(out) < 0.1 # as good as along the axis

        spot.dup.tap { |s| s.point = Geometry::Vec.along(centre, Geometry::Vec.unit(out), radius) }
      end

      def on_axis(spot)
        surface = @index.face(spot.faces[0])&.surface
        return nil unless surface&.turned?

        axis = Geometry::Vec.unit(surface.axis)
        middle = middle_of(spot.faces[0], surface, axis)
        return spot.dup.tap { |s| s.point, s.run = middle, axis } unless spot.direction
        return nil unless %i[cylinder sphere].include?(surface.kind)

        out = spot.direction
        run = (axis if surface.kind == :cylinder) # (a ball is met in one place)
        out = Geometry::Vec.along(out, run, -Geometry::Vec.dot(out, run)) if run
        spot.dup.tap { |s| s.point, s.run = Geometry::Vec.along(middle, Geometry::Vec.unit(out), surface.radius), run }
      end

      # On the axis of a round face. (Balls and rings have a middle of their own, however much there is of them.)
      def middle_of(name, surface, axis)
        return surface.origin if %i[sphere torus].include?(surface.kind)

        levels = points_of(name).map { |p| Geometry::Vec.dot(Geometry::Vec.sub(p, surface.origin), axis) }
        Geometry::Vec.along(surface.origin, axis, levels.minmax.sum / 2)
      end
    end
  end
end
