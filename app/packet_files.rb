# frozen_string_literal: true

require 'zip'

module App
  # Making the files of a packet: who includes it has @time, #numbers, { key of a characteristic => its number }, and
  # #entries, [[name, media type, what it is in words, -> bytes], ...].
  module PacketFiles
    FORMAT = 'packet/1'
    MANIFEST = 'manifest.json'

    # Names of what will be in it, in words: [[name, what it is], ...].
    def contents = entries.map { |name, _, words, _| [name, words] } << [MANIFEST, 'digests of all']

    # [{ name:, kind:, bytes:, digest: }] as kept in the store, without the manifest; yields before each with its name.
    def files
      entries.map do |name, kind, _, make|
        yield name
        bytes = make.call.b
        { name: name, kind: kind, bytes: bytes.bytesize, digest: PacketStore.put(bytes) }
      end
    end

    # The manifest of files, and the zip of all: its digest. Yields before with the manifest's name.
    def close(files, about)
      yield MANIFEST
      manifest =
        JSON.pretty_generate(
          nockplane: FORMAT,
          **about,
          issued_at: @time.utc.iso8601,
          files: files.map { |f| f.slice(:name, :kind, :bytes, :digest) }
        )
      last = {
        name: MANIFEST,
        kind: 'application/json',
        bytes: manifest.bytesize,
        digest: PacketStore.put(manifest)
      }
      [[*files, last], PacketStore.put(zipped([*files, last]))]
    end

    private

    # (Times of entries are the issue's, so that the same packet has the same digest wherever it is zipped.)
    def zipped(files)
      Zip::OutputStream
        .write_buffer do |out|
          files.each do |f|
            entry = Zip::Entry.new(nil, f[:name], time: Zip::DOSTime.at(@time.to_i))
            out.put_next_entry(entry)
            out.write(PacketStore.read(f[:digest]))
          end
        end
        .string
    end
  end
end
