# frozen_string_literal: true

module Nockplane
  module Drawings
    # Why an edit can't be applied, in words. at: cell keys concerned.
    Refusal =
      Struct.new(:reason, :at) do
        # Of a cell that is not there (any more).
        def self.missing(kind, id) = new("there is no #{kind} #{id} any more", ["#{kind}/#{id}"])
      end
  end
end
