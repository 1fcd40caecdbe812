# frozen_string_literal: true

module Nockplane
  module Issuing
    # Characteristics with their numbers. A number stays with what it was given to over revisions; one that is gone is
    # given to no other. Who includes it has @known, { key => number } of the issue before, and #unnumbered, the
    # [Characteristics::Row] in the order in which they are read.
    module Numbered
      # [Row] by number.
      def rows
        @rows ||=
          begin
            fresh = @known.values.max || 0
            unnumbered.each { |row| row.number = @known[row.key] || (fresh += 1) }.sort_by(&:number)
          end
      end

      # { key => number }, those of what is gone too.
      def numbers = @known.merge(rows.to_h { |r| [r.key, r.number] })

      # Texts of the list, headers first.
      def table = Limits.table(rows)
    end
  end
end
