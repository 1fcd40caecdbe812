# frozen_string_literal: true

# Templates are documents like drawings, with published revisions; named drafting standards; properties that can be
# searched.
class CreateHouseStyle < ActiveRecord::Migration[7.2]
  def change
    add_column :drawings, :kind, :string, null: false, default: 'drawing' # or template
    add_column :drawings, :removed_at, :datetime
    add_index :drawings, :kind
    create_table :template_revisions do |t|
      t.references :drawing, null: false, foreign_key: true
      t.integer :number, null: false
      t.text :document, null: false
      t.string :note, null: false, default: ''
      t.string :author, null: false, default: ''
      t.datetime :created_at, null: false
      t.index %i[drawing_id number], unique: true
    end
    create_table :standards do |t|
      t.string :slug, null: false, index: { unique: true }
      t.string :name, null: false
      t.text :document, null: false
      t.timestamps
    end
    create_table :properties do |t|
      t.string :home, null: false # models or drawings
      t.string :slug, null: false
      t.string :name, null: false
      t.string :value, null: false
      t.index %i[home slug]
    end
  end
end
