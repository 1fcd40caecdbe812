# frozen_string_literal: true

module Nockplane
  module Linking
    # Which sizes a drawing is given by itself: "model" (all those of the model), "linear" (distances), "holes"
    # (diameters, pitch circles, depths), "arcs" (radii, chamfers, angles), the model's own where it has them, else
    # measured; "running": distances, from one base on one line (DIM-42).
    class SizeRules
      NAMES = %w[model linear holes arcs running].freeze
      LINEAR = 'linear'

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
        return true if @names.include?('model') && !dimension.reference?

        rule = Drawings::Annotations.of(dimension).rule.to_s
        @names.include?(rule) || (running? && rule == LINEAR)
      end
    end
  end
end
