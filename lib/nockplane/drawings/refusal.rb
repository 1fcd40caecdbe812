# frozen_string_literal: true

module Nockplane
  module Drawings
    # Why an edit can't be applied, in words. at: cell keys concerned.
    Refusal = Struct.new(:reason, :at)
  end
end
