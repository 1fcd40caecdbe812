# frozen_string_literal: true

module Nockplane
  module Solids
    # Extrusion of outlines along a frame's z, with optional chamfers or rounds around the rims of either end, or with
    # draft: walls that lean towards the material with the distance from the sketch plane (w = 0).
    # Faces: PREFIX/side.PIECE, PREFIX/end.start, PREFIX/end.end, PREFIX/chamfer.end.PIECE, PREFIX/round.end.PIECE.
    class Prism
      # w: mm along z; inset: mm of the outline towards the material; band: what the walls up to the next level are.
      Level = Struct.new(:w, :inset, :band)
      # One rim: kind :chamfer or :round and its size in mm.
      Rim = Struct.new(:kind, :size)

      # prefix: name of the feature (instance); outlines: outer first, then inner; from < to: mm along the frame's z;
      # draft: degrees, not with rims, and only when the sketch plane is one of the ends; divisions: Division of the
      # body that circles are to fit.
      def initialize(
        prefix,
        frame,
        outlines,
        from,
        to,
        start_rim: nil,
        end_rim: nil,
        draft: 0.0,
        refine: 1,
        divisions: nil
      )
        @lean = Math.tan(draft * Math::PI / 180)
        @prefix = prefix
        @frame = frame
        @outlines = [outlines[0].ccw, *outlines.drop(1).map(&:cw)]
        @from = from
        @to = to
        @start_rim = start_rim
        @end_rim = end_rim
        @refine = refine
        @divisions = divisions
      end

      def solid
        @mesh = Mesh.new
        levels = self.levels
        @rings = @outlines.map { |o| circle_like_another(o) || o.corners(@refine) }
        @rings.each { |corners| levels.each_cons(2) { |low, high| band(corners, low, high) } }
        cap('end.start', levels[0], true)
        cap('end.end', levels[-1], false)
        @mesh.solid
      end

      private

      # Corners of a full circle where the body has a cylinder of that radius about its axis: divided as that is. nil of
      # other outlines.
      def circle_like_another(outline)
        piece = outline.pieces[0]
        return nil unless @divisions && outline.pieces.size == 1 && piece.arc?

        u, v = piece.centre
        n, first = @divisions.of(@frame.moved(u, v), [piece.radius], @refine)
        return nil unless n

        start = [u + (piece.radius * Math.cos(first)), v + (piece.radius * Math.sin(first))]
        turned = Piece.new(piece.name, start, start, piece.centre, piece.turn)
        (0...n).map do |i|
          left = turned.left(i.fdiv(n))
          Outline::Corner.new(turned.at(i.fdiv(n)), turned, left, left)
        end
      end

      def levels
        return [Level.new(@from, @from.abs * @lean, 'side'), Level.new(@to, @to.abs * @lean, 'side')] unless @lean.zero?

        low = rim(@start_rim).map { |w, inset| Level.new(@from + w, inset, band_name(@start_rim, 'start')) }.reverse
        high = rim(@end_rim).map { |w, inset| Level.new(@to - w, inset, band_name(@end_rim, 'end')) }
        low[-1].band = 'side'
        [*low, *high]
      end

      def band_name(rim, which) = rim ? "#{rim.kind}.#{which}" : nil

      # Levels of one rim as [distance from the end, inset], from the wall to the end.
      def rim(rim)
        return [[0.0, 0.0]] unless rim
        return [[rim.size, 0.0], [0.0, rim.size]] if rim.kind == :chamfer

        n = Discretise.tube_steps(Math::PI / 2, rim.size, @refine)
        (0..n).map do |i|
          a = Math::PI / 2 * i / n
          [rim.size * (1 - Math.sin(a)), rim.size * (1 - Math.cos(a))]
        end
      end

      def band(corners, low, high)
        corners.each_with_index do |a, i|
          b = corners[(i + 1) % corners.size]
          quad =
            [[a, low], [b, low], [b, high], [a, high]].map { |c, level| @frame.point(*c.inset(level.inset), level.w) }
          @mesh.facet(wall(a.piece, low.band, quad), quad)
        end
      end

      def wall(piece, band, quad)
        @mesh.face("#{@prefix}/#{band}.#{piece.name}") do
          if piece.spline then Geometry::Surface.extrusion(@frame, piece.spline)
          elsif piece.arc? then arc_wall(piece, band)
          elsif band.start_with?('round') then round_wall(piece, band)
          else Geometry::Surface.plane(quad[0], plane_normal(quad))
          end
        end
      end

      def plane_normal(quad)
        Geometry::Vec.unit(
          Geometry::Vec.cross(Geometry::Vec.sub(quad[2], quad[0]), Geometry::Vec.sub(quad[3], quad[1]))
        )
      end

      def arc_wall(piece, band)
        origin = @frame.point(*piece.centre, @from)
        return drafted(piece) if band == 'side' && !@lean.zero?
        return Geometry::Surface.cylinder(origin, @frame.z, piece.radius) if band == 'side'

        rim, at, away = rim_of(band)
        shrink = piece.turn.positive? ? -1.0 : 1.0
        if rim.kind == :chamfer
          Geometry::Surface.cone(
            @frame.point(*piece.centre, at - (away * rim.size)),
            @frame.z,
            piece.radius,
            shrink * away
          )
        else
          Geometry::Surface.torus(
            @frame.point(*piece.centre, at - (away * rim.size)),
            @frame.z,
            piece.radius + (shrink * rim.size),
            rim.size
          )
        end
      end

      # A leaning arc: radius as sketched at the sketch plane.
      def drafted(piece)
        away = @to > -@from ? 1.0 : -1.0
        Geometry::Surface.cone(
          @frame.point(*piece.centre),
          @frame.z,
          piece.radius,
          @lean * away * (piece.turn.positive? ? -1.0 : 1.0)
        )
      end

      def round_wall(piece, band)
        rim, at, away = rim_of(band)
        n = piece.left(0.0)
        centre = [piece.from[0] + (n[0] * rim.size), piece.from[1] + (n[1] * rim.size)]
        along = Geometry::Vec.unit(@frame.direction(piece.to[0] - piece.from[0], piece.to[1] - piece.from[1]))
        Geometry::Surface.cylinder(@frame.point(*centre, at - (away * rim.size)), along, rim.size)
      end

      def rim_of(band) = band.end_with?('start') ? [@start_rim, @from, -1.0] : [@end_rim, @to, 1.0]

      def cap(name, level, down)
        loops = @rings.map { |corners| corners.map { |c| @frame.point(*c.inset(level.inset), level.w) } }
        loops = loops.map(&:reverse) if down
        normal = down ? Geometry::Vec.neg(@frame.z) : @frame.z
        @mesh.facet(@mesh.face("#{@prefix}/#{name}") { Geometry::Surface.plane(loops[0][0], normal) }, *loops)
      end
    end
  end
end
