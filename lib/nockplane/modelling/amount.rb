# frozen_string_literal: true

module Nockplane
  module Modelling
    # How much of a part stands in an assembly: pieces, or what is bought by the metre, the kilogram, the litre (PL-06).
    # Its properties say so: `unit` (m, mm, kg, l ...) and `amount`, how much of it one piece takes.
    module Amount
      # Decimals that are told.
      DECIMALS = 3

      module_function

      # [quantity, unit] in words of so many pieces; unit '' for pieces.
      def words(count, properties)
        unit = properties['unit'].to_s.strip
        each = number(properties['amount'])
        return count.to_s, '' if unit.empty? || each.nil?

        [format("%.#{DECIMALS}f", each * count).sub(/\.?0+\z/, ''), unit]
      end

      # Properties of a part whose `amount` may name one of its sizes (mm): with the number in its place.
      def resolved(properties, values)
        size = values[properties['amount'].to_s.strip]
        return properties unless size.is_a?(Numeric)

        properties.merge('amount' => (properties['unit'].to_s.strip == 'm' ? size / 1000.0 : size).to_s)
      end

      def number(text) =
        Float(text.to_s.strip.tr(',', '.'), exception: false)&.then { |v| v if v.finite? && v.positive? }
    end
  end
end
