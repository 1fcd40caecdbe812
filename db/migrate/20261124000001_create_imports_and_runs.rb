# frozen_string_literal: true

# Imported models know the file they come from; the intake folder remembers what it took; long work runs on a durable
# queue.
class CreateImportsAndRuns < ActiveRecord::Migration[7.2]
  def change
    add_column :models, :source_file, :string
    add_index :models, :source_file
    create_table :intake_files do |t|
      t.string :name, null: false, index: { unique: true }
      t.string :digest, null: false
      t.string :state, null: false # taken, refused or settled
      t.text :reason
      t.references :revision, foreign_key: true
      t.timestamps
    end
    create_table :runs do |t|
      t.string :kind, null: false # import or update
      t.string :label, null: false
      t.string :state, null: false, default: 'waiting' # waiting, running, done, stopped or failed
      t.integer :total, null: false, default: 0
      t.integer :done, null: false, default: 0
      t.text :items, null: false, default: '[]'
      t.text :reason
      t.string :href
      t.boolean :stop_wanted, null: false, default: false
      t.timestamps
    end
    create_queue
  end

  private

  # The table of delayed_job_active_record.
  def create_queue
    create_table :delayed_jobs do |t|
      t.integer :priority, default: 0, null: false
      t.integer :attempts, default: 0, null: false
      t.text :handler, null: false
      t.text :last_error
      t.datetime :run_at, :locked_at, :failed_at
      t.string :locked_by, :queue
      t.timestamps null: true
      t.index %i[priority run_at]
    end
  end
end
