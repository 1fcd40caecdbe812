# frozen_string_literal: true

module App
  module Commands
    # Issues a drawing of the data folder and lays its packet into a folder.
    class Issue
      # name: number or address of the drawing. Raises Refused, Nockplane::Error; nothing is issued where the folder
      # can't take the files.
      def self.call(name, folder, reason:, by:, waiver:, marked: false)
        drawing = Records::Drawing.find_by(number: name) || Records::Drawing.find_by(slug: name) or
          raise Nockplane::Error, "there is no drawing '#{name}' in the data folder"
        room(folder)
        packet = Actions::IssueDrawing.call(drawing, reason: reason, by: by, waiver: waiver, marked: marked) { |_| }
        lay(packet, folder)
        {
          out: folder,
          number: packet.number,
          revision: packet.letter,
          issued_at: packet.issued_at.utc.iso8601,
          files: packet.listing.map { |f| f.slice('name', 'bytes', 'digest') },
          zip: "#{packet.stem}.zip",
          digest: packet.digest,
          findings: packet.told.map { |kind, words| "#{kind}: #{words}" }
        }
      end

      def self.room(folder)
        FileUtils.mkdir_p(folder)
        raise Nockplane::Error, "#{folder}: is no folder" unless File.directory?(folder)
        raise Nockplane::Error, "#{folder}: holds files already; name an empty folder" if Dir.children(folder).any?
      end

      def self.lay(packet, folder)
        packet.listing.each { |f| File.binwrite(File.join(folder, f['name']), PacketStore.read(f['digest'])) }
        File.binwrite(File.join(folder, "#{packet.stem}.zip"), PacketStore.read(packet.digest))
      end
      private_class_method :room, :lay
    end
  end
end
