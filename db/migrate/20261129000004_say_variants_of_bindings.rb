# frozen_string_literal: true

# Which variant a drawing shows of a model, and whether it is the series of a family: what the board reads of all
# drawings at once. Filled from the documents. Imported models that are alike can be gathered under a name.
class SayVariantsOfBindings < ActiveRecord::Migration[7.2]
  def change
    add_column :bindings, :variant, :string
    remove_index :bindings, %i[drawing_id model_id], unique: true
    add_index :bindings, %i[drawing_id model_id variant], unique: true
    add_column :drawings, :series, :boolean, null: false, default: false
    add_column :models, :gathered, :string # what imported models that are alike are called together
    reversible { |way| way.up { fill } }
  end

  private

  def fill
    select_all("SELECT id, document FROM drawings WHERE kind = 'drawing'").each do |row|
      cells = JSON.parse(row['document'])['cells']
      update("UPDATE drawings SET series = #{quote(true)} WHERE id = #{row['id'].to_i}") if cells.dig('meta', 'series')
      cells
        .select { |key, _| key.start_with?('binding/') }
        .each_value do |binding|
          next unless binding['variant']

          update(
            "UPDATE bindings SET variant = #{quote(binding['variant'])} WHERE drawing_id = #{row['id'].to_i} AND " \
              "model_id = #{binding['model'].to_i}"
          )
        end
    end
  end
end
