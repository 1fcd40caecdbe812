# frozen_string_literal: true

module Nockplane
  module Modelling
    # The planes in a model's space that annotations lie in (ISO 16792): six at first, along the directions of the part,
    # named as the views that see them true; more along faces that its plan names, called as the face is. normal points
    # to who reads.
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
      # Cosine of half a degree: a direction of sight so near is square to a plane.
      SEEN = Math.cos(Math::PI / 360)

      module_function

      # Those of a Modelling::Model; of faces that are gone there is none.
      def of(model)
        chosen = model.plan ? model.plan.planes : []
        return BASE if chosen.empty?

        index = Solids::Indexed.of(model.solid)
        BASE + chosen.filter_map { |name| at_face(index, name) }
      end

      # The plane along a flat face, or square to the axis of a turned one; nil where there is no such face, or one
      # without a direction. index: Solids::Indexed.
      def at_face(index, name)
        face = index.standing(name)[0] or return
        normal = direction(index, face) or return
        Plane.new(name, normal, upward(normal))
      end

      # The one of some planes that a direction of sight (unit vector) is square to; nil where it is turned to all.
      def seen(planes, direction) = planes.find { |p| Geometry::Vec.dot(p.normal, direction) < -SEEN }

      # The plane that a model dimension lies in: the one that a person put it in, else the one that suits. planes: of
      # the model.
      def holding(model, dimension, planes = of(model))
        statement = model.plan&.statement(dimension.id.delete_prefix(Planned::PREFIX))
        planes.find { |p| p.name == statement&.plane } || suiting(dimension)
      end

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

      # From a flat face outwards; along an axis towards a reader in front, above or at the right.
      def direction(index, face)
        surface = face.surface
        return index.facets_of(face.name)[0].normal if surface.plane?
        return unless %i[cylinder cone torus].include?(surface.kind)

        axis = Geometry::Vec.unit(surface.axis)
        Geometry::Vec.dot(axis, [1.0, -1.0, 1.0]).negative? ? Geometry::Vec.neg(axis) : axis
      end

      # Up within a plane: the model's up as it is seen there, on level planes as on those from above and below.
      def upward(normal)
        return 0.0, normal[2].positive? ? 1.0 : -1.0, 0.0 if normal[2].abs > 1 - SQUARE

        Geometry::Vec.unit(Geometry::Vec.along([0.0, 0.0, 1.0], normal, -normal[2]))
      end
      private_class_method :round?, :facing, :along, :direction, :upward
    end
  end
end
