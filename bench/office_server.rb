# frozen_string_literal: true

require 'net/http'
require_relative 'postgres'

# An office on several processes: web servers and workers that share a PostgreSQL server and a data folder, as machines
# would. Plain Ruby, no JIT. The block of #inside runs in a process that has the application loaded, on that database.
class OfficeServer
  ROOT = File.expand_path('..', __dir__)

  attr_reader :postgres, :data, :ports

  # webs: how many web servers, of a process each.
  def initialize(webs: 2)
    @postgres = BenchPostgres.new
    @data = Dir.mktmpdir('nockplane-office')
    @ports = Array.new(webs) { |i| 4760 + i }
    @workers = []
    @webs = []
    at_exit { stop }
  end

  # What the block gives, as text, from a process with the application loaded.
  def inside(script)
    read, write = IO.pipe
    pid =
      Process.spawn(
        environment,
        'bundle',
        'exec',
        'ruby',
        '-r./config/application',
        '-',
        chdir: ROOT,
        in: text(script),
        out: write
      )
    write.close
    answer = read.read
    Process.wait(pid)
    $?.success? or abort "#{script[0, 200]}: #{answer}"
    answer
  end

  def open_webs
    @webs =
      @ports.map do |port|
        run({ 'PORT' => port.to_s, 'NOCKPLANE_PROCESSES' => '1' }, 'puma', '-C', 'config/puma.rb', 'config.ru')
      end
    @ports.each { |port| sleep 0.2 until up?(port) }
  end

  # So many workers, which do what is on the queue.
  def workers(count)
    @workers.pop.then { |pid| kill(pid, 'TERM') } while @workers.size > count
    @workers << run({}, 'bin/worker', '--queue-only') while @workers.size < count
  end

  # Kills one of the workers without a word; another takes its place at once.
  def kill_worker(index)
    kill(@workers[index], 'KILL')
    @workers[index] = run({}, 'bin/worker', '--queue-only')
  end

  # Workers that have ended by themselves are started again, as systemd does.
  def mend_workers
    @workers.map! { |pid| Process.wait(pid, Process::WNOHANG) ? run({}, 'bin/worker', '--queue-only') : pid }
  end

  def up?(port)
    Net::HTTP.get_response('127.0.0.1', '/log-in', port).code.to_i < 500
  rescue SystemCallError, IOError, Timeout::Error
    false
  end

  private

  def environment
    {
      'NOCKPLANE_DATA' => @data,
      'DATABASE_URL' => @postgres.url,
      'RACK_ENV' => 'production',
      'MALLOC_ARENA_MAX' => '2',
      'BUNDLE_PATH' => File.join(ROOT, 'vendor/bundle'),
      'BUNDLE_WITH' => 'postgres',
      'NOCKPLANE_NO_YJIT' => '1'
    }
  end

  def text(script)
    read, write = IO.pipe
    write.write(script)
    write.close
    read
  end

  def run(more, *command)
    Process.spawn(
      environment.merge(more),
      'bundle',
      'exec',
      *command,
      chdir: ROOT,
      out: File::NULL,
      err: File::NULL,
      pgroup: true
    )
  end

  def kill(pid, signal)
    Process.kill(signal, -pid)
    Process.wait(pid)
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  end

  def stop
    (@workers + @webs).each { |pid| kill(pid, 'TERM') }
    FileUtils.rm_rf(@data)
  end
end
