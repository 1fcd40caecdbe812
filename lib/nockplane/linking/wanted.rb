# frozen_string_literal: true

module Nockplane
  module Linking
    # A size that a part's definition lacks (Definition::Missing) as a model dimension that can be put on a
    # drawing: one of the model where it has it, else one measured.
    class Wanted
      # taken: ids of model dimensions that stand on the drawing.
      def initialize(model, taken = [])
        @model = model
        @taken = taken
        @solid = model.solid
        @spots = Modelling::Spots.of(@solid)
        @index = Solids::Indexed.of(@solid)
      end

      # ModelDimension; nil where none can be made.
      def dimension(missing)
        send(:"of_#{missing.kind}", missing)
      end

      # Another ModelDimension for a distance that no view shows true: between slanted faces, from the edge that each
      # has with one flat face, along the direction of the part that they nearly face; nil where there is none.
      def instead(missing)
        return nil unless missing.kind == :distance && missing.from && missing.direction

        way = MAIN.max_by { |w| Geometry::Vec.dot(w, missing.direction).abs }
        missing.faces.lazy.filter_map { |name| over_edges(missing.from, name, way) }.first
      end

      MAIN = [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].freeze

      private

      def over_edges(from, name, way)
        edges = [from, name].map { |n| edges_on_flats(n, way) }
        shared = (edges[0].keys & edges[1].keys).min or return nil
        across(way, *edges.map { |on| edge(on[shared]) })
      end

      # { flat face that lies along a direction => pair of faces of the one edge that a face has with it }.
      def edges_on_flats(name, way)
        pairs = @spots.lines.select { |pair, list| pair.include?(name) && list.size == 1 }.keys
        pairs.to_h { |pair| [(pair - [name])[0], pair] }.select do |flat, _|
          surface = flat && @index.face(flat).surface
          surface&.plane? && upright?(flat) && Geometry::Vec.dot(surface.axis, way).abs < 1e-6
        end
      end

      # (One face of each run is enough to name it.)
      def of_chamfer(missing)
        left = missing.faces.dup
        named = []
        until left.empty?
          named << left[0]
          left -= Modelling::Chamfers.run_of(@index, @index.face(left[0]))
        end
        found("#{Modelling::MeasuredEdges::CHAMFER}#{named.join('|')}")
      end

      def of_radius(missing)
        missing.faces.each do |name|
          prefix =
            @index.face(name).surface.kind == :torus ? Modelling::MeasuredEdges::ROUND : Modelling::Measured::SIZE
          known = found("#{prefix}#{name}")
          return known if known
        end
        nil
      end

      def of_rim(missing)
        return found("#{Modelling::MeasuredEdges::RING}#{missing.faces[0]}") if ring?(missing.faces[0])

        missing.faces.size > 1 ? found("#{Modelling::MeasuredEdges::RIM}#{missing.faces.first(2).join('|')}") : nil
      end

      def ring?(name) = @index.face(name).surface.kind == :torus

      def of_shape(_missing) = nil

      def of_angle(missing)
        cone = missing.faces.find { |n| @index.face(n).surface.kind == :cone }
        return found("#{Modelling::MeasuredEdges::CONE}#{cone}") if cone

        missing.faces.each do |name|
          bases_of(name).each do |base|
            known = found("#{Modelling::MeasuredEdges::LEAN}#{name}|#{base}")
            return known if known && !@taken.include?(known.id)
          end
        end
        nil
      end

      # Flat faces that the lean of another is measured from, so that it shows true along a coordinate: those it meets
      # first, then the largest.
      def bases_of(name)
        surface = @index.face(name).surface
        return [] unless surface.plane?

        met = @spots.lines.keys.select { |pair| pair.include?(name) }.map { |pair| (pair - [name])[0] }
        flats = @index.faces.select { |f| f.surface.plane? && upright?(f.name) && true_along?(surface, f.surface) }
        flats.sort_by { |f| [met.include?(f.name) ? 0 : 1, -@index.facets_of(f.name).size, f.name] }.map(&:name)
      end

      def true_along?(a, b)
        along = Geometry::Vec.cross(a.axis, b.axis)
        length = Geometry::Vec.length(along)
        length > 1e-4 && along.any? { |c| c.abs > (1 - 1e-6) * length }
      end

      # How deep a hole goes to where its point begins, from where it starts.
      def of_depth(missing)
        deep = circle(missing.faces, missing) or return nil
        start =
          @spots
            .circles
            .filter_map { |pair, list| starting(pair, list, missing) }
            .max_by { |_, centre| Geometry::Vec.distance(centre, deep[1]) }
        start ? across(missing.direction, start[0], deep[0]) : from_base(missing, deep[0])
      end

      def starting(pair, list, missing)
        unless pair.any? { |n| missing.faces.include?(n) && @index.face(n).surface.kind == :cylinder } &&
                 pair.any? { |n| @index.face(n).surface.plane? }
          return nil
        end

        [spot('centre', pair, 0, list.size), list[0][0]]
      end

      # [Spot, centre] of the circle between two faces at the level that is missing.
      def circle(names, missing)
        pair = names.first(2).sort
        list = @spots.circles[pair] or return nil
        nth = list.index { |centre, *| (Geometry::Vec.dot(centre, missing.direction) - missing.at).abs < 1e-3 } or
          return nil
        [spot('centre', pair, nth, list.size), list[nth][0]]
      end

      def from_base(missing, spot)
        return nil unless missing.from

        base = flat_spot(missing.from)
        base && across(missing.direction, base, spot)
      end

      def of_distance(missing)
        return nil unless missing.from

        missing.faces.each do |name|
          known = found("#{Modelling::Measured::DISTANCE}#{missing.from}|#{name}")
          return known if known && along?(known, missing.direction)
        end
        a = place(missing.from)
        b = missing.faces.filter_map { |n| place(n) }[0]
        a && b ? across(missing.direction, a, b) : nil
      end

      def along?(dimension, direction)
        way = Geometry::Vec.sub(dimension.to, dimension.from)
        Geometry::Vec.length(way) > 1e-9 && Geometry::Vec.parallel?(way, direction, 1e-5)
      end

      # A slanted face is placed by corners of it, off the base along directions of the part; of several the first that
      # is not given yet.
      def of_corner(missing)
        name = missing.faces[0] or return nil
        axis = @index.face(name).surface.axis
        ways =
          [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].select { |v| Geometry::Vec.dot(v, axis).abs > 1e-6 }
            .sort_by { |v| -Geometry::Vec.dot(v, axis).abs.round(6) }
        corners_of(name, ways)
          .product(ways)
          .each do |(pair, points), way|
            next if level?(pair, way)

            base = base_along(way, points[0]) or next
            known = across(way, base, spot('corner', pair, 0, 1))
            return known if known && !@taken.include?(known.id)
          end
        nil
      end

      # Corners that a face has alone, with flat faces or with one across each of the ways that it leans; those first at
      # which it meets faces of the part's directions.
      def corners_of(name, ways)
        found =
          @spots.corners.select do |names, list|
            names.include?(name) && list.size == 1 &&
              (names.all? { |n| @index.face(n).surface.plane? } || ways.count { |w| level?(names, w) } >= ways.size - 1)
          end
        found.sort_by { |names, _| [-names.count { |n| @index.face(n).surface.plane? && upright?(n) }, names] }
      end

      # Is one of the faces flat and square to a way, so that it tells where the corner is along it?
      def level?(names, way)
        names.any? { |n| @index.face(n).surface.then { |f| f.plane? && Geometry::Vec.parallel?(f.axis, way, 1e-5) } }
      end

      def upright?(name) = @index.face(name).surface.axis.any? { |c| c.abs > 1 - 1e-6 }

      # A place on the outermost flat face square to a direction, away from a point.
      def base_along(way, point)
        flats = @index.faces.select { |f| f.surface.plane? && Geometry::Vec.parallel?(f.surface.axis, way, 1e-5) }
        far =
          flats.max_by { |f| [Geometry::Vec.dot(Geometry::Vec.sub(f.surface.origin, point), way).abs.round(3), f.name] }
        far && flat_spot(far.name)
      end

      def place(name) = @index.face(name).surface.plane? ? flat_spot(name) : spot('axis', [name], nil, nil)

      # A corner, an edge or a circle on a flat face.
      def flat_spot(name)
        pair, _ = @spots.lines.find { |names, _| names.include?(name) }
        return edge(pair) if pair

        pair, list = @spots.circles.find { |names, _| names.include?(name) }
        pair && spot('centre', pair, 0, list.size)
      end

      # The middle of the first edge between two faces.
      def edge(pair)
        Modelling::Spots::Spot.new(kind: 'edge', faces: pair, nth: [0, @spots.lines[pair].size], share: 0.5)
      end

      def spot(kind, faces, nth, count)
        Modelling::Spots::Spot.new(kind: kind, faces: faces, nth: nth && [nth, count])
      end

      def across(direction, a, b) = found(Modelling::Picked.id('across', direction, a, b))
      def found(id) = @model.dimension(id)
    end
  end
end
