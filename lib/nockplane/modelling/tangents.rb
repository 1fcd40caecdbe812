# frozen_string_literal: true

module Nockplane
  module Modelling
    # Does a corner lie where a straight edge runs into an arc without a bend?
    module Tangents
      # mm and cosine within which a plane touches a cylinder.
      ON = 1e-4

      module_function

      # names: faces that meet at a place; index: Solids::Indexed: is one of them a cylinder that a plane touches?
      def at?(index, names)
        surfaces = names.filter_map { |n| index.face(n)&.surface }
        round, flat = surfaces.partition { |s| s.kind == :cylinder }
        planes = flat.select(&:plane?)
        round.product(planes).any? { |cylinder, plane| touch?(cylinder, plane) }
      end

      def touch?(cylinder, plane)
        return false unless Geometry::Vec.dot(Geometry::Vec.unit(cylinder.axis), plane.axis).abs < ON

        off = Geometry::Vec.dot(Geometry::Vec.sub(cylinder.origin, plane.origin), Geometry::Vec.unit(plane.axis))
        (off.abs - cylinder.radius).abs < ON
      end
    end
  end
end
