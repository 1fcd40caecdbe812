# frozen_string_literal: true

module Nockplane
  module Solids
    # A wall that a feature shares with what was there before: a countersunk hole over a plain one of its diameter takes
    # away the sink alone. The wall that is there answers to both names.
    module SharedWalls
      module_function

      # The solid, of which cylinders answer to the names of those of tools that lie on them and have no facet in it,
      # where something else of the same instance has one. tools: [Solid]
      def named(solid, tools)
        names = solid.faces.flat_map(&:names).to_h { |n| [n, true] }
        present = names.keys.to_h { |n| [instance(n), true] }
        more = Hash.new { |h, name| h[name] = [] }
        tools.each do |tool|
          tool.faces.each do |face|
            next if face.surface.kind != :cylinder || names[face.name] || !present[instance(face.name)]

            home = home_of(solid, face, box(tool, face)) and more[home.name] << face.name
          end
        end
        more.empty? ? solid : aliased(solid, more)
      end

      # Name of the feature's instance that a face's name begins with.
      def instance(name) = name[%r{\A[^/~]*}]

      def home_of(solid, face, room)
        solid.faces.find do |f|
          f.surface.kind == :cylinder && f.surface.coincident?(face.surface) && overlap?(box(solid, f), room)
        end
      end

      # [x0, y0, z0, x1, y1, z1] of a face's facets.
      def box(solid, face)
        low, high = solid.facets_of(face.name).map(&:box).transpose.each_slice(3).to_a
        [*low.map(&:min), *high.map(&:max)]
      end

      def overlap?(one, two) = 3.times.all? { |k| [one[k], two[k]].max < [one[k + 3], two[k + 3]].min - 1e-6 }

      def aliased(solid, more)
        faces =
          Hash
            .new { |h, f| h[f] = more.key?(f.name) ? Face.new(f.name, f.surface, f.aliases + more[f.name]) : f }
            .compare_by_identity
        Solid.new(solid.xs, solid.ys, solid.zs, solid.facets.map { |f| f.with_face(faces[f.face]) })
      end
    end
  end
end
