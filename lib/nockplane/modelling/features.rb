# frozen_string_literal: true

module Nockplane
  module Modelling
    # The feature types of recipes. Each class reads its fields, makes one tool body per instance, and names the sizes
    # (ModelDimensions) its fields give.
    module Features
      TYPES = { 'extrude' => 'Extrude', 'revolve' => 'Revolve', 'hole' => 'Hole' }.freeze

      def self.make(fields, body, refine) = const_get(TYPES.fetch(fields.raw('type'))).new(fields, body, refine)
    end
  end
end
