# frozen_string_literal: true

require 'digest'
require 'fileutils'
require 'json'
require 'time'

module App
  # Whole copies of a data folder, made while people work: the database by its own means (never file by file, which may
  # catch database and log at different moments), then the files by their digests, checked, with a manifest of all that
  # is in it. The cache can be made again and is left out.
  class Backup
    MANIFEST = 'manifest.json'
    FORMAT = 'backup/1'
    # Besides the database: what is copied as it is.
    PARTS = %w[files packets intake designer.json session.key].freeze
    # A backup that can't be made or used, in words.
    class Unusable < Nockplane::Error
    end

    class << self
      # Copies a data folder to a new folder; gives the manifest. Raises Unusable.
      def make(data, to, time: Time.now)
        raise Unusable, "#{to} exists already; name a folder that does not" if File.exist?(to)

        missing = database.missing(data)
        raise Unusable, missing if missing

        temporary = "#{to}.being-made"
        FileUtils.rm_rf(temporary)
        FileUtils.mkdir_p(temporary)
        database.copy(data, temporary)
        PARTS.each { |part| copy_part(data, temporary, part) }
        manifest = { 'nockplane' => FORMAT, 'made' => time.utc.iso8601, 'files' => listing(temporary) }
        File.write(File.join(temporary, MANIFEST), JSON.pretty_generate(manifest))
        check(temporary)
        File.rename(temporary, to)
        manifest
      ensure
        FileUtils.rm_rf(temporary) if temporary && File.exist?(temporary)
      end

      # Puts a backup in place of a data folder; what was there is moved aside. Gives where to, nil when nothing was.
      # Raises Unusable.
      def restore(from, data, time: Time.now)
        check(from)
        aside = File.exist?(data) ? "#{data}.before-#{time.strftime('%Y%m%d-%H%M%S')}" : nil
        fresh = "#{data}.being-restored"
        FileUtils.rm_rf(fresh)
        FileUtils.mkdir_p(fresh)
        (Dir.children(from) - [MANIFEST]).each { |name| FileUtils.cp_r(File.join(from, name), fresh) }
        database.put_back(fresh, data) # (when that fails nothing is moved)
        File.rename(data, aside) if aside
        File.rename(fresh, data)
        aside
      end

      # Is every file there as the manifest has it, the database whole, and every imported file that it names? Raises
      # Unusable.
      def check(folder)
        manifest = JSON.parse(File.read(File.join(folder, MANIFEST)))
        unless manifest['nockplane'] == FORMAT
          raise Unusable, "#{folder} is a #{manifest['nockplane'].inspect}, not a #{FORMAT}"
        end

        wrong =
          manifest['files'].find do |path, digest|
            !File.file?(File.join(folder, path)) || Digest::SHA256.file(File.join(folder, path)).hexdigest != digest
          end
        raise Unusable, "#{wrong[0]} is missing or is not as it was when the backup was made" if wrong

        unless manifest['files'].key?(database.name)
          raise Unusable, "#{folder} has no #{database.name}: it is of another kind of database; see DATABASE_URL"
        end

        database.check(folder)
        manifest
      rescue Errno::ENOENT, JSON::ParserError
        raise Unusable, "#{folder} is no backup: it has no readable #{MANIFEST}"
      end

      # The backups of a data folder made on schedule, oldest first.
      def kept(data) = Dir[File.join(data, 'backups', 'auto-*')].select { |d| File.exist?(File.join(d, MANIFEST)) }.sort

      # Makes one when the latest is older than so many hours, and keeps the latest few. Gives its folder, nil when none
      # was due.
      def on_schedule(
        data,
        now: Time.now,
        hours: ENV.fetch('NOCKPLANE_BACKUP_HOURS', 24).to_f,
        keep: ENV.fetch('NOCKPLANE_BACKUPS', 7).to_i
      )
        return nil unless hours.positive? && keep.positive?

        latest = kept(data).last
        return nil if latest && now - File.mtime(File.join(latest, MANIFEST)) < hours * 3600

        folder = File.join(data, 'backups', "auto-#{now.strftime('%Y%m%d-%H%M%S')}")
        make(data, folder, time: now)
        kept(data)[0...-keep].each { |old| FileUtils.rm_rf(old) }
        folder
      end

      # SqlitePart or ServerPart: how the database that is used now is copied.
      def database
        url = ENV.fetch('DATABASE_URL', '')
        url.start_with?('postgres') ? ServerPart.new(url) : SqlitePart.new
      end

      private

      # A file, or a folder file by file: what is moved away meanwhile (a file half written, one set aside) is passed
      # over. Files that the database names are never moved, and are checked afterwards.
      def copy_part(data, to, part)
        files =
          (
            if File.directory?(File.join(data, part))
              Dir.glob('**/*', File::FNM_DOTMATCH, base: File.join(data, part)).map { |f| File.join(part, f) }
            else
              [part]
            end
          )
        files.each do |path|
          next unless File.file?(File.join(data, path))

          FileUtils.mkdir_p(File.dirname(File.join(to, path)))
          FileUtils.cp(File.join(data, path), File.join(to, path), preserve: true)
        rescue Errno::ENOENT
          next
        end
      end

      # { path => SHA-256 } of all files.
      def listing(folder)
        Dir[File.join(folder, '**', '*')]
          .select { |f| File.file?(f) }
          .sort
          .to_h { |f| [f.delete_prefix("#{folder}/"), Digest::SHA256.file(f).hexdigest] }
      end
    end
  end
end
