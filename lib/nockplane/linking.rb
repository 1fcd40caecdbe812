# frozen_string_literal: true

module Nockplane
  # What ties drawings to models: anchors and likeness, adoption of model dimensions, staleness of views, updating, and
  # the lines of the docket. Pure: models come through a Source.
  module Linking
  end
end
