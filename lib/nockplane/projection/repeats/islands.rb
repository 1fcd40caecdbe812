# frozen_string_literal: true

module Nockplane
  module Projection
    class Repeats
      # The small faces of a large part that hang together in the image and apart from others (a hole of a base plate,
      # a boss): their lines are told like those of a part of their own, once for all that are alike.
      module Islands
        module_function

        # [[index of a face, ...], ...]: faces by their facets (indices), most: mm of image that an island may be
        # across; images: { vertex => [x, y, depth] }.
        def of(solid, faces, images, most)
          vertices = faces.map { |list| list.flat_map { |f| solid.facets[f].loops.flatten }.uniq }
          small = faces.each_index.select { |k| fits?(vertices[k], images, most) }
          together(small, vertices).select { |group| fits?(group.flat_map { |k| vertices[k] }, images, most) }
        end

        def fits?(vertices, images, most)
          points = images.values_at(*vertices)
          [0, 1].all? { |c| points.map { |p| p[c] }.minmax.then { |from, to| to - from < most } }
        end

        # Faces that share a vertex, over others as well.
        def together(faces, vertices)
          group = {}
          at = {}
          faces.each do |k|
            met = vertices[k].filter_map { |v| at[v] }.map { |other| group[other] }.uniq(&:object_id)
            own = met.flatten << k
            own.each { |member| group[member] = own }
            vertices[k].each { |v| at[v] = k }
          end
          group.values.uniq(&:object_id).map(&:sort).sort
        end
        private_class_method :fits?, :together
      end
    end
  end
end
