# frozen_string_literal: true

module Nockplane
  module Formats
    # Binary STL of a solid's mesh, in mm: 80 bytes of heading, the count, and 50 bytes for every triangle.
    module Stl
      module_function

      def write(solid)
        triangles = solid.facets.flat_map { |f| Solids::Triangulator.triangles(solid, f).map { |t| [f, t] } }
        out = 'Nockplane, millimetres'.ljust(80).b << [triangles.size].pack('L<')
        triangles.each { |f, t| out << [*f.normal, *t.flat_map { |i| solid.point(i) }].pack('e12') << "\0\0" }
        out
      end
    end
  end
end
