# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # How much of the flat sheet a bend takes: by a neutral factor k, or by a table of allowances of a shop, by angle
      # (between its angles in proportion).
      class BendRule
        # Where k may lie: from the inside of the sheet to its outside.
        RANGE = (0.0..1.0)
        # Most rows of a table.
        MOST = 60

        attr_reader :k, :rows

        # rows: [[degrees, mm], ...] in any order.
        def initialize(k: nil, rows: nil)
          @k = k
          @rows = rows&.sort&.map(&:freeze).freeze
          freeze
        end

        # Of words: "K 0.42" or "90: 6.1, 45: 3.05"; nil of none. Raises Refused.
        def self.parse(words)
          text = words.to_s.strip
          return nil if text.empty?
          if (m = text.match(/\A(?:k\s*[=:]?\s*)?(\d+(?:[.,]\d+)?)\z/i))
            return by_k(m[1].tr(',', '.').to_f)
          end

          rows =
            text
              .split(/[;,]\s+|;/)
              .map { |row| row.match(/\A\s*(\d+(?:\.\d+)?)\s*°?\s*:\s*(\d+(?:\.\d+)?)\s*(?:mm)?\s*\z/) }
          unless rows.all? && rows.any?
            raise Refused, "bend rule '#{text}': write K 0.44, or allowances by angle: 90: 6.1, 45: 3.05"
          end

          table(rows.map { |m| [m[1].to_f, m[2].to_f] })
        end

        def self.by_k(k)
          raise Refused, "K #{Fault.mm(k)}: from 0 (inside of the sheet) to 1 (its outside)" unless RANGE.cover?(k)

          new(k: k)
        end

        def self.table(rows)
          raise Refused, 'a table of allowances needs at least one row' if rows.empty?
          raise Refused, "#{rows.size} rows of allowances; at most #{MOST} are read" if rows.size > MOST

          wrong = rows.find { |a, mm| !a.between?(0.1, 180) || !mm.between?(0, 10_000) }
          raise Refused, "allowance #{wrong.join(': ')}: angles from 0.1 to 180°, allowances in mm" if wrong

          twice = rows.map(&:first).tally.find { |_, n| n > 1 }
          raise Refused, "the angle #{Fault.mm(twice[0])}° stands twice in the table" if twice

          new(rows: rows)
        end

        # mm of the flat sheet that a bend takes. Raises Refused beyond the last row of a table.
        def allowance(angle, radius, thickness)
          @k ? Bending.allowance(angle, radius, thickness, @k) : interpolated(angle)
        end

        def to_s = @k ? "K #{Fault.mm(@k)}" : @rows.map { |a, mm| "#{Fault.mm(a)}: #{Fault.mm(mm)}" }.join(', ')

        private

        def interpolated(angle)
          points = [[0.0, 0.0], *@rows]
          if angle > points[-1][0] + 1e-6
            raise Refused,
                  "the table of allowances ends at #{Fault.mm(points[-1][0])}°; a bend of #{Fault.mm(angle)}° needs " \
                    'a row'
          end

          (a0, b0), (a1, b1) = points.each_cons(2).find { |_, (a, _)| angle <= a + 1e-6 }
          b0 + ((b1 - b0) * (angle - a0) / (a1 - a0))
        end
      end
    end
  end
end
