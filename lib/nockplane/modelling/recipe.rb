# frozen_string_literal: true

module Nockplane
  module Modelling
    # A recipe as read: identity, properties, parameters and features (plain hashes with their paths), and its source.
    class Recipe
      NAME = /\A[a-z][a-z0-9_]{0,39}\z/
      PARAMETER_KEYS = %w[value unit tolerance fit note min max choices].freeze
      MAX_PARAMETERS = 500
      MAX_VARIANTS = 500
      MAX_FEATURES = 300
      UNITS = %w[mm deg count text].freeze
      FORMAT = 'recipe/1'

      attr_reader :source, :name, :properties, :parameters, :features, :variants, :plan

      # Raises RecipeFault listing every structural fault with its line.
      def self.parse(text) = new(RecipeSource.new(text))

      def initialize(source)
        @source = source
        @faults = []
        check_top
        @parameters = read_parameters.freeze
        @features = read_features.freeze
        @variants = read_variants.freeze
        @plan = read_plan
        raise RecipeFault, @faults unless @faults.empty?

        @faults = nil
        freeze
      end

      def text = @source.text
      def digest = Digest::SHA256.hexdigest(text)
      def line(path) = @source.line(path)
      def parameter(name) = @parameters.find { |p| p.name == name }
      def feature_ids = @features.map { |f| f['id'] }

      # Recipe text with parameters set: { name => number or expression }. Raises RecipeFault for an unknown name.
      def with_sizes(sizes)
        sizes.reduce(self) do |recipe, (name, value)|
          parameter = recipe.known_parameter(name)
          self.class.parse(recipe.source.with(parameter.path, value))
        end
      end

      # The parameter of a name. Raises RecipeFault when there is none.
      def known_parameter(name)
        parameter(name) or
          raise RecipeFault,
                Fault.new(
                  nil,
                  "parameters.#{name}",
                  "there is no parameter '#{name}'; the recipe has #{parameters.map(&:name).join(', ')}"
                )
      end

      # Recipe with another tolerance of a parameter: "±0.1", "+0.2/-0.1", a fit such as "H7", nil for none.
      def with_tolerance(name, text)
        path = "parameters.#{known_parameter(name).name}"
        tolerance = Tolerancing::Tolerance.parse(text.to_s)
        key = tolerance&.fit? ? 'fit' : 'tolerance'
        unless @source.data['parameters'][name].is_a?(Hash)
          return tolerance ? self.class.parse(@source.with_mapping(path, key, tolerance.to_s)) : self
        end

        bare =
          (%w[fit tolerance] - (tolerance ? [key] : [])).reduce(self) do |recipe, gone|
            self.class.parse(recipe.source.without_key(path, gone))
          end
        tolerance ? self.class.parse(bare.source.with_key(path, key, tolerance.to_s)) : bare
      rescue Tolerancing::UnreadableTolerance => e
        raise RecipeFault, Fault.new(line("parameters.#{name}"), "parameters.#{name}", e.message)
      end

      # Recipe with a feature switched on or off.
      def with_feature(id, active)
        index = feature_ids.index(id) or raise RecipeFault, Fault.new(nil, 'features', "there is no feature '#{id}'")
        given = @features[index]['active']
        path = "features[#{index}].active"
        if given.is_a?(String)
          raise RecipeFault,
                Fault.new(
                  line(path),
                  path,
                  "'#{id}' is switched by the expression '#{given}'; change the parameters it rests on"
                )
        end

        Recipe.parse(@source.with_key("features[#{index}]", 'active', active))
      end

      # The recipe of a row of its variants table (Variants): without the table, so that what is made of it stays while
      # other rows change. Raises RecipeFault.
      def variant(name)
        row = @variants[name] or
          raise RecipeFault,
                Fault.new(
                  line('variants'),
                  'variants',
                  "there is no variant '#{name}'; the table has #{@variants.keys.join(', ')}"
                )
        Variants.recipe_of(self, row)
      end

      # The recipe up to, not with, feature number index (from 0), for showing how far a faulty one got. nil when
      # nothing is before it.
      def before(index)
        index.zero? ? nil : feature_ids.drop(index).reduce(Recipe.parse(text)) { |recipe, id| recipe.switched_off(id) }
      end

      # As with_feature, also over an expression.
      def switched(id, on) = Recipe.parse(@source.with_key("features[#{feature_ids.index(id)}]", 'active', on))
      def switched_off(id) = switched(id, false)

      private

      def read_variants
        given = @source.data['variants'] || {}
        unless given.is_a?(Hash) && given.each_value.all?(Hash)
          return fault('variants', 'must be "name: {parameter: value, feature: false}" lines') || {}
        end

        fault('variants', "#{given.size} variants; at most #{MAX_VARIANTS} are read") if given.size > MAX_VARIANTS
        given.each do |name, row|
          Variants.faults(self, row).each { |key, reason| fault("variants.#{name}.#{key}", reason) }
        end
        given.transform_keys(&:to_s)
      end

      def read_plan
        given = @source.data[TolerancePlan::KEY] or return nil
        return fault(TolerancePlan::KEY, 'must be "key: value" lines') unless given.is_a?(Hash)

        TolerancePlan.of_data(given)
      rescue RecipeFault => e
        e.faults.each { |f| fault(f.path, f.reason) } && nil
      end

      def fault(path, reason)
        @faults << Fault.new(line(path), path, reason)
        nil
      end

      def top_keys = %w[nockplane name properties parameters variants features plan]

      def check_top
        data = @source.data
        unless data.is_a?(Hash)
          raise RecipeFault, Fault.new(1, nil, 'a recipe is a list of "key: value" lines with a name and features')
        end

        (data.keys - top_keys).each { |k| fault(k, "unknown key '#{k}'; known here: #{top_keys.join(', ')}") }
        unless data['nockplane'] == self.class::FORMAT
          fault('nockplane', "format '#{data['nockplane']}' is not known; write #{self.class::FORMAT}")
        end

        @name = data['name'].to_s.strip.freeze
        fault('name', 'a recipe needs a name, e.g. "name: Carousel"') if @name.empty?
        @properties =
          (data['properties'] || {})
            .then { |p| p.is_a?(Hash) ? p : fault('properties', 'must be "key: value" lines') || {} }
            .to_h { |k, v| [k.to_s, v.to_s] }
            .freeze
      end

      def read_parameters
        given = @source.data['parameters'] || {}
        return fault('parameters', 'must be "name: value" lines') || [] unless given.is_a?(Hash)

        if given.size > MAX_PARAMETERS
          fault('parameters', "#{given.size} parameters; at most #{MAX_PARAMETERS} are read")
        end

        given.map { |name, spec| parameter_from(name, spec) }.compact
      end

      def parameter_from(name, spec)
        path = "parameters.#{name}"
        unless NAME.match?(name)
          return fault(path, "'#{name}' is not a name; use small letters, digits and _, starting with a letter")
        end

        unless spec.is_a?(Hash)
          if spec.is_a?(Numeric) || spec.is_a?(String)
            return Parameter.new(name: name, given: spec, unit: 'mm', path: path)
          end

          return fault(path, 'needs a number, an expression, or value / unit / tolerance')
        end
        unknown = spec.keys - PARAMETER_KEYS
        unless unknown.empty?
          return fault("#{path}.#{unknown[0]}", "unknown key '#{unknown[0]}'; known here: #{PARAMETER_KEYS.join(', ')}")
        end

        detailed(name, path, spec)
      end

      def detailed(name, path, spec)
        value = spec['value']
        unless value.is_a?(Numeric) || value.is_a?(String)
          return fault(path, 'needs a value: a number or an expression')
        end

        unit = spec['unit'] || (spec['choices'] ? 'text' : 'mm')
        return fault("#{path}.unit", "unit '#{unit}' is not known; use #{UNITS.join(', ')}") unless UNITS.include?(unit)
        return text_choice(name, path, spec) if unit == 'text'

        wrong = %w[min max].find { |k| spec.key?(k) && !spec[k].is_a?(Numeric) }
        return fault("#{path}.#{wrong}", "'#{spec[wrong]}' is not a number; a limit is a number") if wrong

        tolerance = spec['fit'] || spec['tolerance']
        tolerance &&= Tolerancing::Tolerance.parse(tolerance.to_s)
        Parameter.new(
          name: name,
          given: value,
          unit: unit,
          tolerance: tolerance&.to_s,
          note: spec['note'],
          path: "#{path}.value",
          min: spec['min'],
          max: spec['max']
        )
      rescue Tolerancing::UnreadableTolerance => e
        fault(path, e.message)
      end

      def text_choice(name, path, spec)
        choices = spec['choices']
        unless choices.is_a?(Array) && choices.all?(String)
          return fault(path, 'a text needs its choices, e.g. "choices: [flat, domed]"')
        end

        unless choices.include?(spec['value'])
          return fault("#{path}.value", "'#{spec['value']}' is not among #{choices.join(', ')}")
        end

        Parameter.new(
          name: name,
          given: spec['value'],
          unit: 'text',
          note: spec['note'],
          path: "#{path}.value",
          choices: choices
        )
      end

      def read_features
        given = @source.data['features']
        unless given.is_a?(Array) && !given.empty?
          return fault('features', 'a recipe needs a list of features, the first one a boss') || []
        end

        fault('features', "#{given.size} features; at most #{MAX_FEATURES} are read") if given.size > MAX_FEATURES
        seen = {}
        given.each_with_index { |f, i| check_feature(f, "features[#{i}]", seen) }
      end

      def check_feature(feature, path, seen)
        return fault(path, 'a feature is a set of "key: value" lines with id and type') unless feature.is_a?(Hash)

        id = feature['id'].to_s
        unless NAME.match?(id)
          return fault("#{path}.id", "a feature needs an id of small letters, digits and _ (found '#{id}')")
        end

        if seen[id]
          return fault("#{path}.id", "the id '#{id}' is used twice; ids name the faces, so each needs its own")
        end

        seen[id] = true
        unless Features::TYPES.key?(feature['type'])
          fault(
            "#{path}.type",
            "feature type '#{feature['type']}' is not known; use #{Features::TYPES.keys.join(', ')}"
          )
        end
      end
    end
  end
end
