# frozen_string_literal: true

# Values that tolerance plans by rule go by, kept by name.
class CreatePlanDefaults < ActiveRecord::Migration[7.2]
  def change
    create_table :plan_defaults do |t|
      t.string :name, null: false, index: { unique: true }
      t.text :chosen, null: false # JSON: Planning::Tolerances::Defaults
      t.timestamps
    end
  end
end
