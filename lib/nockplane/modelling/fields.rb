# frozen_string_literal: true

module Nockplane
  module Modelling
    # Reads the fields of one feature (or of a part of it): numbers, expressions, choices. Every refusal is a
    # RecipeFault that names the feature, the line and what would do. Lengths are rounded to Tolerance::QUANTUM.
    class Fields
      attr_reader :path

      # Datum planes made by earlier features: { id => Geometry::Frame }.
      attr_reader :planes

      def initialize(recipe, scope, hash, path, planes = {})
        @recipe = recipe
        @scope = scope
        @hash = hash
        @path = path
        @planes = planes
      end

      def id = @hash['id']
      def key?(name) = @hash.key?(name) && !@hash[name].nil?
      def raw(name) = @hash[name]

      # Every key must be one of the known.
      def only(*known)
        unknown = @hash.keys - known
        fault(unknown[0], "unknown key '#{unknown[0]}'; known here: #{known.join(', ')}") unless unknown.empty?
      end

      # mm, any sign. default nil makes the field required.
      def length(name, default = nil) = quantised(number(name, default))

      # mm above zero.
      def size(name, default = nil)
        value = length(name, default)
        fault(name, "#{show(value)} mm; a size must be above 0") unless value.positive?
        value
      end

      def optional_size(name) = key?(name) ? size(name) : nil

      def degrees(name, default = nil) = number(name, default)

      # Whole number from 1 to 2000.
      def count(name, default = nil)
        value = number(name, default)
        unless value == value.round && value.between?(1, 2000)
          fault(name, "#{show(value)}; a whole number from 1 to 2000 is needed")
        end

        value.to_i
      end

      # [u, v] in mm.
      def point(name, default = nil)
        given = @hash[name]
        return default if given.nil? && default

        fault(name, 'needs a place [u, v] in mm') unless given.is_a?(Array) && given.size == 2
        given.each_index.map { |i| quantised(value(given[i], "#{name}[#{i}]")) }
      end

      def choice(name, choices, default = nil)
        given = @hash.fetch(name, default)
        given = @scope.values[given] if !choices.include?(given) && @recipe.parameter(given.to_s)&.text?
        fault(name, "'#{given}' is not known; use #{choices.join(', ')}") unless choices.include?(given)
        given
      end

      def flag(name, default: false)
        given = @hash.fetch(name, default)
        fault(name, "'#{given}' is neither true nor false") unless [true, false].include?(given)
        given
      end

      # Fields of a nested mapping.
      def part(name)
        given = @hash[name]
        fault(name, "needs '#{name}' as a set of 'key: value' lines") unless given.is_a?(Hash)
        Fields.new(@recipe, @scope, given, "#{@path}.#{name}", @planes)
      end

      def parts(name)
        given = @hash[name]
        fault(name, "needs a list for '#{name}'") unless given.is_a?(Array) && given.all?(Hash)
        given.each_index.map { |i| Fields.new(@recipe, @scope, given[i], "#{@path}.#{name}[#{i}]", @planes) }
      end

      def without(name) = Fields.new(@recipe, @scope, @hash.except(name), @path, @planes)

      # The same place with only the named keys, and further ones set.
      def picked(*names, **set)
        Fields.new(@recipe, @scope, @hash.slice(*names).merge(set.transform_keys(&:to_s)), @path, @planes)
      end

      # [[u, v], ...] in mm, at least `least` of them.
      def points(name, least)
        given = @hash[name]
        unless given.is_a?(Array) && given.size >= least && given.all? { |p| p.is_a?(Array) && p.size == 2 }
          fault(name, "needs at least #{least} places [[u, v], ...] in mm")
        end

        given.each_with_index.map { |p, i| p.each_with_index.map { |c, k| quantised(value(c, "#{name}[#{i}][#{k}]")) } }
      end

      # The Parameter a field consists of, or nil when it is a literal or a longer expression.
      def parameter(name)
        given = @hash[name]
        given.is_a?(String) ? @recipe.parameter(given.strip) : nil
      end

      def literal?(name) = @hash[name].is_a?(Numeric)
      def path_of(name) = "#{@path}.#{name}"

      def fault(name, reason)
        path = name ? path_of(name) : @path
        raise RecipeFault, Fault.new(@recipe.line(path), path, reason)
      end

      private

      def number(name, default)
        given = @hash[name]
        return default.to_f if given.nil? && default
        return fault(name, "'#{name}' is missing; give a number or an expression") if given.nil?

        value(given, name)
      end

      def value(given, name)
        case given
        when Numeric
          given.to_f.then do |v|
            v.abs <= Scope::MAX_VALUE ?
              v :
              fault(name, "#{v} is out of range; sizes go up to #{Scope::MAX_VALUE.to_i} mm")
          end
        when String
          @scope.evaluate(given, path_of(name))
        else
          fault(name, "'#{given.inspect}' is not a number")
        end
      end

      def quantised(value)
        per = 1 / Geometry::Tolerance::QUANTUM
        (value * per).round / per
      end

      def show(value) = Fault.mm(value)
    end
  end
end
