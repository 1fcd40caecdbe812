# frozen_string_literal: true

# Views kept on models: camera, annotations shown, explosion, cut.
class CreateSavedViews < ActiveRecord::Migration[7.2]
  def change
    create_table :saved_views do |t|
      t.references :model, null: false, index: true
      t.string :name, null: false
      t.integer :position, null: false
      t.text :state, null: false # JSON: see Actions::KeepView
      t.text :picture # data address of a small picture
      t.timestamps
      t.index %i[model_id name], unique: true
    end
  end
end
