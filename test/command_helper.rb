# frozen_string_literal: true

require 'app_helper'
require 'open3'

# bin/nockplane as a person runs it, on the tests' data folder.
module CommandHelper
  BIN = File.expand_path('../bin/nockplane', __dir__)

  # [stdout, stderr, exit status]
  def run_it(*words)
    out, err, status = Open3.capture3({ 'NOCKPLANE_DATA' => ENV.fetch('NOCKPLANE_DATA') }, BIN, *words)
    [out, err, status.exitstatus]
  end

  def file(name) = File.join(CoreTest::DEMO, "#{name}.recipe.yml")
end
