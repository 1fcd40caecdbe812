# frozen_string_literal: true

module Nockplane
  module Formats
    # glTF 2.0 binary of a model: one mesh primitive per face (so that a pick tells the face) and one line primitive for the
    # edges; names of faces in order in extras.faces. Metres by the standard, so mm are scaled on the node; glTF is Y up.
    class Glb
      FLOAT = 5126
      UNSIGNED = 5125
      ARRAY_BUFFER = 34_962
      ELEMENT_BUFFER = 34_963
      # Model (x, y, z) in mm with Z up to glTF metres with Y up.
      NODE_MATRIX = [0.001, 0, 0, 0, 0, 0, -0.001, 0, 0, 0.001, 0, 0, 0, 0, 0, 1].freeze

      # colours: { face name => [r, g, b] from 0 to 1 (sRGB) } of faces that have one of their own.
      def self.write(solid, edge_set: Projection::EdgeSet.new(solid), colours: {}) = new(solid, edge_set, colours).write

      def initialize(solid, edge_set, colours)
        @solid = solid
        @colours = colours
        @shades = colours.values.uniq
        @set = edge_set
        @binary = String.new(encoding: Encoding::BINARY)
        @views = []
        @accessors = []
      end

      # Bytes of the .glb file.
      def write
        primitives = faces.map { |name, facets| primitive(name, facets) }
        json = document(primitives, edge_primitive)
        pack(JSON.generate(json))
      end

      private

      def faces = @solid.facets.each_index.group_by { |i| @solid.facets[i].face.name }

      def document(primitives, edges)
        { asset: { version: '2.0', generator: 'Nockplane' }, scene: 0, scenes: [{ nodes: [0] }], buffers: [{ byteLength: @binary.bytesize }],
          nodes: [{ name: 'part', matrix: NODE_MATRIX, children: [1, 2] }, { name: 'faces', mesh: 0 }, { name: 'edges', mesh: 1 }],
          meshes: [{ name: 'faces', primitives: primitives, extras: { faces: faces.keys } }, { name: 'edges', primitives: [edges] }],
          materials: [{ name: 'part', pbrMetallicRoughness: { baseColorFactor: [0.72, 0.76, 0.78, 1.0], metallicFactor: 0.1, roughnessFactor: 0.7 } },
                      { name: 'edge', pbrMetallicRoughness: { baseColorFactor: [0.11, 0.17, 0.23, 1.0], metallicFactor: 0.0, roughnessFactor: 1.0 } }, *shades],
          bufferViews: @views, accessors: @accessors }
      end

      # A material for every colour, in the linear light that glTF counts in.
      def shades
        @shades.each_with_index.map do |rgb, i|
          linear = rgb.map { |c| (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055)**2.4).round(5) }
          { name: "colour #{i + 1}", pbrMetallicRoughness: { baseColorFactor: [*linear, 1.0], metallicFactor: 0.1, roughnessFactor: 0.6 } }
        end
      end

      def primitive(name, ids)
        positions = []
        normals = []
        index = {}
        triangles = ids.flat_map do |i|
          facet = @solid.facets[i]
          Solids::Triangulator.triangles(@solid, facet).flatten.map do |v|
            normal = normal(facet, v)
            index[[v, facet.face.surface.plane? ? 0 : normal.map { |c| c.round(3) }]] ||= (positions.concat(@solid.point(v)) && normals.concat(normal) && (positions.size / 3) - 1)
          end
        end
        { attributes: { POSITION: vectors(positions, bounds: true), NORMAL: vectors(normals) }, indices: indices(triangles), material: (shade = @colours[name]) ? 2 + @shades.index(shade) : 0 }
      end

      def normal(facet, vertex)
        return facet.normal if facet.face.surface.plane?

        n = facet.face.surface.normal_at(@solid.point(vertex))
        d = Geometry::Vec.dot(n, facet.normal)
        d.negative? ? Geometry::Vec.neg(n) : n
      end

      def edge_primitive
        edges = @set.edges.reject { |e| e.kind == :inner }
        points = edges.flat_map { |e| [@solid.point(e.a), @solid.point(e.b)] }.flatten
        points = [0.0] * 6 if points.empty?
        { attributes: { POSITION: vectors(points, bounds: true) }, mode: 1, material: 1 }
      end

      def vectors(flat, bounds: false)
        rows = flat.each_slice(3).map { |r| r.pack('e3').unpack('e3') }
        accessor = { bufferView: view(flat.pack('e*'), ARRAY_BUFFER), componentType: FLOAT, count: rows.size, type: 'VEC3' }
        accessor.merge!(min: rows.transpose.map(&:min), max: rows.transpose.map(&:max)) if bounds
        @accessors << accessor
        @accessors.size - 1
      end

      def indices(list)
        @accessors << { bufferView: view(list.pack('L<*'), ELEMENT_BUFFER), componentType: UNSIGNED, count: list.size, type: 'SCALAR' }
        @accessors.size - 1
      end

      def view(bytes, target)
        @views << { buffer: 0, byteOffset: @binary.bytesize, byteLength: bytes.bytesize, target: target }
        @binary << bytes
        @views.size - 1
      end

      def pack(json)
        json += ' ' * (-json.bytesize % 4)
        @binary << ("\0" * (-@binary.bytesize % 4))
        total = 12 + 8 + json.bytesize + 8 + @binary.bytesize
        ['glTF', 2, total, json.bytesize, 'JSON'].pack('a4L<L<L<a4') + json.b + [@binary.bytesize, "BIN\0"].pack('L<a4') + @binary
      end
    end
  end
end
