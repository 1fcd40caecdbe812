# frozen_string_literal: true

module App
  # Files of packets, under the digest of their bytes: written once, read with a check.
  module PacketStore
    module_function

    def folder = File.join(App.data_folder, 'packets')
    def path(digest) = File.join(folder, digest[0, 2], digest)

    # Keeps bytes; gives their digest. Raises Refused when they can't be written.
    def put(bytes)
      digest = Digest::SHA256.hexdigest(bytes)
      return digest if File.exist?(path(digest))

      FileUtils.mkdir_p(File.dirname(path(digest)))
      SeriesPaper.whole(path(digest), bytes)
      digest
    rescue SystemCallError => e
      raise Refused, "The packet can't be written: #{e.message}. Nothing was issued."
    end

    # Bytes of a digest. Raises Refused when they are gone, or are no longer what was issued.
    def read(digest)
      bytes = File.binread(path(digest))
      return bytes if Digest::SHA256.hexdigest(bytes) == digest

      raise Refused.new(
        "A file of the packet was changed on the disk (#{digest[0, 12]}); bring it back from a backup.",
              status: 500
      )
    rescue Errno::ENOENT
      raise Refused.new("A file of the packet is gone (#{digest[0, 12]}); bring it back from a backup.", status: 500)
    end

    # Is what lies there still what was issued?
    def sound?(digest)
      File.exist?(path(digest)) && Digest::SHA256.file(path(digest)).hexdigest == digest
    end
  end
end
