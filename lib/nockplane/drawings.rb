# frozen_string_literal: true

module Nockplane
  # The drawing document: an immutable value of named cells (meta, bindings, sheets, views, annotations), the edits that
  # change it, templates with berths, and the building of the display list. Pure; models come through a source object.
  module Drawings
  end
end
