# frozen_string_literal: true

module Nockplane
  module Products
    # The rows of a parts list (ISO 7573, PL-04) as texts: one per line of the Structure, in the order of the
    # components.
    module PartsList
      # Where a line comes from, in words.
      SOURCES = {
        'made' => 'made',
        'purchased' => 'purchased',
        'standard' => 'standard part',
        'assembly' => 'sub-assembly'
      }.freeze

      module_function

      # [{ "key", "item", "quantity", "unit", "number", "name", "material", "mass", "remarks", "source", "level" }, ...]
      def of(model, structure = 'all')
        Structure.new(model).lines(structure).each_with_index.map { |line, i| row(line, i + 1) }
      end

      # A mass that was stated is shown where none is worked out, or where the maker insists on it.
      def mass(properties, purchased)
        stated = Modelling::Materials.stated?(properties) || Modelling::Materials.density(properties).nil?
        purchased || stated ? properties['mass'].to_s : ''
      end

      def row(line, item)
        given = line.properties
        quantity, unit = Modelling::Amount.words(line.quantity, given)
        {
          'key' => line.key,
          'item' => item.to_s,
          'quantity' => quantity,
          'unit' => unit,
          'number' => line.number,
          'name' => line.name.to_s,
          'material' => given['material'].to_s,
          'mass' => mass(given, line.purchased),
          'remarks' => given['remarks']&.to_s || (line.purchased ? 'purchased' : ''),
          'source' => SOURCES.fetch(line.kind),
          'level' => line.level.to_s
        }
      end
    end
  end
end
