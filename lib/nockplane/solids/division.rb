# frozen_string_literal: true

module Nockplane
  module Solids
    # How the cylinders of a body are divided into chords, for what is round about one of their axes and has its
    # radius, too: a hole drilled on from a bore, a countersink on a hole. With chords of its own its wall would run in
    # and out of the other, and slivers of both would be left where there is but one cylinder.
    class Division
      # mm that axes and radii may differ by; radians, places on the circle.
      NEAR = 1e-6
      # Parts of a mm that axes are told apart by.
      GRAIN = 1e4
      # Part of a cylinder's corners that stand on its division at least (others are where something cuts it).
      MOST = 0.6

      # body: Solid or nil.
      def initialize(body)
        @body = body
        @lines = {}
      end

      # The same for what is turned: the radii are those of an outline (as of Turned).
      def of_turned(frame, outline, refine) = of(frame, outline.corners.filter_map { |c| level(c.piece) }, refine)

      # [chords of a full circle, radians from the frame's x to the first of its corners] that a body's cylinder has
      # about a frame's z with one of some radii, the finest of them; nil when there is none.
      def of(frame, radii, refine)
        faces = about(frame).select { |f| radii.any? { |r| (f.surface.radius - r).abs < NEAR } }
        faces.filter_map { |face| division(face, frame, refine) }.max_by(&:first)
      end

      private

      # Radius of a piece along the axis.
      def level(piece) = !piece.curved? && (piece.from[1] - piece.to[1]).abs < 1e-12 ? piece.to[1] : nil

      # Cylinder faces of the body about a frame's z.
      def about(frame)
        return [] unless @body

        z = frame.z.map { |c| (c * GRAIN).round }
        z = z.map(&:-@) if z.find { |c| !c.zero? }.negative?
        lines = (@lines[z] ||= lines_along(frame.z))
        lines[place(frame.origin, frame.z)] || []
      end

      def lines_along(axis)
        @cylinders ||= @body.faces.select { |f| f.surface.kind == :cylinder }
        along = @cylinders.select { |f| Geometry::Vec.parallel?(f.surface.axis, axis, NEAR) }
        along.group_by { |f| place(f.surface.origin, axis) }
      end

      # Where a line along an axis through a point runs, for a key.
      def place(point, axis)
        Geometry::Vec.along(point, axis, -Geometry::Vec.dot(point, axis)).map { |c| (c * GRAIN).round }
      end

      def division(face, frame, refine)
        angles = angles(face, frame)
        return nil if angles.empty?

        tried =
          Geometry::Chords::PER_CIRCLE.map do |n|
            step = 2 * Math::PI / (n * refine)
            alike = angles.group_by { |a| ((a + (NEAR / 2)) % step / NEAR).floor }
            some = alike.min_by { |rest, list| [-list.size, rest] }[1]
            [n * refine, some[0] % step, some.size.fdiv(angles.size)]
          end
        most = tried.map(&:last).max
        most < MOST ? nil : tried.find { |t| t[2] > most - 1e-9 }&.first(2)
      end

      # Angles about the frame's z of a face's corners on its circle.
      def angles(face, frame)
        @body
          .facets_of(face.name)
          .flat_map(&:loops)
          .flatten
          .uniq
          .map { |v| @body.point(v) }
          .select { |p| (face.surface.radial_distance(p) - face.surface.radius).abs < NEAR }
          .map { |p| frame.local(p).then { |x, y, _| Math.atan2(y, x) } }
      end
    end
  end
end
