# frozen_string_literal: true

require 'sqlite3'

module App
  class Backup
    # The database of a data folder, copied by SQLite's own backup.
    class SqlitePart
      NAME = 'nockplane.sqlite3'

      def name = NAME

      # Why there is nothing to be copied, nil when there is.
      def missing(data)
        "there is no database in #{data}; is that the data folder?" unless File.exist?(File.join(data, NAME))
      end

      def copy(data, to)
        source = SQLite3::Database.new(File.join(data, NAME), readonly: true)
        target = SQLite3::Database.new(File.join(to, NAME))
        # All pages in one step: a reader of a database with a log keeps no writer out, and none can make it begin
        # again.
        copy = SQLite3::Backup.new(target, 'main', source, 'main')
        copy.step(-1)
        copy.finish
        target.execute('PRAGMA journal_mode = DELETE')
      ensure
        [source, target].compact.each(&:close)
      end

      # Is the copy whole, and every imported file there that it names? Raises Unusable.
      def check(folder)
        database = SQLite3::Database.new(File.join(folder, NAME), readonly: true)
        found = database.get_first_value('PRAGMA integrity_check')
        raise Unusable, "the database is damaged: #{found}" unless found == 'ok'

        lost = named(database).find { |d| !File.exist?(File.join(folder, 'files', d[0, 2], "#{d}.step")) }
        raise Unusable, "the imported file #{lost[0, 12]} that a revision names is not there" if lost
      rescue SQLite3::Exception => e
        raise Unusable, "the database can't be read: #{e.message}"
      ensure
        database&.close
      end

      # (The copy is the database, once it lies in the data folder.)
      def put_back(_folder, _data) = nil

      private

      def named(database)
        head = Nockplane::Modelling::ImportReference::HEAD
        texts = database.execute("SELECT recipe FROM revisions WHERE recipe LIKE '#{head}%'").flatten
        texts.map { |t| Nockplane::Modelling::ImportReference.parse(t).file }
      end
    end
  end
end
