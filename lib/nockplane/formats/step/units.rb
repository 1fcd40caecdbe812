# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Units of a representation context: mm of its length unit, radians of its angle unit.
      class Units
        PREFIX = {
          EXA: 1e18,
          PETA: 1e15,
          TERA: 1e12,
          GIGA: 1e9,
          MEGA: 1e6,
          KILO: 1e3,
          HECTO: 1e2,
          DECA: 1e1,
          DECI: 1e-1,
          CENTI: 1e-2,
          MILLI: 1e-3,
          MICRO: 1e-6,
          NANO: 1e-9,
          PICO: 1e-12
        }.freeze
        MAX_DEPTH = 6

        attr_reader :mm, :radians

        # file: Part21; context: Record of the representation's context, nil for mm and radians.
        def initialize(file, context, report = nil)
          @file = file
          @mm = 1.0
          @radians = 1.0
          assigned(context).each { |unit| take(unit) }
        rescue Unusable => e
          report&.add(
            'GLOBAL_UNIT_ASSIGNED_CONTEXT',
            'units are not understood; millimetres and radians are taken',
            e.message
          )
        ensure
          freeze
        end

        # The units of a copy made larger: all its lengths are.
        def scaled(factor) = dup.tap { |u| u.enlarge(factor) }

        def ==(other) = other.is_a?(Units) && [mm, radians] == [other.mm, other.radians]
        alias eql? ==
        def hash = [mm, radians].hash

        # mm (or radians) of a measure with unit.
        def self.measure(file, record)
          value, unit = record.leaves['MEASURE_WITH_UNIT'] || record.args
          value = Part21.number(value) or raise Unusable, "#{record}: a measure without a number"
          value * factor(file, file[unit])
        end

        # Millimetres of a length unit, radians of an angle unit.
        def self.factor(file, unit, depth = 0)
          raise Unusable, "#{unit}: units refer to each other" if depth > MAX_DEPTH
          return si(unit) if unit.is?('SI_UNIT')
          raise Unusable, "#{unit}: this unit is not known" unless unit.is?('CONVERSION_BASED_UNIT')

          name, measure = unit.args('CONVERSION_BASED_UNIT')
          record = file[measure]
          value, base = record.leaves['MEASURE_WITH_UNIT'] || record.args
          value = Part21.number(value)
          raise Unusable, "#{unit}: the unit '#{name}' has no size" unless value&.positive?

          value * factor(file, file[base], depth + 1)
        end

        def self.si(unit)
          prefix, name = unit.args('SI_UNIT').last(2)
          scale =
            prefix.is_a?(Symbol) && prefix != :* ?
              PREFIX.fetch(prefix) { raise Unusable, "#{unit}: the prefix #{prefix} is not known" } :
              1.0
          name == :METRE ? scale * 1000 : scale
        end
        private_class_method :si

        protected

        def enlarge(factor)
          @mm *= factor
          freeze
        end

        private

        def assigned(context)
          context&.is?('GLOBAL_UNIT_ASSIGNED_CONTEXT') ?
            Array(context.args('GLOBAL_UNIT_ASSIGNED_CONTEXT')[0]).map { |r| @file[r] } :
            []
        end

        def take(unit)
          if unit.is?('LENGTH_UNIT') then @mm = Units.factor(@file, unit)
          elsif unit.is?('PLANE_ANGLE_UNIT') then @radians = Units.factor(@file, unit)
          end
        end
      end
    end
  end
end
