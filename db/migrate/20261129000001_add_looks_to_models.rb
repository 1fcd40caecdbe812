# frozen_string_literal: true

# Directions of sight that a model keeps: JSON [{ "name", "sight": [dx, dy, dz, ux, uy, uz] }], among them its "front".
class AddLooksToModels < ActiveRecord::Migration[7.2]
  def change
    add_column :models, :looks, :text
  end
end
