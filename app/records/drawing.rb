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

      # Rows of the models (and their variants) that it shows, as its document has them: what boards, references and
      # searches read without opening it.
      def bind
        wanted = bound_rows
        bindings.each do |row|
          said = wanted.delete([row.model_id, row.variant])
          said ? row.update!(said) : row.delete
        end
        wanted.each { |(model, variant), said| bindings.create!(model_id: model, variant: variant, **said) }
        bindings.reset
        update_column(:series, value.meta.series == true) unless series == (value.meta.series == true)
      end

      # { [model id, variant] => { shown: revisions as text, follow: } }
      def bound_rows
        value
          .bindings
          .group_by { |b| [b.model, b.variant] }
          .transform_values do |list|
            ids = list.map(&:id)
            shown = value.views.select { |v| ids.include?(v.binding) }.filter_map(&:revision).uniq.sort
            { shown: shown.join(','), follow: list.any?(&:follow) }
          end
      end
    end
  end
end
