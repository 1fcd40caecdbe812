# frozen_string_literal: true

require 'fileutils'
require 'net/http'
require 'sqlite3'
require 'tmpdir'

# A server and a worker of a bench's own, on the demo data in a folder of its own; both end with the bench. Plain Ruby, no JIT.
class BenchServer
  ROOT = File.expand_path('..', __dir__)

  attr_reader :data, :port

  # Comes back when the server answers. name: of the folder; port: of 127.0.0.1.
  def initialize(name, port)
    @port = port
    @data = Dir.mktmpdir("nockplane-#{name}")
    @environment = {
      'NOCKPLANE_DATA' => @data, 'PORT' => port.to_s, 'RACK_ENV' => 'production',
      'BUNDLE_PATH' => File.join(ROOT, 'vendor/bundle'), 'NOCKPLANE_NO_YJIT' => '1'
    }
    load_demo
    @processes = [run('puma', '-C', 'config/puma.rb', 'config.ru'), run('bin/worker')]
    at_exit { stop }
    sleep 0.2 until well?
  end

  # Comes back when no job waits any more.
  def quiet
    sleep 0.5 until jobs.zero?
  end

  private

  def jobs
    database = SQLite3::Database.new(File.join(@data, 'nockplane.sqlite3'), readonly: true)
    database.get_first_value('SELECT COUNT(*) FROM delayed_jobs')
  ensure
    database&.close
  end

  def load_demo
    command = ['bundle', 'exec', 'ruby', '-r./config/application', '-e', 'App::Demo.load']
    system(@environment, *command, chdir: ROOT) or abort 'the demo data could not be loaded'
  end

  def run(*command)
    Process.spawn(@environment, 'bundle', 'exec', *command, chdir: ROOT, out: File::NULL, err: File::NULL)
  end

  def well?
    Net::HTTP.get_response('127.0.0.1', '/up', @port).code == '200'
  rescue SystemCallError
    false
  end

  def stop
    @processes.each { |pid| Process.kill('TERM', pid) }
    @processes.each { |pid| Process.wait(pid) }
    FileUtils.rm_rf(@data)
  end
end
