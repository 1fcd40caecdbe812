# frozen_string_literal: true

require 'zlib'

module Nockplane
  module Formats
    # The chunks of a PNG file (ISO/IEC 15948): only those that make the picture, and how much they unpack to, asked
    # before a decoder unpacks anything.
    module PngChunks
      SIGNATURE = "\x89PNG\r\n\x1A\n".b.freeze
      KEPT = %w[IHDR PLTE tRNS IDAT IEND].freeze

      module_function

      # [[name, data], ...] of the picture, one head; nil when a chunk is cut off.
      def of(bytes)
        found = []
        at = SIGNATURE.bytesize
        while at < bytes.bytesize
          length = bytes[at, 4].unpack1('N')
          return nil if length.nil? || bytes.bytesize < at + 12 + length

          name = bytes[at + 4, 4]
          found << [name, bytes[at + 8, length]] if KEPT.include?(name)
          at += 12 + length
        end
        found.count { |name, _| name == 'IHDR' } == 1 ? found : nil
      end

      # A file of these chunks.
      def file(chunks)
        SIGNATURE +
          chunks.map { |name, data| [data.bytesize].pack('N') + name + data + [Zlib.crc32(name + data)].pack('N') }.join
      end

      # Do the pixels unpack to at most so many bytes? Raises Zlib::Error.
      def unpack_within?(chunks, most)
        inflater = Zlib::Inflate.new
        total = 0
        inflater.inflate(chunks.select { |name, _| name == 'IDAT' }.map(&:last).join) do |part|
          return false if (total += part.bytesize) > most
        end
        true
      ensure
        inflater&.close
      end
    end
  end
end
