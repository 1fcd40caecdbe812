# frozen_string_literal: true

module App
  module Records
    # One revision of a model: a recipe as text. Never changed once written.
    class Revision < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model', inverse_of: :revisions

      # The latest of every model.
      def self.newest = where(id: group(:model_id).maximum(:id).values)

      # { model id => recipe text } of those models whose latest revision has a table of variants; one query, whatever
      # their number.
      def self.families(models)
        all =
          lasting(:families) { newest.where('recipe LIKE ?', "%\nvariants:%").pluck(:model_id, :recipe).to_h }
        all.slice(*models)
      end

      # { model id => [number, note, beginning of its text] } of the latest of every model.
      def self.heads
        lasting(:heads) do
          newest.pluck(:model_id, :number, :note, Arel.sql('substr(recipe, 1, 2000)')).to_h { |id, *rest| [id, rest] }
        end
      end

      # What the block works out from the latest revisions, under a name; kept by the process until there is another, or
      # something else that it rests on (also) is another.
      def self.lasting(name, also = nil)
        stamp = [unscoped.pick(Arel.sql('COUNT(*), MAX(id), MAX(created_at)')), also]
        @lasting ||= {}
        known, value = @lasting[name]
        return value if known == stamp

        yield.tap { |made| @lasting[name] = [stamp, made] }
      end

      def readonly? = persisted?
    end
  end
end
