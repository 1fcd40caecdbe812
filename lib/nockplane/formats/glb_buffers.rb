# frozen_string_literal: true

module Nockplane
  module Formats
    # The binary part of a glTF file (Glb): numbers one after another, and what tells a reader where each list is.
    class GlbBuffers
      FLOAT = 5126
      UNSIGNED = 5125
      ARRAY_BUFFER = 34_962
      ELEMENT_BUFFER = 34_963

      attr_reader :bytes, :views, :accessors

      def initialize
        @bytes = String.new(encoding: Encoding::BINARY)
        @views = []
        @accessors = []
      end

      # Number of the accessor of points or directions, flat [x, y, z, ...]; bounds: with least and greatest, as
      # positions need.
      def vectors(flat, bounds: false)
        packed = flat.pack('e*')
        accessor = { bufferView: view(packed, ARRAY_BUFFER), componentType: FLOAT, count: flat.size / 3, type: 'VEC3' }
        accessor.merge!(extent(packed)) if bounds
        add(accessor)
      end

      # Number of the accessor of whole numbers.
      def indices(list)
        add(
          {
            bufferView: view(list.pack('L<*'), ELEMENT_BUFFER),
            componentType: UNSIGNED,
            count: list.size,
            type: 'SCALAR'
          }
        )
      end

      private

      # Of the numbers as they are written, in single precision.
      def extent(packed)
        rows = packed.unpack('e*').each_slice(3).to_a.transpose
        { min: rows.map(&:min), max: rows.map(&:max) }
      end

      def add(accessor)
        @accessors << accessor
        @accessors.size - 1
      end

      def view(packed, target)
        @views << { buffer: 0, byteOffset: @bytes.bytesize, byteLength: packed.bytesize, target: target }
        @bytes << packed
        @views.size - 1
      end
    end
  end
end
