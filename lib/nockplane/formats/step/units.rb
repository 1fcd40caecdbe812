# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Units of a representation context: mm of its length unit, radians of its angle unit, and the uncertainty in mm.
      class Units
        PREFIX = { EXA: 1e18, PETA: 1e15, TERA: 1e12, GIGA: 1e9, MEGA: 1e6, KILO: 1e3, HECTO: 1e2, DECA: 1e1, DECI: 1e-1, CENTI: 1e-2, MILLI: 1e-3, MICRO: 1e-6, NANO: 1e-9, PICO: 1e-12 }.freeze
        MAX_DEPTH = 6

        attr_reader :mm, :radians, :uncertainty

        # file: Part21; context: Record of the representation's context, nil for mm and radians.
        def initialize(file, context, report = nil)
          @file = file
          @mm = 1.0
          @radians = 1.0
          assigned(context).each { |unit| take(unit) }
        rescue Unusable => e
          report&.add('GLOBAL_UNIT_ASSIGNED_CONTEXT', 'units are not understood; millimetres and radians are taken', e.message)
        ensure
          @uncertainty = uncertainty_of(context)
          freeze
        end

        def ==(other) = other.is_a?(Units) && [mm, radians] == [other.mm, other.radians]
        alias eql? ==
        def hash = [mm, radians].hash

        # mm (or radians) of a measure with unit.
        def self.measure(file, record)
          leaf = record.leaves['MEASURE_WITH_UNIT'] || record.args
          value, unit = leaf
          value = value.value if value.is_a?(Part21::Typed)
          raise Unusable, "#{record}: a measure without a number" unless value.is_a?(Numeric)

          value * allocate.send(:factor, file, file[unit], 0)
        end

        private

        def assigned(context) = context&.is?('GLOBAL_UNIT_ASSIGNED_CONTEXT') ? Array(context.args('GLOBAL_UNIT_ASSIGNED_CONTEXT')[0]).map { |r| @file[r] } : []

        def take(unit)
          if unit.is?('LENGTH_UNIT') then @mm = factor(@file, unit, 0)
          elsif unit.is?('PLANE_ANGLE_UNIT') then @radians = factor(@file, unit, 0)
          end
        end

        # Millimetres of a length unit, radians of an angle unit.
        def factor(file, unit, depth)
          raise Unusable, "#{unit}: units refer to each other" if depth > MAX_DEPTH
          return si(unit) if unit.is?('SI_UNIT')
          raise Unusable, "#{unit}: this unit is not known" unless unit.is?('CONVERSION_BASED_UNIT')

          name, measure = unit.args('CONVERSION_BASED_UNIT')
          record = file[measure]
          value, base = record.leaves['MEASURE_WITH_UNIT'] || record.args
          value = value.value if value.is_a?(Part21::Typed)
          raise Unusable, "#{unit}: the unit '#{name}' has no size" unless value.is_a?(Numeric) && value.positive?

          value * factor(file, file[base], depth + 1)
        end

        def si(unit)
          prefix, name = unit.args('SI_UNIT').last(2)
          scale = prefix.is_a?(Symbol) && prefix != :* ? PREFIX.fetch(prefix) { raise Unusable, "#{unit}: the prefix #{prefix} is not known" } : 1.0
          name == :METRE ? scale * 1000 : scale
        end

        def uncertainty_of(context)
          return 1e-5 unless context&.is?('GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT')

          record = @file[Array(context.args('GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT')[0])[0]]
          value = (record.leaves['MEASURE_WITH_UNIT'] || record.args)[0]
          value = value.value if value.is_a?(Part21::Typed)
          value.is_a?(Numeric) ? (value * @mm).clamp(1e-7, 0.1) : 1e-5
        rescue Unusable
          1e-5
        end
      end
    end
  end
end
