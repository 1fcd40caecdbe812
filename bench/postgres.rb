# frozen_string_literal: true

require 'socket'
require 'tmpdir'
require 'fileutils'

# A PostgreSQL server of a bench's own (Debian's; bin/test-postgres installs it), in a folder that is thrown away. It
# syncs to the disk as a real one does.
class BenchPostgres
  attr_reader :port

  def initialize
    @programs = Dir['/usr/lib/postgresql/*/bin'].max or abort 'Install PostgreSQL first: bin/test-postgres does.'
    @folder = Dir.mktmpdir('nockplane-postgres')
    FileUtils.chown('postgres', nil, @folder) if Process.uid.zero?
    @port = TCPServer.open('127.0.0.1', 0) { |s| s.addr[1] }
    run("initdb -D #{@folder}/data -A trust -U nockplane")
    start
    run("createdb -h #{@folder} -p #{@port} -U nockplane nockplane")
    at_exit { throw_away }
  end

  def url = "postgresql://nockplane@127.0.0.1:#{@port}/nockplane"
  def start = run("pg_ctl -D #{@folder}/data -w -o '-p #{@port} -k #{@folder}' -l #{@folder}/log start")

  # Without a word to anybody: as when its machine goes away.
  def stop = run("pg_ctl -D #{@folder}/data -m immediate stop")

  # Rows of a query, a line each, values between "|".
  def query(sql)
    IO.popen(
      ["#{@programs}/psql", '-h', '127.0.0.1', '-p', @port.to_s, '-U', 'nockplane', '-At', '-c', sql, 'nockplane'],
      &:read
    ).lines(chomp: true)
  end

  private

  def run(command)
    whole = "#{@programs}/#{command}"
    # The server does not run as root.
    done = Process.uid.zero? ? system('su', 'postgres', '-c', whole, out: File::NULL) : system(whole, out: File::NULL)
    done or abort "#{command}: did not work"
  end

  def throw_away
    stop
    FileUtils.rm_rf(@folder)
  end
end
