# frozen_string_literal: true

module Nockplane
  module Products
    # Ribs of a part that a plane along them leaves without lining (SEC-42): the body is lined as if they were absent.
    module Ribs
      TYPE = 'rib'
      # Cosine within which a plane runs along a rib's sides (which may lean a little).
      ALONG = 0.99

      module_function

      # Ids of the ribs of a recipe that planes with some normals cut lengthwise: with their mirrored and repeated ones,
      # as far as all of them lie so. solid: of its model.
      def lengthwise(recipe, solid, normals)
        faces = solid.faces
        recipe
          .features
          .select { |f| f['type'] == TYPE }
          .map { |f| f['id'] }
          .select do |id|
            ids = family(recipe, id)
            sides = faces.select { |f| f.name.match?(%r{\A(#{Regexp.union(ids)})[\w.\[\]]*/side\.left\d}) }
            !sides.empty? && sides.all? { |f| normals.all? { |n| along?(f.surface, n) } }
          end
      end

      # Recipe without some ribs and what is mirrored or repeated of them.
      def without(recipe, ids)
        ids.flat_map { |id| family(recipe, id) }.uniq.reduce(recipe) { |r, id| r.switched_off(id) }
      end

      # A rib and the features that are made of nothing but it.
      def family(recipe, id)
        recipe
          .features
          .each_with_object([id]) do |f, found|
            of = Array(f['of'])
            found << f['id'] if !of.empty? && (of - found).empty?
          end
      end

      def along?(surface, normal)
        surface.plane? && Geometry::Vec.dot(surface.normal_at(surface.origin), Geometry::Vec.unit(normal)).abs > ALONG
      end
    end
  end
end
