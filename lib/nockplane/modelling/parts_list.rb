# frozen_string_literal: true

module Nockplane
  module Modelling
    # The parts list of an assembly (ISO 7573, PL-04): one row per distinct part, quantity over the whole assembly, in
    # the order of the components. Of a part: the part itself, once.
    module PartsList
      module_function

      # [{ "item", "quantity", "number", "name", "material", "mass", "remarks", "unit" }, ...] as texts.
      def of(model)
        parts = model.components.group_by { |c| [c.properties['number'] || c.reference, c.name] }
        return [row(1, 1, model.name, model.properties, false, model.properties['number'])] if parts.empty?

        parts.each_with_index.map do |((number, name), list), i|
          row(i + 1, list.size, name, list[0].properties, list[0].purchased, number)
        end
      end

      # A mass that was stated is shown where none is worked out, or where the maker insists on it.
      def mass(properties, purchased)
        purchased || Materials.stated?(properties) || Materials.density(properties).nil? ? properties['mass'].to_s : ''
      end

      def row(item, quantity, name, properties, purchased, number)
        {
          'item' => item.to_s,
          'quantity' => quantity.to_s,
          'unit' => '',
          'number' => number.to_s,
          'name' => name.to_s,
          'material' => properties['material'].to_s,
          'mass' => mass(properties, purchased),
          'remarks' => properties['remarks']&.to_s || (purchased ? 'purchased' : '')
        }
      end
    end
  end
end
