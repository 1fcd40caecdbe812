# frozen_string_literal: true

module App
  module Records
    # A view kept on a model: where the eye is, which annotations show, exploded and cut state, with a small picture.
    class SavedView < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model'

      # Of a model, in their order.
      def self.of(model) = where(model_id: model.id).order(:position, :id).to_a

      def to_h = { 'id' => id, 'name' => name, 'state' => JSON.parse(state), 'picture' => picture }
    end
  end
end
