# frozen_string_literal: true

module Nockplane
  module Formats
    # glTF 2.0 binary of a model: one mesh primitive per face (so that a pick tells the face) and one line primitive for
    # the edges; names of faces in order in extras.faces of the mesh. Parts that an assembly holds several times are
    # written once, with a node for every place; a node's name stands before the names of its faces. Where there would
    # be very many primitives, a part has one for each colour, and extras.triangles says how many triangles each face
    # has in it. Metres by the standard, so mm are scaled on the root node; glTF is Y up.
    class Glb
      # Model (x, y, z) in mm with Z up to glTF metres with Y up.
      ROOT_MATRIX = [0.001, 0, 0, 0, 0, 0, -0.001, 0, 0, 0.001, 0, 0, 0, 0, 0, 1].freeze
      # Faces on screen above which parts are not written face by face: each is a drawing call.
      MANY = 20_000

      # Bytes of the .glb file of a Modelling::Model.
      def self.write(model, edge_set: Projection::EdgeSet.new(model.solid))
        io = StringIO.new(String.new(encoding: Encoding::BINARY))
        new(model, edge_set).to(io)
        io.string
      end

      def initialize(model, edge_set)
        @solid = model.solid
        @colours = model.colours
        @shades = @colours.values.uniq
        @edges = edge_set.edges.reject { |e| e.kind == :inner }
        @placed = GlbParts.of(model)
        @buffers = GlbBuffers.new
      end

      # Writes the file to an IO.
      def to(out)
        meshes = @placed.map { |part| mesh(part) }
        json = JSON.generate(document(meshes))
        json += ' ' * (-json.bytesize % 4)
        binary = @buffers.bytes
        binary << ("\0" * (-binary.bytesize % 4))
        out.write(
          ['glTF', 2, 28 + json.bytesize + binary.bytesize, json.bytesize, 'JSON'].pack('a4L<L<L<a4'),
          json.b,
          [binary.bytesize, "BIN\0"].pack('L<a4'),
          binary
        )
      end

      private

      def document(meshes)
        nodes =
          @placed.each_with_index.flat_map do |part, i|
            part.places.map { |path, matrix| { name: path, mesh: i, matrix: matrix }.compact }
          end
        {
          asset: {
            version: '2.0',
            generator: 'Nockplane'
          },
          scene: 0,
          scenes: [{ nodes: [0] }],
          buffers: [{ byteLength: @buffers.bytes.bytesize + (-@buffers.bytes.bytesize % 4) }],
          nodes: [{ matrix: ROOT_MATRIX, children: (1..nodes.size).to_a }, *nodes],
          meshes: meshes,
          materials: materials,
          bufferViews: @buffers.views,
          accessors: @buffers.accessors
        }
      end

      def materials
        [material('part', [0.72, 0.76, 0.78], 0.1, 0.7), material('edge', [0.11, 0.17, 0.23], 0.0, 1.0),
         *@shades.each_with_index.map { |rgb, i| material("colour #{i + 1}", rgb.map { |c| linear(c) }, 0.1, 0.6) }]
      end

      def material(name, rgb, metal, rough)
        {
          name: name,
          pbrMetallicRoughness: {
            baseColorFactor: [*rgb, 1.0],
            metallicFactor: metal,
            roughnessFactor: rough
          }
        }
      end

      # The light that glTF counts in, of a part of an sRGB colour.
      def linear(part) = (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055)**2.4).round(5)

      def mesh(part)
        faces = part.facets.group_by { |i| @solid.facets[i].face.name }
        primitives, extras =
          many? ? merged(faces) : [faces.map { |name, facets| primitive([[name, facets]])[0] }, { faces: faces.keys }]
        extras[:faces] = extras[:faces].map { |name| part.local(name) }
        { name: part.name, primitives: [*primitives, edge_primitive(part)].compact, extras: extras }
      end

      def many? = faces_on_screen > MANY

      def faces_on_screen
        @faces_on_screen ||=
          @placed.sum { |part| part.places.size * part.facets.map { |i| @solid.facets[i].face.name }.uniq.size }
      end

      # [primitives, extras]: one primitive for each colour.
      def merged(faces)
        shades = faces.group_by { |name, _| @colours[name] }.values
        made = shades.map { |of_shade| primitive(of_shade) }
        [made.map(&:first), { faces: shades.flatten(1).map(&:first), triangles: made.map(&:last) }]
      end

      # [primitive, [triangles of each face]] of [[face name, facet ids], ...] of one colour.
      def primitive(faces)
        corners = GlbCorners.new(@solid)
        counts = faces.map { |_, facets| corners.add(facets) }
        shade = @colours[faces[0][0]]
        [
          {
            attributes: {
              POSITION: @buffers.vectors(corners.positions, bounds: true),
              NORMAL: @buffers.vectors(corners.normals)
            },
            indices: @buffers.indices(corners.triangles),
            material: shade ? 2 + @shades.index(shade) : 0
          },
          counts
        ]
      end

      # nil of a part without edges (a sphere, say).
      def edge_primitive(part)
        points = edges_of(part).flat_map { |e| [@solid.point(e.a), @solid.point(e.b)] }.flatten
        { attributes: { POSITION: @buffers.vectors(points, bounds: true) }, mode: 1, material: 1 } unless points.empty?
      end

      def edges_of(part)
        return @edges unless part.vertices

        @by_vertex ||= @edges.sort_by(&:a)
        from = @by_vertex.bsearch_index { |e| e.a >= part.vertices.begin } || @by_vertex.size
        to = @by_vertex.bsearch_index { |e| e.a >= part.vertices.end } || @by_vertex.size
        @by_vertex[from...to]
      end
    end
  end
end
