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

      # Rows of the models (and their variants) that it shows, as its document has them.
      def bind
        shown = value.bindings.map { |b| [b.model, b.variant] }.uniq
        known = bindings.pluck(:id, :model_id, :variant)
        bindings.where(id: known.reject { |_, *pair| shown.include?(pair) }.map(&:first)).delete_all
        fresh = shown - known.map { |_, *pair| pair }
        fresh.each { |model, variant| bindings.create!(model_id: model, variant: variant) }
        update_column(:series, value.meta.series == true) unless series == (value.meta.series == true)
      end
    end
  end
end
