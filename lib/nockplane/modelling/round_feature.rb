# frozen_string_literal: true

module Nockplane
  module Modelling
    # Faces of one cylinder that lie at the same height about its axis: a bore or shaft, the arcs that slots leave of a
    # rim. Where they go more than half round together, they have a diameter (DIM-20), else a radius (DIM-21).
    class RoundFeature
      # mm by which heights, and radians by which arcs, may miss each other and still touch.
      TOUCH = 1e-6
      TURN = 2 * Math::PI
      # mm: cells that axes are looked for in, and how near to the next an axis is looked for there as well.
      CELL = 0.01
      HAIR = 1e-5

      # A face with its heights along the axis (mm) and the angle about it at which it begins.
      Piece = Struct.new(:face, :span, :low, :high, :start)

      attr_reader :faces

      # The feature that a cylindrical face belongs to, nil of others. solid: a Solids::Indexed remembers them.
      def self.of(solid, face)
        all = solid.is_a?(Solids::Indexed) ? solid.kept(:round_features) { all(solid) } : all(solid)
        all[face.name]
      end

      # Is a round face, or what it is an arc of, to be told by its diameter?
      def self.round?(solid, face) = of(solid, face)&.round? || Span.of(solid, face).round?

      # How many things round faces are: two that lie side by side about one axis are one.
      def self.count(solid, faces)
        index = Solids::Indexed.of(solid)
        features, others = faces.map { |f| of(index, f) || f.name }.uniq.partition { |f| f.is_a?(RoundFeature) }
        others.size + features.sum(&:count)
      end

      # One face of every such thing.
      def self.apart(solid, faces)
        index = Solids::Indexed.of(solid)
        faces.uniq { |f| of(index, f) || f.name }
      end

      # { name of a cylindrical face => its feature } of a solid.
      def self.all(solid)
        round = solid.faces.select { |f| f.surface.kind == :cylinder }
        spans = round.to_h { |f| [f.name, Span.of(solid, f)] }
        lines(round, spans).flat_map { |faces| along(faces, spans) }.each_with_object({}) do |feature, found|
          feature.faces.each { |f| found[f.name] = feature }
        end
      end

      # Faces of one cylinder and side, together: looked for among those whose axes pass the same place.
      def self.lines(faces, spans)
        passing = Hash.new { |h, k| h[k] = [] }
        faces.each_with_object([]) do |face, found|
          keys = places(face.surface).map { |place| [spans[face.name].concave?, *place] }
          line = keys.flat_map { |k| passing[k] }.find { |list| list[0].surface.coincident?(face.surface) }
          next line << face if line

          found << (own = [face])
          keys.each { |k| passing[k] << own }
        end
      end

      # Cells that the point of an axis nearest to the origin lies in, or a hair beside.
      def self.places(surface)
        foot = Geometry::Vec.along(surface.origin, surface.axis, -Geometry::Vec.dot(surface.origin, surface.axis))
        cells = foot.map { |c| [c - HAIR, c + HAIR].map { |x| (x / CELL).floor }.uniq }
        cells[0].product(*cells.drop(1))
      end

      # Features of faces of one cylinder, by their heights.
      def self.along(faces, spans)
        surface = faces[0].surface
        pieces = faces.map { |f| piece(f, spans[f.name], surface) }.sort_by { |p| [p.low, p.face.name] }
        rows = []
        pieces.each do |p|
          next rows << [p] if rows.empty? || p.low > rows.last.map(&:high).max + TOUCH

          rows.last << p
        end
        rows.map { |row| new(row) }
      end

      def self.piece(face, span, surface)
        height = Geometry::Vec.dot(Geometry::Vec.sub(span.centre, surface.origin), surface.axis)
        x = Geometry::Vec.any_normal(surface.axis)
        y = Geometry::Vec.cross(surface.axis, x)
        middle = Math.atan2(Geometry::Vec.dot(span.towards, y), Geometry::Vec.dot(span.towards, x))
        half = span.height / 2
        Piece.new(face, span, height - half, height + half, (middle - (span.turn / 2)) % TURN)
      end
      private_class_method :all, :lines, :places, :along, :piece

      def initialize(pieces)
        @pieces = pieces
        @faces = pieces.map(&:face)
        freeze
      end

      def round? = @pieces.any? { |p| p.span.round? } || covered > Math::PI + TOUCH

      # In how many pieces it shows: one that goes round is one thing.
      def count = round? ? 1 : arcs.size

      private

      # Radians about the axis of which there is something.
      def covered = arcs.sum { |from, to| to - from }

      # [[from, to], ...]: the arcs that the faces cover together, radians; from the end of a gap on, so that one that
      # passes 0 is one.
      def arcs
        all = @pieces.map { |p| [p.start, p.start + p.span.turn] }
        free = all.map { |_, to| to % TURN }.find { |a| all.none? { |from, to| inside?(a, from, to) } }
        return [[0.0, TURN]] unless free

        turned = all.map { |from, to| ((from - free) % TURN).then { |start| [start, start + to - from] } }
        turned.sort.each_with_object([]) do |(from, to), found|
          next found << [from, to] if found.empty? || from > found.last[1] + TOUCH

          found.last[1] = [found.last[1], to].max
        end
      end

      # Does an arc go on beyond an angle?
      def inside?(angle, from, to) = ((angle - from) % TURN).between?(0, to - from - TOUCH)
    end
  end
end
