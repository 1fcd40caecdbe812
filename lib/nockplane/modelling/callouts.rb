# frozen_string_literal: true

module Nockplane
  module Modelling
    # Whole callouts of holes (DIM-26 to 28): the sizes of one drilled hole in one dimension, diameter first, then its
    # depth, counterbore, countersink or counterdrill. Made of the sizes that the feature gives singly.
    module Callouts
      ENDING = '.callout'
      # Last words of ids: of the size that the others go with, and of those, in the order in which they are written.
      MAIN = %w[diameter clearance thread].freeze
      REST = %w[
        depth
        counterdrill_diameter
        counterdrill_depth
        counterbore_diameter
        counterbore_depth
        countersink_diameter
        countersink_angle
      ].freeze

      module_function

      def id?(id) = id.end_with?(ENDING)

      # [ModelDimension] with their parts, one for each hole that has more than a diameter. dimensions, features: of a
      # Model.
      def of(dimensions, features)
        holes = features.select { |_, type,| type == 'hole' }.map(&:first)
        dimensions
          .group_by(&:feature)
          .slice(*holes)
          .filter_map do |feature, list|
            main = one(list, feature, MAIN) or next
            rest = REST.filter_map { |field| list.find { |d| d.id == "#{feature}.#{field}" } }
            next if rest.empty?

            main.dup.tap do |d|
              d.id, d.kind, d.parts = "#{feature}#{ENDING}", :callout, [main, *rest]
              d.path = d.parameter = d.tolerance = nil
              d.faces = [main, *rest].flat_map(&:faces).uniq
            end
          end
      end

      # Id of the feature that made a face, for all its instances: "pockets[3]/wall" is of "pockets".
      def feature_of(face) = face.split('/')[0].sub(/\[.*\]\z/, '')

      # The diameter (or thread) of the hole that a callout is of; nil when there is none.
      def main(model, id) = one(model.dimensions, id.delete_suffix(ENDING), MAIN)

      def one(list, feature, fields)
        fields.filter_map { |field| list.find { |d| d.id == "#{feature}.#{field}" && d.kind == :diameter } }.first
      end
      private_class_method :one
    end
  end
end
