# frozen_string_literal: true

# Notes kept for use on any drawing: their words, and what is drawn round them.
class CreateShelfNotes < ActiveRecord::Migration[7.2]
  def change
    create_table :shelf_notes do |t|
      t.text :text, null: false
      t.string :shape
      t.timestamps
    end
  end
end
