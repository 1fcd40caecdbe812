# frozen_string_literal: true

module Nockplane
  module Modelling
    # The text of a revision with another name or other properties: of a recipe or assembly spliced into its text, of an
    # imported file kept beside its digest.
    module Retitling
      # What properties may be called.
      KEY = /\A[[:alpha:]][[:alnum:] _-]{0,39}\z/

      module_function

      # text with a name (nil: as it is) and properties { key => text; "" for none } set. Raises RecipeFault for a key
      # that can't be one.
      def of(text, name: nil, properties: {})
        wrong = properties.keys.find { |k| !k.match?(KEY) }
        if wrong
          raise RecipeFault,
                Fault.new(
                  nil,
                  'properties',
                  "'#{wrong}' is no name for a property; use letters, digits, spaces, - and _"
                )
        end

        return ImportReference.parse(text).with_given(name, properties).to_s if ImportReference.is?(text)

        text = RecipeSource.new(text).with('name', name) if name
        properties.reduce(text) { |t, (key, value)| with_property(t, key, value) }
      end

      def with_property(text, key, value)
        source = RecipeSource.new(text)
        known = source.data['properties']
        return source.with_key('properties', key, value) if known.is_a?(Hash) && (known.key?(key) || !value.to_s.empty?)
        return text if value.to_s.empty?

        line = source.line('name')
        text
          .lines
          .insert(line, "properties: {#{key.match?(/\A[A-Za-z_]\w*\z/) ? key : key.to_json}: #{value.to_s.to_json}}\n")
          .join
      end
    end
  end
end
