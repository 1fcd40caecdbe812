# frozen_string_literal: true

module Nockplane
  module Drawings
    # What components that are shown simplified go without: tangent edges, bores with their centre lines, and threads.
    class Simplifying
      TURNED = %i[cylinder cone torus].freeze

      # shown: ShownModel.
      def initialize(shown)
        @shown = shown
        @simple = shown.looks.each_value.select(&:simple?).to_h { |look| [look.component, true] }
        @bores = {}
      end

      # Is a face one of a simplified component's?
      def simple?(face) = !@simple.empty? && @simple.key?(Views::PartLook.of_face(face))

      # Is a stroke of a simplified component one that it goes without?
      def fine?(stroke) = stroke.kind == :smooth || stroke.faces.any? { |face| bore?(face) }

      # Does an axis belong to nothing but bores of simplified components?
      def fine_axis?(axis) = axis.faces.all? { |face| simple?(face) && bore?(face) }

      private

      # Is a face the wall of a bore: does it go all the way round (what is notched stays notched), its material away
      # from its axis?
      def bore?(name)
        return @bores[name] if @bores.key?(name)

        return @bores[name] = false unless full[name]

        facet = @shown.solid.facets_of(name).first
        surface = facet&.face&.surface
        @bores[name] = !surface.nil? && TURNED.include?(surface.kind) && inwards?(facet, surface)
      end

      def full = @full ||= @shown.whole_axes.flat_map(&:faces).to_h { |name| [name, true] }

      def inwards?(facet, surface)
        corner = facet.loops[0][0]
        point = @shown.solid.point(corner)
        away = Geometry::Vec.sub(point, surface.origin)
        axis = surface.axis
        out = Geometry::Vec.along(away, axis, -Geometry::Vec.dot(away, axis))
        Geometry::Vec.dot(@shown.solid.outward(facet, corner), out).negative?
      end
    end
  end
end
