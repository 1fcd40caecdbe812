# frozen_string_literal: true

module App
  module Actions
    # Keeps a drafting standard on the shelf under its name, or takes it off; drawings keep its values.
    module KeepStandard
      NAME = 60

      # value: Drafting::Standard; name: another one for it. Gives the record. Raises Refused.
      def self.call(value, name: nil)
        name = name&.strip
        unless name.nil? || name.length.between?(1, NAME)
          raise Refused, "A standard needs a name of at most #{NAME} letters."
        end

        Records::Standard.keep(name ? value.with('name' => name) : value)
      end

      def self.remove(standard) = standard.destroy!
    end
  end
end
