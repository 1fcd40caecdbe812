# frozen_string_literal: true

module App
  module Records
    # How things of a kind get their numbers (Planning::NumberScheme).
    class NumberScheme < ActiveRecord::Base
    end
  end
end
