# frozen_string_literal: true

module Nockplane
  module Modelling
    # The planes in a model's space that annotations lie in (ISO 16792): six at first, along the directions of the part,
    # named as the views that see them true. normal points to who reads.
    module AnnotationPlanes
      # name; normal, up: unit vectors.
      Plane = Struct.new(:name, :normal, :up)
      BASE =
        [
          Plane.new('front', [0.0, -1.0, 0.0], [0.0, 0.0, 1.0]),
          Plane.new('top', [0.0, 0.0, 1.0], [0.0, 1.0, 0.0]),
          Plane.new('right', [1.0, 0.0, 0.0], [0.0, 0.0, 1.0]),
          Plane.new('left', [-1.0, 0.0, 0.0], [0.0, 0.0, 1.0]),
          Plane.new('bottom', [0.0, 0.0, -1.0], [0.0, -1.0, 0.0]),
          Plane.new('back', [0.0, 1.0, 0.0], [0.0, 0.0, 1.0])
        ].each { |p| Ractor.make_shareable(p) }.freeze
      # Those that an annotation is put in by itself, the first that suits.
      FIRST = BASE.first(3).freeze
      SQUARE = 1e-4

      module_function

      def find(name) = BASE.find { |p| p.name == name }

      # The plane in which a model dimension reads true: across the axis of what is round, along a distance, square to a
      # flat face.
      def suiting(dimension)
        return facing(dimension.axis) if round?(dimension)

        along = along(dimension)
        FIRST.find { |p| Geometry::Vec.dot(p.normal, along).abs < SQUARE } ||
          FIRST.min_by { |p| Geometry::Vec.dot(p.normal, along).abs }
      end

      # Has it an axis that one looks along?
      def round?(dimension)
        return false unless dimension.axis
        return true if %i[diameter pitch_circle radius angle].include?(dimension.kind)

        dimension.mark? && Geometry::Vec.distance(dimension.from, dimension.to) > 1e-9
      end

      # The plane nearest to facing along an axis.
      def facing(axis) = FIRST.max_by { |p| Geometry::Vec.dot(p.normal, axis).abs.round(6) }

      # The direction that must lie in the plane: of a distance its own, of a mark on a flat face that face's normal.
      def along(dimension)
        way = Geometry::Vec.sub(dimension.to, dimension.from)
        return Geometry::Vec.unit(way) if Geometry::Vec.length(way) > 1e-9

        dimension.axis || [0.0, 0.0, 1.0]
      end
      private_class_method :round?, :facing, :along
    end
  end
end
