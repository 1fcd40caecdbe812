# frozen_string_literal: true

# People with roles, their sessions, invitations, what a lead lets others do; who began a run.
class CreatePeople < ActiveRecord::Migration[7.2]
  def change
    create_table :people do |t|
      t.string :name, null: false
      t.string :name_key, null: false, index: { unique: true }
      t.string :password_digest, null: false
      t.string :role, null: false
      # 1 of the first lead: unique, so that two at once do not both become the first.
      t.integer :founder, index: { unique: true }
      t.datetime :off_at
      t.integer :failures, null: false, default: 0
      t.datetime :wait_until
      t.datetime :created_at, null: false
    end
    create_table :person_sessions do |t|
      t.references :person, null: false, foreign_key: true
      t.string :token_digest, null: false, index: { unique: true }
      t.string :about, null: false, default: ''
      t.datetime :created_at, null: false
      t.datetime :seen_at, null: false
      t.datetime :ends_at, null: false
    end
    create_table :invitations do |t|
      t.string :token_digest, null: false, index: { unique: true }
      t.string :role, null: false
      t.string :made_by, null: false
      t.datetime :ends_at, null: false
      t.references :person, foreign_key: true
      t.datetime :created_at, null: false
    end
    create_table :allowances do |t|
      t.string :name, null: false, index: { unique: true }
    end
    add_column :runs, :author, :string, null: false, default: ''
  end
end
