# frozen_string_literal: true

module Nockplane
  module Linking
    # Which sizes a drawing is given by itself: "model" (those of the model), and of what is measured "linear"
    # (distances), "holes" (diameters, pitch circles, depths), "arcs" (radii, chamfers, angles); "running": distances
    # from one base on one line (DIM-42).
    class SizeRules
      NAMES = %w[model linear holes arcs running].freeze

      # text: names with commas between. Raises Nockplane::Error.
      def self.parse(text)
        names = text.to_s.split(',').map(&:strip).reject(&:empty?)
        wrong = names - NAMES
        unless wrong.empty?
          raise Nockplane::Error, "there is no rule '#{wrong[0]}' for dimensions; use #{NAMES.join(', ')}"
        end
        raise Nockplane::Error, "name rules for dimensions: #{NAMES.join(', ')}" if names.empty?

        new(names)
      end

      def initialize(names)
        @names = names.uniq
      end

      def running? = @names.include?('running')

      # Is a ModelDimension to be put on the drawing?
      def want?(dimension)
        return @names.include?('model') unless dimension.reference?

        @names.include?(Drawings::Annotations.of(dimension).rule.to_s)
      end
    end
  end
end
