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
      return digest if there?(digest)

      FileUtils.mkdir_p(File.dirname(path(digest)))
      temporary = "#{path(digest)}.#{SecureRandom.hex(4)}"
      File.open(temporary, 'wb') do |f|
        f.write(bytes)
        f.fsync
      end
      File.rename(temporary, path(digest))
      digest
    ensure
      FileUtils.rm_f(temporary) if temporary # what a full disk left of it
    end

    # Is it there? Then its age counts from now, so that it isn't swept before somebody names it.
    def there?(digest)
      File.utime(nil, nil, path(digest))
      true
    rescue Errno::ENOENT
      false
    end

    # Seconds that a file nothing names is kept: whoever brought it may still be asked about it.
    UNNAMED = 24 * 3600

    # Deletes files that no revision, question, run or job names, in any table. Gives how many.
    def sweep(now: Time.now)
      old =
        Dir
          .glob('*/*.step', base: folder)
          .map { |name| File.join(folder, name) }
          .select { |path| now - File.mtime(path) > UNNAMED }
      old.reject { |path| named?(File.basename(path, '.step')) }.each { |path| File.delete(path) }.size
    end

    # Does any text of the database name a digest? (Asked of all tables, so that a table to come is not forgotten.)
    def named?(digest)
      connection = ActiveRecord::Base.connection
      connection.tables.any? do |table|
        connection
          .columns(table)
          .select { |c| %i[string text].include?(c.type) }
          .any? do |column|
            connection.select_value(
              "SELECT 1 FROM #{connection.quote_table_name(table)} WHERE " \
                "#{connection.quote_column_name(column.name)} LIKE #{connection.quote("%#{digest}%")} LIMIT 1"
            )
          end
      end
    end

    def read(digest)
      File.binread(path(digest))
    rescue Errno::ENOENT
      raise Refused.new(
        "The imported file #{digest[0, 12]} is no longer in the data folder; bring it back from a backup of " \
          "#{folder}.",
              status: 500
      )
    end
  end
end
