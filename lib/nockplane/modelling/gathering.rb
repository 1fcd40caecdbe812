# frozen_string_literal: true

module Nockplane
  module Modelling
    # A recipe as a variant of another one: the row that makes the one of the other, where they have the same features
    # and differ in values, switched features and properties alone.
    class Gathering
      # row: { parameter => value, ... } as of Variants, nil where there is none; why: what else differs, in words.
      Found = Struct.new(:row, :why)

      # base, other: Recipe.
      def self.of(base, other) = new(base, other).found

      def initialize(base, other)
        @base = base
        @other = other
      end

      def found
        why = different
        return Found.new(nil, why) if why

        row = { **values, **switches }
        row[Variants::PROPERTIES] = properties unless properties.empty?
        Found.new(row, nil)
      end

      private

      # What differs besides values, in words; nil when nothing does.
      def different
        a, b = [@base, @other].map { |r| r.parameters.map(&:name) }
        missing = (a - b) + (b - a)
        return "#{missing.first(3).join(', ')} is a size of one of them only" unless missing.empty?
        return 'their features are others' unless @base.feature_ids == @other.feature_ids

        unlike = @base.feature_ids.find { |id| bare(@base, id) != bare(@other, id) }
        return "the feature #{unlike} is made otherwise" if unlike

        loose = @base.parameters.find { |p| rest(p) != rest(@other.parameter(p.name)) }
        loose && "#{loose.name} has another unit, tolerance or limit"
      end

      # A feature without its switch.
      def bare(recipe, id) = recipe.features[recipe.feature_ids.index(id)].except('active')
      def rest(parameter) = [parameter.unit, parameter.tolerance, parameter.min, parameter.max, parameter.choices]

      def values
        pairs = @base.parameters.map { |p| [p, @other.parameter(p.name)] }
        pairs.reject { |p, q| p.given == q.given }.to_h { |p, q| [p.name, q.given] }
      end

      def switches
        ids = @base.feature_ids.select { |id| active(@base, id) != active(@other, id) }
        ids.to_h { |id| [id, active(@other, id) != false] }
      end

      def active(recipe, id) = recipe.features[recipe.feature_ids.index(id)].fetch('active', true)

      def properties
        own = @other.properties.reject { |k, v| @base.properties[k] == v }.transform_values(&:to_s)
        @other.name == @base.name ? own : own.merge('name' => @other.name)
      end
    end
  end
end
