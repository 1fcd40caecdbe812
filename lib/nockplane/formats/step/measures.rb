# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # What a dimension of a file measures and may be: its nominal value, deviations, limits, fit.
      class Measures
        def initialize(file)
          @file = file
          @values =
            file
              .readable('DIMENSIONAL_CHARACTERISTIC_REPRESENTATION')
              .each_with_object({}) { |r, all| all[r[0]&.id] = r[1] }
          @limits = file.readable('PLUS_MINUS_TOLERANCE').each_with_object({}) { |r, all| all[r[1]&.id] = r[0] }
        end

        # mm (or degrees) of the nominal value; of limits alone their middle.
        def nominal(record)
          named = values(record)
          return named['nominal value'] if named['nominal value']
          return (named['upper limit'] + named['lower limit']) / 2 if named['upper limit'] && named['lower limit']

          named.values.first
        end

        # Text as Tolerancing::Tolerance reads it, nil for none.
        def tolerance(record)
          return Tolerancing::Tolerance::EXACT if exact?(record)

          range = @file.at(@limits[record.id])
          return fit(range) if range&.is?('LIMITS_AND_FITS')

          lower, upper = range ? range.args.map { |r| deviation(@file[r]) } : from_limits(values(record))
          return nil unless lower && upper && (upper - lower).abs > 1e-12

          Tolerancing::Tolerance.new(upper: plain(upper), lower: plain(lower)).to_s
        end

        private

        # { item name => mm or degrees }
        def values(record)
          shape = @file.at(@values[record.id]) or return {}
          Array(shape[1])
            .grep(Part21::Ref)
            .map { |i| @file[i] }
            .select { |i| i.is?('MEASURE_WITH_UNIT', 'MEASURE_REPRESENTATION_ITEM') }
            .to_h do |item|
              name = (item.leaves['REPRESENTATION_ITEM'] || item.args)[0].to_s
              value =
                Units.measure(
                  @file,
                  item.is?('MEASURE_WITH_UNIT') ? item : Part21::Record.new(item.id, 'M' => item.args.last(2))
                )
              angle = item.leaves.key?('PLANE_ANGLE_MEASURE_WITH_UNIT') || item.to_s.include?('PLANE_ANGLE')
              [name, angle ? value * 180 / Math::PI : value]
            end
        end

        # mm, or degrees of an angle.
        def deviation(measure)
          found = Units.measure(@file, measure)
          measure.to_s.include?('PLANE_ANGLE') ? found * 180 / Math::PI : found
        end

        # Is it said to be theoretically exact?
        def exact?(record)
          shape = @file.at(@values[record.id]) or return false
          Array(shape[1])
            .grep(Part21::Ref)
            .map { |i| @file[i] }
            .any? do |i|
              i.is?('DESCRIPTIVE_REPRESENTATION_ITEM') && i.args.map { |a| a.to_s.downcase } == PlanWriter::EXACT
            end
        end

        def plain(mm) = mm.round(6).then { |v| v.zero? ? 0.0 : v }

        def fit(range)
          code = "#{range[0]}#{range[2]}"
          Tolerancing::Iso286.code?(code) ? code : nil
        end

        def from_limits(named)
          nominal, upper, lower = named.values_at('nominal value', 'upper limit', 'lower limit')
          nominal && upper && lower ? [lower - nominal, upper - nominal] : nil
        end
      end
    end
  end
end
