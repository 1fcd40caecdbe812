# frozen_string_literal: true

require 'fileutils'
require 'net/http'
require 'sqlite3'
require 'tmpdir'

# A server and a worker of a bench's own, on the demo data in a folder of its own; both end with the bench. Plain Ruby,
# no JIT.
class BenchServer
  ROOT = File.expand_path('..', __dir__)
  COMMANDS = { web: ['puma', '-C', 'config/puma.rb', 'config.ru'], worker: ['bin/worker'] }.freeze

  # As bin/demo has it.
  HEAP = File.read(File.join(ROOT, 'bin/demo')).scan(/(RUBY_GC_\w+)=(\d+)/).to_h

  attr_reader :data, :port

  # Comes back when the server answers. name: of the folder; port: of 127.0.0.1.
  def initialize(name, port)
    @port = port
    @data = Dir.mktmpdir("nockplane-#{name}")
    @environment = {
      'NOCKPLANE_DATA' => @data, 'PORT' => port.to_s, 'RACK_ENV' => 'production', 'MALLOC_ARENA_MAX' => '2',
      'BUNDLE_PATH' => File.join(ROOT, 'vendor/bundle'), 'NOCKPLANE_NO_YJIT' => '1', **HEAP
    }
    load_demo
    @processes = COMMANDS.transform_values { |command| run(*command) }
    at_exit { stop }
    sleep 0.2 until well?
  end

  # Comes back when no job waits any more.
  def quiet = (sleep 0.5 until value('SELECT COUNT(*) FROM delayed_jobs').zero?)

  # Kills :web or :worker with all its processes, without a word, and starts it again.
  def kill(which)
    Process.kill('KILL', -@processes[which])
    Process.wait(@processes[which])
    @processes[which] = run(*COMMANDS[which])
  end

  # First value of a query of the database.
  def value(sql, *given)
    database = SQLite3::Database.new(File.join(@data, 'nockplane.sqlite3'), readonly: true)
    database.busy_timeout = 5000
    database.get_first_value(sql, given)
  ensure
    database&.close
  end

  # Those of some texts that do not stand on a drawing as it is stored.
  def missing(drawing, words)
    text = value('SELECT document FROM drawings WHERE slug = ?', drawing)
    words.reject { |w| text.include?(w.to_json) }
  end

  # Bytes that the processes of :web or :worker hold in memory, shared ones counted once for each.
  def memory(which)
    all = `ps -eo pid=,ppid=,rss=`.lines.map { |line| line.split.map(&:to_i) }
    family = [@processes[which]]
    all.sort.each { |pid, parent, _| family << pid if family.include?(parent) }
    all.sum { |pid, _, rss| family.include?(pid) ? rss * 1024 : 0 }
  end

  def well?
    Net::HTTP.get_response('127.0.0.1', '/up', @port).code == '200'
  rescue SystemCallError, IOError
    false
  end

  private

  def load_demo
    command = ['bundle', 'exec', 'ruby', '-r./config/application', '-e', 'App::Demo.load']
    system(@environment, *command, chdir: ROOT) or abort 'the demo data could not be loaded'
  end

  def run(*command)
    Process.spawn(@environment, 'bundle', 'exec', *command, chdir: ROOT, out: File::NULL, err: File::NULL, pgroup: true)
  end

  def stop
    @processes.each_value { |pid| Process.kill('TERM', pid) }
    @processes.each_value { |pid| Process.wait(pid) }
    FileUtils.rm_rf(@data)
  end
end
