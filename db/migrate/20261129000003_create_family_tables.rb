# frozen_string_literal: true

# Families: where each variant of a series drawing stands, whether each variant can be built; numbering schemes and
# the numbers that were given by them.
class CreateFamilyTables < ActiveRecord::Migration[7.2]
  def change
    create_table :variant_standings do |t|
      t.references :drawing, null: false, foreign_key: true, index: false
      t.string :variant, null: false
      t.string :basis, null: false # what it was worked out from
      t.string :state, null: false # current, behind, adrift or fault
      t.text :report, null: false, default: '{}' # JSON: scale, counts, the docket's lines
      t.timestamps
      t.index %i[drawing_id variant], unique: true
    end
    create_table :variant_builds do |t|
      t.references :model, null: false, foreign_key: true, index: false
      t.string :variant, null: false
      t.string :basis, null: false # digest of the variant's text
      t.string :state, null: false # built or fault
      t.text :report, null: false, default: '{}' # JSON: size, faults by cell
      t.timestamps
      t.index %i[model_id variant], unique: true
    end
    create_table :number_schemes do |t|
      t.string :kind, null: false, index: { unique: true } # model, variant, drawing or copy
      t.string :pattern, null: false
      t.timestamps
    end
    create_table :given_numbers do |t|
      t.string :kind, null: false # model or drawing
      t.string :number, null: false
      t.string :holder, null: false, default: '' # what it was given to, in words
      t.timestamps
      t.index %i[kind number], unique: true
    end
  end
end
