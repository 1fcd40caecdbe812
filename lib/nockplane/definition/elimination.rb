# frozen_string_literal: true

module Nockplane
  module Definition
    # Linear relations between small changes of unknowns, kept in reduced row echelon form (Gauss-Jordan), so that one
    # can ask at any time which unknowns are settled. Rows are { unknown (Integer) => coefficient }.
    class Elimination
      # A coefficient smaller than this is none; rows are of unit size (levels in mm against levels in mm, angles
      # times an arm of the part's size).
      NONE = 1e-7

      def initialize
        @rows = {} # pivot => [row, { saying => share }]
        @holders = Hash.new { |h, k| h[k] = {} } # unknown => { pivot => true } of rows that hold it
      end

      # A copy that goes on by itself.
      def initialize_copy(other)
        super
        @rows = @rows.transform_values { |row, shares| [row.dup, shares.dup] }
        holders = Hash.new { |h, k| h[k] = {} }
        @holders.each { |k, v| holders[k] = v.dup }
        @holders = holders
      end

      # Adds a relation. said: who says it, nil for what no one says. nil when it told something new; else the shares
      # of the earlier sayings that say it already ({ saying => share }, empty where relations alone do).
      def add(row, said = nil)
        row, shares = reduced(row, said.nil? ? {} : { said => 1.0 })
        return shares.reject { |who, share| who == said || share.abs < NONE } if row.empty?

        keep(row, shares)
        nil
      end

      # Would a relation tell something new?
      def news?(row) = !reduced(row, {})[0].empty?

      # Is the unknown fixed by the relations so far?
      def settled?(unknown) = @rows[unknown]&.first&.size == 1

      private

      def reduced(row, shares)
        found = row.dup
        shares = shares.dup
        row.each do |unknown, factor|
          known, said = @rows[unknown]
          next unless known

          subtract(found, known, factor)
          subtract(shares, said, factor)
        end
        found.delete_if { |_, c| c.abs < NONE }
        [found, shares]
      end

      def subtract(row, other, factor)
        other.each do |unknown, c|
          sum = (row[unknown] || 0.0) - (factor * c)
          sum.abs < NONE ? row.delete(unknown) : row[unknown] = sum
        end
      end

      def keep(row, shares)
        pivot, c = row.max_by { |unknown, k| [k.abs.round(6), -unknown] }
        row = row.transform_values { |k| k / c }
        shares = shares.transform_values { |k| k / c }
        @holders[pivot].each_key.to_a.each { |other| clear(other, pivot, row, shares) }
        @rows[pivot] = [row, shares]
        row.each_key { |unknown| @holders[unknown][pivot] = true }
      end

      # Takes the new pivot out of an earlier row.
      def clear(other, pivot, row, shares)
        known, said = @rows[other]
        factor = known[pivot] or return
        subtract(known, row, factor)
        subtract(said, shares, factor)
        known.delete(pivot)
        @holders[pivot].delete(other)
        row.each_key do |unknown|
          known.key?(unknown) ? @holders[unknown][other] = true : @holders[unknown].delete(other)
        end
      end
    end
  end
end
