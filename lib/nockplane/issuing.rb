# frozen_string_literal: true

module Nockplane
  # What is issued: the check before it, the revision letter, what changes in the drawing when it is issued and when it
  # is taken up again, its characteristics, and how two issues differ. Pure: files are written by who calls.
  module Issuing
  end
end
