# frozen_string_literal: true

module Nockplane
  module Modelling
    # The feature types of recipes. Each class reads its fields, makes one tool body per instance, and names the sizes
    # (ModelDimensions) its fields give.
    module Features
      TYPES = {
        'extrude' => 'Extrude',
        'revolve' => 'Revolve',
        'hole' => 'Hole',
        'slot' => 'Slot',
        'pocket' => 'Pocket',
        'boss' => 'Boss',
        'rib' => 'Rib',
        'groove' => 'Groove',
        'shell' => 'Shell',
        'round' => 'EdgeTreatment',
        'chamfer' => 'EdgeTreatment',
        'plane' => 'Plane',
        'mirror' => 'Mirror',
        'repeat' => 'Repeat',
        'sheet' => 'Sheet',
        'flange' => 'Flange',
        'hem' => 'Hem',
        'jog' => 'Jog',
        'relief' => 'Relief',
        'unfold' => 'Unfold',
        'fold' => 'Fold'
      }.freeze

      # earlier: { feature id => Builder::Step } of the features before it.
      def self.make(fields, body, refine, earlier)
        const_get(TYPES.fetch(fields.raw('type'))).new(fields, body, refine, earlier)
      end
    end
  end
end
