# frozen_string_literal: true

module Nockplane
  module Modelling
    # How many instances a feature's pattern has, as a value of the recipe that can be changed: of a circular pattern
    # its count, of a linear one its columns and rows. It is no size that is drawn, but stands before those that are
    # ("7×").
    class PatternCount
      FIELDS = %w[count columns rows].freeze
      attr_reader :id, :field, :path, :parameter, :value

      # [PatternCount] of a feature (by id) of a Recipe; values: { parameter => number } of what it evaluates to.
      def self.of(recipe, feature, values)
        index = recipe.feature_ids.index(feature) or return []
        pattern = recipe.features[index]['pattern']
        return [] unless pattern.is_a?(Hash)

        FIELDS.select { |f| pattern.key?(f) }.filter_map do |field|
          new(recipe, feature, field, "features[#{index}].pattern.#{field}", pattern[field], values)
        end
      end

      # The one of an id such as "pockets.pattern.count"; nil where there is none.
      def self.find(recipe, id, values)
        feature = id[/\A(.+)\.pattern\.(?:#{FIELDS.join('|')})\z/, 1]
        feature && of(recipe, feature, values).find { |c| c.id == id }
      end

      def initialize(recipe, feature, field, path, given, values)
        @id = "#{feature}.pattern.#{field}"
        @field = field
        named = given.is_a?(String) ? recipe.parameter(given) : nil
        @parameter = named&.name
        @path = named ? named.path : (path if given.is_a?(Numeric))
        @value = named ? values[named.name] : given
        freeze
      end

      def kind = :count
      def editable? = !@path.nil?
    end
  end
end
