# frozen_string_literal: true

module Nockplane
  module Drawings
    # Columns and rows of views folded out of each other: the first is [0, 0], one to the right [1, 0], one above [0,
    # 1].
    module GridOffsets
      module_function

      # items: parents before children; { id => [column, row] }.
      def of(items)
        items.each_with_object({}) do |i, found|
          step = found[i.parent] ? Folding::STEPS.fetch(i.direction) : [0, 0]
          from = found[i.parent] || [0, 0]
          found[i.id] = [from[0] + step[0], from[1] + step[1]]
        end
      end
    end
  end
end
