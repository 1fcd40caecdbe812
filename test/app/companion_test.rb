# frozen_string_literal: true

require 'app_helper'

# The second process of a worker, which takes only what somebody waits for.
class CompanionTest < AppTest
  def teardown
    @worker && Process.kill('KILL', -@worker)
  rescue Errno::ESRCH
    nil # gone already
  end

  def start
    out = File.join(App.data_folder, 'worker.out')
    plain = { 'NOCKPLANE_NO_YJIT' => '1' }
    @worker = Process.spawn(plain, RbConfig.ruby, 'bin/worker', %i[out err] => out, pgroup: true)
    Process.detach(@worker)
  end

  # Processes of the group that is started here: { pid => what it was started as }.
  def processes
    Dir['/proc/[0-9]*/stat'].each_with_object({}) do |path, all|
      pid = path[/\d+/].to_i
      group = File.read(path).rpartition(')')[2].split[2].to_i
      all[pid] = File.read("/proc/#{pid}/cmdline").tr("\0", ' ') if group == @worker
    rescue SystemCallError
      next # it ended meanwhile
    end
  end

  def for_people = processes.select { |_, said| said.include?('--for-people') }.keys

  # Stops processes, but not while one of them is writing to the database: nobody else could write then.
  def stop(pids)
    wait_until do
      pids.each { |pid| Process.kill('STOP', pid) }
      next true if writable?

      pids.each { |pid| Process.kill('CONT', pid) }
      false
    end
  end

  def writable?
    other = SQLite3::Database.new(ActiveRecord::Base.connection_db_config.database)
    other.busy_timeout = 200
    other.transaction(:immediate) { true }
  rescue SQLite3::BusyException
    false
  ensure
    other&.close
  end

  # (Beside other tests on a slow machine a worker takes half a minute to start.)
  def wait_until(seconds = 120)
    (seconds * 10).times { yield ? return : sleep(0.1) }
    flunk "it did not come to that in #{seconds} s: #{File.read(File.join(App.data_folder, 'worker.out'))}"
  end

  def test_it_does_what_somebody_waits_for_starts_again_and_ends_with_its_worker
    start
    wait_until { for_people.any? }
    first = for_people
    Process.kill('KILL', first[0])
    wait_until { for_people.any? && for_people != first }
    stop(processes.keys - for_people) # as good as busy for long
    App::Queue.once('ahead', App::Jobs::BuildsJob.new(0), priority: 8)
    run = App::Queue.start('copy', 'Somebody waits', total: 1) { |r| App::Jobs::ImportJob.new(r.id, '0', 'lid.step') }
    wait_until { run.reload.over? }
    # (What else waits there was found by the worker when it started.)
    assert_includes Delayed::Job.pluck(:queue), 'ahead'
    Process.kill('KILL', @worker)
    wait_until { processes.empty? }
  end
end
