# frozen_string_literal: true

# Packets of models, beside those of drawings.
class LetModelsBeIssued < ActiveRecord::Migration[7.2]
  def change
    change_column_null :packets, :drawing_id, true
    add_reference :packets, :model, null: true, index: true
    add_index :packets, %i[model_id letter], unique: true
  end
end
