# frozen_string_literal: true

module Nockplane
  module Solids
    # A closed outline: pieces end to end. Interior on the left when #area is positive.
    class Outline
      # A corner of the chords: point [u, v], the piece that starts here, left normals before and after.
      Corner = Struct.new(:point, :piece, :before, :after) do
        # The corner moved to the left by mm (mitred where two lines meet).
        def inset(mm)
          return point if mm.zero?

          k = mm / (1 + (before[0] * after[0]) + (before[1] * after[1]))
          [point[0] + ((before[0] + after[0]) * k), point[1] + ((before[1] + after[1]) * k)]
        end

        def smooth? = (before[0] * after[0]) + (before[1] * after[1]) > 1 - 1e-9
      end

      attr_reader :pieces

      def initialize(pieces)
        @pieces = pieces.freeze
        freeze
      end

      def reversed = Outline.new(@pieces.reverse.map(&:reversed))
      def ccw = area.negative? ? reversed : self
      def cw = area.positive? ? reversed : self

      # Exact signed area in mm2.
      def area
        @pieces.sum(&:swept)
      end

      # The outline moved to its left by mm (negative: to the right), corners mitred, arcs about the same centres.
      # Only for outlines whose arcs join tangentially and without splines.
      def offset(mm)
        starts = @pieces.each_index.map do |i|
          Corner.new(@pieces[i].from, @pieces[i], @pieces[i - 1].left(1.0), @pieces[i].left(0.0)).inset(mm)
        end
        Outline.new(
          @pieces.each_with_index.map do |p, i|
            Piece.new(p.name, starts[i], starts[(i + 1) % @pieces.size], p.centre, p.turn)
          end
        )
      end

      # Corners of the chords, refine as in Discretise; tube: use the steps of small rounds for arcs.
      def corners(refine = 1, tube: false)
        raw = @pieces.flat_map do |p|
          n = p.chords(refine, tube: tube)
          (0...n).map { |i| [p.at(i.fdiv(n)), p, i.zero? ? nil : p.left(i.fdiv(n)), p.left(i.fdiv(n))] }
        end
        raw.each_with_index.map do |(point, piece, before, after), i|
          Corner.new(point, piece, before || raw[i - 1][1].left(1.0), after)
        end
      end

      # Box [u0, v0, u1, v1] of the chords.
      def box
        us, vs = corners.map(&:point).transpose
        [us.min, vs.min, us.max, vs.max]
      end

      # Names of two pieces that cross or touch off their common corner; nil when the outline is simple.
      def crossing
        chords = corners.each_cons(2).to_a + [[corners[-1], corners[0]]]
        chords.each_with_index do |(a, b), i|
          ((i + 2)...chords.size).each do |j|
            next if i.zero? && j == chords.size - 1

            c, d = chords[j]
            return [a.piece.name, c.piece.name] if Outline.cross?(a.point, b.point, c.point, d.point)
          end
        end
        nil
      end

      def self.cross?(a, b, c, d)
        side = ->(p, q, r) { ((q[0] - p[0]) * (r[1] - p[1])) - ((q[1] - p[1]) * (r[0] - p[0])) }
        (side[a, b, c] * side[a, b, d]) < 1e-12 && (side[c, d, a] * side[c, d, b]) < 1e-12 &&
          [0, 1].all? { |k| [a[k], b[k]].min <= [c[k], d[k]].max + 1e-9 && [c[k], d[k]].min <= [a[k], b[k]].max + 1e-9 }
      end
    end
  end
end
