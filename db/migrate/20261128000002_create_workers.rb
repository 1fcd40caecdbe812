# frozen_string_literal: true

# Workers say that they live.
class CreateWorkers < ActiveRecord::Migration[7.2]
  def change
    create_table :workers do |t|
      t.string :name, null: false, index: { unique: true } # as jobs are locked by
      t.datetime :beat_at, null: false
    end
  end
end
