# frozen_string_literal: true

# Whose the docket lines of a drawing are, and what people say to one another about a place on it.
class CreateTakingsAndComments < ActiveRecord::Migration[7.2]
  def change
    create_table :takings do |t|
      t.references :drawing, null: false, index: { unique: true }
      t.references :person, null: false
      t.string :given_by, null: false
      t.string :word, null: false, default: ''
      t.datetime :created_at, null: false
    end
    create_table :comments do |t|
      t.references :drawing, null: false
      t.references :parent
      t.string :at, null: false, default: '' # key of a cell, empty for the sheet
      t.string :author, null: false
      t.text :text, null: false
      t.string :settled_by
      t.datetime :settled_at
      t.datetime :created_at, null: false
    end
  end
end
