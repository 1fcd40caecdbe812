# frozen_string_literal: true

module App
  module Records
    # A drawing as stored.
    class Drawing < Sheetwork
      default_scope { where(kind: 'drawing', removed_at: nil) }
      has_one :standing, class_name: 'App::Records::Standing', dependent: :destroy
      has_many :variant_standings, class_name: 'App::Records::VariantStanding', dependent: :destroy
      has_many :bindings, class_name: 'App::Records::Binding', dependent: :destroy
      has_many :models, through: :bindings
      after_save { Property.index_drawing(self) }
      after_save { bind if saved_change_to_document? }
      after_save { Numbers.remember(self, Drawing, number, title) if saved_change_to_number? }
      after_destroy { Property.forget('drawings', slug) }

      # By its address; one with a variant's key behind it is what a series drawing shows of that variant.
      def self.at(slug)
        return VariantSheet.at(slug) if slug.to_s.include?(VariantSheet::MARK)

        find_by(slug: slug) || raise(Refused.new("There is no drawing '#{slug}'.", status: 404))
      end

      def home = 'drawings'
      def template? = false

      private

      # Rows of the models that it shows, as its document has them.
      def bind
        shown = value.bindings.map(&:model).uniq
        bindings.where.not(model_id: shown).delete_all
        (shown - bindings.pluck(:model_id)).each { |id| bindings.create!(model_id: id) }
      end
    end
  end
end
