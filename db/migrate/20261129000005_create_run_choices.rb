# frozen_string_literal: true

# Choices of sheet runs that are kept by name.
class CreateRunChoices < ActiveRecord::Migration[7.2]
  def change
    create_table :run_choices do |t|
      t.string :name, null: false, index: { unique: true }
      t.text :choices, null: false # JSON: Planning::SheetChoices, templates by kind, output
      t.timestamps
    end
  end
end
