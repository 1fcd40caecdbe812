# frozen_string_literal: true

module Nockplane
  # Readers and writers of file formats: SVG and PDF of scenes, glTF binary of solids. Only the application, the command
  # line and tests call them.
  module Formats
  end
end
