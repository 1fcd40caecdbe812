# frozen_string_literal: true

module Nockplane
  # Plans made before anything is written: a drawing shown for every variant of a family, copying as a set, giving
  # numbers, what refers to what. Pure: models come through a Source, what is stored comes in as values.
  module Planning
  end
end
