# frozen_string_literal: true

module App
  module Records
    # Values that tolerance plans by rule go by, kept by name, as JSON.
    class PlanDefaults < ActiveRecord::Base
      self.table_name = 'plan_defaults'
      # Those that ship.
      USUAL = 'usual'

      # { name => plain data of Planning::Tolerances::Defaults }, the shipped ones first.
      def self.all_named
        kept = order(:name).to_h { |d| [d.name, JSON.parse(d.chosen)] }
        { USUAL => Nockplane::Planning::Tolerances::Defaults.new.plain }.merge(kept)
      end
    end
  end
end
