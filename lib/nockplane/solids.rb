# frozen_string_literal: true

module Nockplane
  # Facet solids tagged with analytic surfaces: building blocks (prisms, turned bodies), booleans, edges, mass
  # properties. A solid is a frozen value; docs/kernel.md tells how the booleans work. Knows nothing of recipes, views
  # or drawings.
  module Solids
  end
end
