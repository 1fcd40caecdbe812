# frozen_string_literal: true

require 'open3'

module App
  class Backup
    # The database of a PostgreSQL server (DATABASE_URL), copied and put back by its own programs, pg_dump and
    # pg_restore.
    class ServerPart
      NAME = 'nockplane.dump'
      LACKING = 'install Debian\'s postgresql-client of the server\'s version'

      def initialize(url) = @url = url
      def name = NAME
      def missing(_data) = nil

      def copy(_data, to)
        run('pg_dump', '--format=custom', '--no-owner', "--file=#{File.join(to, NAME)}", "--dbname=#{@url}")
      end

      # Does the copy hold the tables? Raises Unusable.
      def check(folder)
        listed = run('pg_restore', '--list', File.join(folder, NAME))
        unless listed.include?('TABLE DATA public drawings')
          raise Unusable, 'the copy of the database holds no drawings'
        end
      end

      def put_back(data)
        dump = File.join(data, NAME)
        run('pg_restore', '--clean', '--if-exists', '--no-owner', '--single-transaction', "--dbname=#{@url}", dump)
        File.delete(dump)
      end

      private

      def run(program, *words)
        out, said, status = Open3.capture3(program, *words)
        # (An address with a password in it is not told on.)
        unless status.success?
          raise Unusable, "#{program} failed: #{said.lines.last.to_s.strip.gsub(@url, 'the server')}"
        end

        out
      rescue Errno::ENOENT
        raise Unusable, "#{program} is not here; #{LACKING}"
      end
    end
  end
end
