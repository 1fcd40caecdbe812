# frozen_string_literal: true

# Files that wait for an answer (whose revision are they?), where a drawing stands against its models, assemblies that
# could not follow a component, and a bin for models and drawings. A revision knows how it came about, a journal entry
# which size it changed in a model.
class CreateArrivalsAndStandings < ActiveRecord::Migration[7.2]
  def change
    add_column :models, :removed_at, :datetime
    add_column :revisions, :origin, :string, null: false, default: 'here' # here, file or followed
    add_column :journal_entries, :carried, :text # JSON: the size changed in a model along with the drawing
    add_column :drawings, :template_revision, :integer
    create_arrivals
    create_standings
    reversible { |way| way.up { fill } }
  end

  private

  def create_arrivals
    create_table :arrivals do |t|
      t.string :origin, null: false # upload or intake
      t.string :filename, null: false
      t.string :kind, null: false
      t.string :digest, null: false
      t.text :text, null: false # what a new model of it would be made from
      t.text :kin, null: false, default: '[]' # models it may belong to (JSON)
      t.string :note
      t.string :author, null: false, default: ''
      t.string :state, null: false, default: 'waiting', index: true # waiting or settled
      t.string :outcome
      t.timestamps
    end
    create_table :hold_ups do |t|
      t.references :model, null: false, foreign_key: true, index: { unique: true } # the assembly
      t.string :basis, null: false # what it was tried with
      t.text :reason, null: false
      t.timestamps
    end
  end

  def create_standings
    create_table :standings do |t|
      t.references :drawing, null: false, foreign_key: true, index: { unique: true }
      t.string :basis, null: false # digest of what it was worked out from
      t.integer :behind, null: false, default: 0
      t.integer :adrift, null: false, default: 0
      t.integer :others, null: false, default: 0
      t.text :lines, null: false, default: '{}'
      t.string :thumbnail # basis of the thumbnail that is kept
      t.timestamps
    end
  end

  def fill
    select_all("SELECT id, document FROM drawings WHERE kind = 'drawing'").each do |row|
      made = JSON.parse(row['document']).dig('cells', 'meta', 'template')
      revision = made.is_a?(Hash) ? made['revision'].to_i : 1
      update("UPDATE drawings SET template_revision = #{revision} WHERE id = #{row['id'].to_i}") if made
    end
    execute("UPDATE revisions SET origin = 'file' WHERE number = 1 OR author IN ('Design system', 'Designer')")
  end
end
