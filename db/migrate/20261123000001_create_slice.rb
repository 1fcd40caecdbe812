# frozen_string_literal: true

# Models with their revisions, drawings with their bindings and journal.
class CreateSlice < ActiveRecord::Migration[7.2]
  def change
    create_table :models do |t|
      t.string :slug, null: false, index: { unique: true }
      t.string :name, null: false
      t.string :number
      t.timestamps
    end
    create_table :revisions do |t|
      t.references :model, null: false, foreign_key: true
      t.integer :number, null: false
      t.text :recipe, null: false
      t.string :note, null: false, default: ''
      t.string :author, null: false, default: ''
      t.datetime :created_at, null: false
      t.index %i[model_id number], unique: true
    end
    create_table :drawings do |t|
      t.string :slug, null: false, index: { unique: true }
      t.string :title, null: false
      t.string :number, null: false
      t.text :document, null: false
      t.integer :version, null: false, default: 1
      t.timestamps
    end
    create_table :bindings do |t|
      t.references :drawing, null: false, foreign_key: true
      t.references :model, null: false, foreign_key: true
      t.index %i[drawing_id model_id], unique: true
    end
    create_table :journal_entries do |t|
      t.references :drawing, null: false, foreign_key: true
      t.integer :version, null: false
      t.string :label, null: false
      t.text :edit, null: false
      t.text :inverse, null: false
      t.string :state, null: false, default: 'done'
      t.string :author, null: false, default: ''
      t.datetime :created_at, null: false
      t.index %i[drawing_id version]
    end
  end
end
