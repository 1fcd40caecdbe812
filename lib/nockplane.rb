# frozen_string_literal: true

require 'digest'
require 'json'
require 'zeitwerk'

# The core of Nockplane: models, views, drawings and drafting rules as plain values and pure functions.
# No web, no database, no clock lives below this module; app/, bin/ and test/ call it, never the other way round.
module Nockplane
  # Part of every cache key: raise it whenever the kernel would compute something different from the same input.
  KERNEL_VERSION = 25

  # Root of all errors of the core.
  class Error < StandardError
  end

  # Marks errors that the person's input caused (shown in words, HTTP 422), as opposed to bugs (500).
  module InputFault
  end
end

loader = Zeitwerk::Loader.for_gem
loader.inflector.inflect('svg' => 'Svg', 'pdf' => 'Pdf', 'glb' => 'Glb', 'stl' => 'Stl', 'iso286' => 'Iso286')
# Rooms of the drawing: folders without a module of their own.
loader.collapse(%w[document showing templates rules scene].map { |room| "#{__dir__}/nockplane/drawings/#{room}" })
loader.setup
Nockplane::LOADER = loader
