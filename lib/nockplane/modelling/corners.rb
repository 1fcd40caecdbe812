# frozen_string_literal: true

module Nockplane
  module Modelling
    # Rounds and chamfers the corners between lines of an outline (exact: tangent arcs, equal setbacks).
    class Corners
      # treatments: { index of the piece that ends in the corner => [:round or :chamfer, mm] }.
      # The block is called with a reason when a corner can't be made.
      def self.apply(pieces, treatments, &refuse) = treatments.empty? ? pieces : new(pieces, treatments, refuse).pieces

      def initialize(pieces, treatments, refuse)
        @given = pieces
        @treatments = treatments
        @refuse = refuse
      end

      def pieces
        ends = @given.each_index.to_h { |i| [i, corner(i)] }
        @given.each_with_index.flat_map do |piece, i|
          before = ends[(i - 1) % @given.size]
          after = ends[i]
          check_room(piece, (before ? before[:trim] : 0) + (after ? after[:trim] : 0))
          trimmed = piece.dup
          trimmed.from = before[:out] if before
          trimmed.to = after[:in] if after
          [trimmed, after && after[:piece]].compact.reject { |p| p.length < 1e-9 }
        end
      end

      private

      # Setback, end points and new piece of the corner after piece i; nil when it stays sharp.
      def corner(i)
        kind, size = @treatments[i]
        return nil unless kind

        a = @given[i]
        b = @given[(i + 1) % @given.size]
        if a.curved? || b.curved?
          return @refuse.call(
            "the corner of '#{a.name}' and '#{b.name}' has an arc; only corners of two lines can be treated"
          )
        end

        na = a.left(1.0)
        nb = b.left(0.0)
        turn = Math.atan2((na[0] * nb[1]) - (na[1] * nb[0]), (na[0] * nb[0]) + (na[1] * nb[1]))
        return nil if turn.abs < 1e-6

        trim = kind == :round ? size * Math.tan(turn.abs / 2) : size
        build(kind, size, a, b, na, turn, trim)
      end

      def build(kind, size, a, b, na, turn, trim)
        start = back(a, trim)
        finish = ahead(b, trim)
        name = "#{a.name}+#{b.name}"
        return { trim: trim, in: start, out: finish, piece: Solids::Piece.new(name, start, finish) } if kind == :chamfer

        side = turn.positive? ? size : -size
        centre = [start[0] + (na[0] * side), start[1] + (na[1] * side)]
        { trim: trim, in: start, out: finish, piece: Solids::Piece.new(name, start, finish, centre, turn) }
      end

      def back(line, mm) = line.at(1 - (mm / line.length))
      def ahead(line, mm) = line.at(mm / line.length)

      def check_room(piece, needed)
        return if needed <= piece.length + 1e-9

        @refuse.call(
          "the corners of '#{piece.name}' need #{Fault.mm(needed)} mm and it is #{Fault.mm(piece.length)} mm long; " \
          "use smaller rounds or chamfers"
        )
      end
    end
  end
end
