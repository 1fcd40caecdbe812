# frozen_string_literal: true

# What was issued: never changed afterwards. Its files lie under their digests.
class CreatePackets < ActiveRecord::Migration[7.2]
  def change
    create_table :packets do |t|
      t.references :drawing, null: false, index: true
      t.string :number, null: false # of the drawing, as it was
      t.string :title, null: false
      t.string :letter, null: false
      t.integer :version, null: false # of the drawing's document
      t.string :issued_by, null: false
      t.string :reason, null: false
      t.text :findings, null: false # JSON: what the check told, [[kind, words], ...]
      t.string :waiver # why it was issued all the same
      t.text :files, null: false # JSON: [{ name, kind, bytes, digest }]
      t.text :models, null: false # JSON: [{ number, name, slug, revision, variant, note }]
      t.text :document, null: false # JSON: the drawing, as it was issued
      t.text :numbers, null: false # JSON: { key of a characteristic => number }
      t.string :digest, null: false # of the zip
      t.datetime :issued_at, null: false, index: true
      t.timestamps
    end
    add_index :packets, %i[drawing_id letter], unique: true
  end
end
