# frozen_string_literal: true

module App
  module Records
    # A drawing as stored.
    class Drawing < Sheetwork
      default_scope { where(kind: 'drawing', removed_at: nil) }
      has_one :standing, class_name: 'App::Records::Standing', dependent: :destroy
      has_many :bindings, class_name: 'App::Records::Binding', dependent: :destroy
      has_many :models, through: :bindings
      after_save { Property.index_drawing(self) }
      after_destroy { Property.forget('drawings', slug) }

      def self.at(slug) = find_by(slug: slug) || raise(Refused.new("There is no drawing '#{slug}'.", status: 404))
      def home = 'drawings'
      def template? = false
    end
  end
end
