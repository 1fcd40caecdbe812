# frozen_string_literal: true

module App
  module Presenters
    # Sizes of a drawing that stay decimals although its standard has fractions.
    module Decimals
      # Kinds of size whose words are no length.
      OTHER = %w[angle tolerance_frame datum].freeze

      module_function

      def count(value)
        text = Nockplane::Drafting::SizeText.new(value.standard)
        value.dimensions.map(&:snapshot).count { |s| !OTHER.include?(s['kind']) && s['prefix'].nil? && !text.fraction?(s['value'], s['tolerance']) }
      end
    end
  end
end
