# frozen_string_literal: true

module App
  module Presenters
    # Sizes of a drawing that stay decimals although its standard has fractions.
    module Decimals
      module_function

      def count(value)
        text = Nockplane::Drafting::SizeText.new(value.standard)
        value
          .dimensions
          .map(&:snapshot)
          .count do |s|
            Nockplane::Drawings::Annotations.of(s).length? && s.prefix.nil? && !text.fraction?(s.value, s.tolerance)
          end
      end
    end
  end
end
