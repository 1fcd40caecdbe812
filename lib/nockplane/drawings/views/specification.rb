# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # What a view and a berth have in common: a berth is a view without a subject. kind: name of one of Views; name:
      # in links and lists; orientation or sight: of one that hangs on no other; parent and direction: of one that does;
      # style, tangent, centre_lines, threads, label: as of a View, nil where the parent or the standard says it.
      module Specification
        FIELDS = %i[
          kind
          name
          orientation
          sight
          parent
          direction
          style
          tangent
          centre_lines
          threads
          label
        ].freeze

        # { field => value }.
        def specification = FIELDS.to_h { |f| [f, self[f]] }
      end
    end
  end
end
