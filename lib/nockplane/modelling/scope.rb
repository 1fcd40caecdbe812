# frozen_string_literal: true

require 'dentaku'

module Nockplane
  module Modelling
    # The evaluated parameters of a recipe, and evaluation of expressions over them.
    # Beside + - * / and comparisons: min, max, round, if(condition, yes, no), sqrt, pi, and sin, cos, tan, asin, acos,
    # atan in degrees.
    class Scope
      TRIG = {
        sin: ->(a) { Math.sin(a * DEGREE).round(12) }, cos: ->(a) { Math.cos(a * DEGREE).round(12) },
        tan: ->(a) { Math.tan(a * DEGREE).round(12) }, asin: ->(x) { Math.asin(x) / DEGREE },
        acos: ->(x) { Math.acos(x) / DEGREE }, atan: ->(x) { Math.atan(x) / DEGREE }
      }.freeze
      DEGREE = Math::PI / 180
      MAX_LENGTH = 300
      MAX_VALUE = 1e5 # mm or degrees; beyond this a drawing makes no sense

      attr_reader :values

      # Evaluates all parameters of the recipe. Raises RecipeFault with every unknown name, cycle and bad expression.
      def self.of(recipe)
        scope = new(recipe)
        faults = recipe.parameters.filter_map { |p| scope.settle(p.name) }
        raise RecipeFault, faults.uniq unless faults.empty?

        scope
      end

      def initialize(recipe)
        @recipe = recipe
        @values = {}
        @open = []
        @failed = {}
        @calculator = Dentaku::Calculator.new
        TRIG.each { |name, work| @calculator.add_function(name, :numeric, work) }
      end

      # Evaluates one parameter and those it rests on. Returns nil, or the Fault.
      def settle(name)
        return nil if @values.key?(name)
        return @failed[name] if @failed[name]

        parameter = @recipe.parameter(name)
        @open.push(name)
        @values[name] = limited(parameter, value_of(parameter))
        nil
      rescue RecipeFault => e
        @failed[name] = e.faults[0]
      ensure
        @open.pop if parameter
      end

      # Value of an expression as Float. Raises RecipeFault naming path and line.
      def evaluate(expression, path)
        result = work_out(expression, path)
        fault(path, "'#{expression}' gives #{result.inspect}, a number is needed") unless result.is_a?(Numeric)
        within(result.to_f, path)
      end

      # Truth of a condition ("pockets > 6", "with_ribs = 1", or a number that is not 0). Raises RecipeFault.
      def truth(expression, path)
        result = work_out(expression, path)
        result.is_a?(Numeric) ? !result.zero? : result == true
      end

      private

      def work_out(expression, path)
        fault(path, "the expression is longer than #{MAX_LENGTH} characters") if expression.length > MAX_LENGTH
        names(expression, path).each { |n| need(n, path) }
        @calculator.evaluate!(expression, { 'pi' => Math::PI, **@values })
      rescue Dentaku::ZeroDivisionError, ZeroDivisionError
        fault(path, "'#{expression}' divides by zero")
      rescue Dentaku::Error, Math::DomainError, ArgumentError, TypeError => e
        fault(path, "'#{expression}' can't be worked out: #{e.message.lines.first&.strip}")
      end

      def value_of(parameter)
        return parameter.given if parameter.text?

        parameter.expression? ? evaluate(parameter.given, parameter.path) : within(parameter.given.to_f, parameter.path)
      end

      def limited(parameter, value)
        low, high = parameter.min, parameter.max
        return value if parameter.text? || ((low.nil? || value >= low - 1e-9) && (high.nil? || value <= high + 1e-9))

        bounds = [low && "at least #{Fault.mm(low)}", high && "at most #{Fault.mm(high)}"].compact.join(' and ')
        fault(parameter.path, "#{Fault.mm(value)} is outside the limits of #{parameter.name}: #{bounds}")
      end

      def names(expression, path)
        @calculator.dependencies(expression)
      rescue Dentaku::Error, ArgumentError => e
        fault(path, "'#{expression}' is not an expression: #{e.message.lines.first&.strip}")
      end

      def need(name, path)
        unless @recipe.parameter(name)
          return if name == 'pi'

          near = DidYouMean::SpellChecker.new(dictionary: @recipe.parameters.map(&:name)).correct(name)[0]
          fault(path, "unknown name '#{name}'#{near ? "; did you mean '#{near}'?" : '; add it to the parameters'}")
        end
        if @open.include?(name)
          fault(
            path,
            "the expressions go in a circle: #{[*@open.drop_while { |n| n != name }, name].join(' → ')}; give one of " \
            "them a number"
          )
        end

        deeper = settle(name)
        raise RecipeFault, deeper if deeper
      end

      def within(value, path)
        return value if value.finite? && value.abs <= MAX_VALUE

        fault(path, "#{value.finite? ? Fault.mm(value) : value} is out of range; sizes go up to #{MAX_VALUE.to_i} mm")
      end

      def fault(path, reason) = raise(RecipeFault, Fault.new(@recipe.line(path), path, reason))
    end
  end
end
