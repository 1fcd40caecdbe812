# frozen_string_literal: true

module App
  module Records
    # A note on the shelf, for use on any drawing; fields in braces are filled in where it is placed.
    class ShelfNote < ActiveRecord::Base
      # What a new shelf begins with.
      SHIPPED = [
        '- Remove all burrs, break sharp edges 0,2 to 0,5',
        'Material {material}, finish {finish}',
        'Surfaces to be free of oil and swarf',
        'Undimensioned radii R1'
      ].freeze

      def self.ship
        return if exists?

        SHIPPED.each { |text| create!(text: text) }
      end
    end
  end
end
