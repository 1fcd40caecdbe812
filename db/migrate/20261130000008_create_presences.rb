# frozen_string_literal: true

# Who is on a drawing now, and what they have selected there.
class CreatePresences < ActiveRecord::Migration[7.2]
  def change
    create_table :presences do |t|
      t.references :drawing, null: false
      t.references :person, null: false
      t.string :sheet, null: false, default: ''
      t.string :selected, null: false, default: ''
      t.datetime :seen_at, null: false
      t.index %i[drawing_id person_id], unique: true
    end
  end
end
