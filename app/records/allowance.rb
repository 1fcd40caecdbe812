# frozen_string_literal: true

module App
  module Records
    # What a lead lets others do besides their role (Policy::ALLOWANCES), by name; there while it is let.
    class Allowance < ActiveRecord::Base
    end
  end
end
