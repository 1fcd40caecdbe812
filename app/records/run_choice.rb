# frozen_string_literal: true

module App
  module Records
    # Choices of sheet runs that are kept by name, as JSON.
    class RunChoice < ActiveRecord::Base
    end
  end
end
