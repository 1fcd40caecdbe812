# frozen_string_literal: true

require 'open3'
require 'tmpdir'

module App
  class Backup
    # The database of a PostgreSQL server (DATABASE_URL), copied and put back by its own programs, pg_dump, pg_restore
    # and psql.
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

      # The tables of a folder's copy in place of all that is there, in one transaction: all of it, or nothing. (Those
      # of a later version go, too: else the next upgrade would find them.) What was there is copied into the data
      # folder first, which is then moved aside.
      def put_back(folder, data)
        copy(nil, data) if File.directory?(data)
        dump = File.join(folder, NAME)
        Dir.mktmpdir do |work|
          anew, tables = %w[anew.sql tables.sql].map { |name| File.join(work, name) }
          File.write(anew, 'DROP SCHEMA public CASCADE; CREATE SCHEMA public;')
          run('pg_restore', '--no-owner', "--file=#{tables}", dump)
          run('psql', '-q', '-1', '-v', 'ON_ERROR_STOP=1', '-f', anew, '-f', tables, @url)
        end
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
