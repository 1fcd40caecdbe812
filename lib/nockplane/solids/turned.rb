# frozen_string_literal: true

module Nockplane
  module Solids
    # Revolution of an outline about its u axis: u runs along the frame's z, v is the radius (>= 0), mm.
    # Faces: PREFIX/PIECE (the piece's name as given), and for part turns PREFIX/end.start and PREFIX/end.end.
    class Turned
      FULL = 2 * Math::PI

      # turn: radians, FULL or less. The outline is made counter-clockwise. division: as of Division, for full turns.
      def initialize(prefix, frame, outline, turn: FULL, refine: 1, division: nil)
        @prefix = prefix
        @frame = frame
        @outline = outline.ccw
        @turn = turn
        @refine = refine
        @full = turn > FULL - 1e-9
        @division = (division if @full)
      end

      def solid
        @mesh = Mesh.new
        @steps, @first =
          @division || [Discretise.steps(@turn, @outline.corners.map { |c| c.point[1] }.max, @refine), 0.0]
        @rings = Hash.new { |h, uv| h[uv] = ring(uv).map { |p| @mesh.vertex(p) } }
        corners = @outline.corners(@refine, tube: true)
        corners.each_with_index { |a, i| band(a.piece, a.point, corners[(i + 1) % corners.size].point) }
        caps(corners) unless @full
        @mesh.solid
      end

      private

      def point(uv, step)
        return @frame.point(0, 0, uv[0]) if uv[1].abs < 1e-12

        a = @first + (@turn * step / @steps)
        @frame.point(uv[1] * Math.cos(a), uv[1] * Math.sin(a), uv[0])
      end

      def ring(uv) = (0..(@full ? @steps - 1 : @steps)).map { |k| point(uv, k) }

      def band(piece, a, b)
        return if a[1].abs < 1e-12 && b[1].abs < 1e-12

        face = @mesh.face("#{@prefix}/#{piece.name}") { surface(piece) }
        return disc(face, a, b) if !piece.curved? && (a[0] - b[0]).abs < 1e-12

        one, other = @rings[a], @rings[b]
        @steps.times do |k|
          after = (k + 1) % one.size
          @mesh.facet_over(face, [one[k], other[k], other[after], one[after]])
        end
      end

      # A plane ring square to the axis, as one facet. Outside is right of the travel: running outwards it looks along
      # +z.
      def disc(face, a, b)
        outer, inner = [a, b].sort_by { |p| -p[1] }
        loops = @full ? [@rings[outer], @rings[inner].reverse] : [@rings[outer] + @rings[inner].reverse]
        loops = loops.map(&:reverse) if a[1] > b[1]
        @mesh.facet_over(face, *loops)
      end

      def caps(corners)
        [[0, 'end.start', -1], [@steps, 'end.end', 1]].each do |step, name, sense|
          loop = corners.map { |c| point(c.point, step) }
          loop.reverse! if sense == -1
          angle = @turn * step / @steps
          normal = Geometry::Vec.scale(@frame.direction(-Math.sin(angle), Math.cos(angle)), sense)
          @mesh.facet(@mesh.face("#{@prefix}/#{name}") { Geometry::Surface.plane(loop[0], normal) }, loop)
        end
      end

      def surface(piece)
        return arc_surface(piece) if piece.arc?
        return Geometry::Surface.revolution(@frame.origin, @frame.z, piece.spline) if piece.spline

        (u0, v0), (u1, v1) = piece.from, piece.to
        if (u1 - u0).abs < 1e-12
          Geometry::Surface.plane(@frame.point(0, 0, u0), v1 > v0 ? @frame.z : Geometry::Vec.neg(@frame.z))
        elsif (v1 - v0).abs < 1e-12
          Geometry::Surface.cylinder(@frame.point(0, 0, u0), @frame.z, v0)
        else
          Geometry::Surface.cone(@frame.point(0, 0, u0), @frame.z, v0, (v1 - v0) / (u1 - u0))
        end
      end

      def arc_surface(piece)
        at = @frame.point(0, 0, piece.centre[0])
        return Geometry::Surface.sphere(at, @frame.z, piece.radius) if piece.centre[1].abs < 1e-9

        Geometry::Surface.torus(at, @frame.z, piece.centre[1], piece.radius)
      end
    end
  end
end
