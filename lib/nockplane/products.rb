# frozen_string_literal: true

module Nockplane
  # What is made of a model, by subject (which model, revision, variant, state): the built model, its edges, linework,
  # shading, what a cut leaves, axes, mass. One cache of keys; pure computation behind a store. Knows models and
  # projections, no drawings.
  module Products
  end
end
