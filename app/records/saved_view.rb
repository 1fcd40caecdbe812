# frozen_string_literal: true

module App
  module Records
    # A view kept on a model: where the eye is, which annotations show, exploded and cut state, with a small picture.
    class SavedView < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model'

      # Of a model, in their order.
      def self.of(model) = where(model_id: model.id).order(:position, :id).to_a

      # What it keeps (ViewState).
      def kept = ViewState.today(JSON.parse(state))

      # Products::Subject that it shows at the model's latest revision.
      def subject
        explosion = kept['explosion'].to_s
        Nockplane::Products::Subject.new(
          model_id,
          model.latest.number,
          kept['variant'],
          explosion.empty? ? nil : explosion
        )
      end

      # Words of its notes; nil without any.
      def note = NoteAreas.words(kept['areas'])

      # As a direction of sight in the model's axes (Z up): { name:, direction:, up: }. (The picture has Y up.)
      def sight
        vec = Nockplane::Geometry::Vec
        eye, target = kept['camera'].each_slice(3).map { |x, y, z| [x, -z, y].map(&:to_f) }
        direction = vec.unit(vec.sub(target, eye))
        up = direction[2].abs > 0.9999 ? [0.0, 1.0, 0.0] : [0.0, 0.0, 1.0]
        right = vec.unit(vec.cross(direction, up))
        { name: name, direction: direction, up: vec.cross(right, direction) }
      end

      def to_h = { 'id' => id, 'name' => name, 'state' => kept, 'picture' => picture }
    end
  end
end
