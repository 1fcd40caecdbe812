# frozen_string_literal: true

module App
  # Imported files, kept under the digest of their bytes and never changed.
  module Files
    module_function

    def folder = File.join(App.data_folder, 'files')
    def path(digest) = File.join(folder, digest[0, 2], "#{digest}.step")

    # Keeps bytes; gives their digest.
    def put(bytes)
      digest = Digest::SHA256.hexdigest(bytes)
      return digest if File.exist?(path(digest))

      FileUtils.mkdir_p(File.dirname(path(digest)))
      temporary = "#{path(digest)}.#{SecureRandom.hex(4)}"
      File.open(temporary, 'wb') do |f|
        f.write(bytes)
        f.fsync
      end
      File.rename(temporary, path(digest))
      digest
    end

    def read(digest)
      File.binread(path(digest))
    rescue Errno::ENOENT
      raise Refused.new("The imported file #{digest[0, 12]} is no longer in the data folder; bring it back from a backup of #{folder}.", status: 500)
    end
  end
end
