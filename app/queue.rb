# frozen_string_literal: true

require 'delayed_job_active_record'

module App
  # The durable queue of long work, on the application's database (delayed_job). Workers are processes of their own
  # (bin/worker); a job whose worker was killed is taken up again.
  module Queue
    Delayed::Worker.max_run_time = 20 * 60
    Delayed::Worker.sleep_delay = 0.5
    Delayed::Worker.destroy_failed_jobs = true
    Delayed::Worker.logger = Logger.new(File::NULL)
    Delayed::Worker.plugins << JobCare

    module_function

    # Puts a job on the queue for a run; gives the run.
    def start(kind, label, items: [], total: items.size)
      run = Records::Run.create!(kind: kind, label: label, items: JSON.generate(items), total: total)
      Delayed::Job.enqueue(yield(run))
      run
    end

    # Puts a job on the queue unless one of that key waits there already. Lower priorities go first; after: seconds that
    # it is left there at least.
    def once(key, job, priority: 5, after: 0)
      return if waiting?(key)

      Delayed::Job.enqueue(job, queue: key, priority: priority, run_at: Time.now + after)
    end

    # Does a job of that key wait for a worker?
    def waiting?(key) = Delayed::Job.exists?(queue: key, locked_at: nil)

    # Is a job of that key waiting or being worked on?
    def under_way?(key) = Delayed::Job.exists?(queue: key)

    # Leaves work to a worker unless it is done (the block says); true while it is not.
    def left_to_worker?(key, job, priority: 6)
      return false if yield

      once(key, job, priority: priority) unless under_way?(key)
      !yield
    end

    # Frees jobs of workers that are no more: of this machine by their process, and any that have not said that they
    # live for a while.
    def revive(now: Time.now)
      living = Records::Worker.living(now: now).pluck(:name)
      Delayed::Job
        .where.not(locked_by: nil)
        .find_each { |job| job.update_columns(locked_by: nil, locked_at: nil) if gone?(job, living, now) }
    end

    def gone?(job, living, now)
      here = job.locked_by.include?("host:#{Socket.gethostname} ")
      return true if here && !alive?(job.locked_by[/pid:(\d+)/, 1].to_i)

      known =
        living.any? { |name| job.locked_by.include?(name) } || (here && job.locked_by.include?("pid:#{Process.pid}"))
      !known && job.locked_at && now - job.locked_at > Records::Worker::SILENT
    end

    # Says every few seconds that this worker lives, and takes over what dead ones left.
    def beat(every: 5)
      name = "host:#{Socket.gethostname} pid:#{Process.pid}"
      loop do
        Records::Worker.beat(name)
        revive
        Database.release
        sleep every
      rescue ActiveRecord::ActiveRecordError => e
        Log.trouble("worker: #{e.message}") # somebody else was writing for long: said again in a moment
        sleep every
      end
    end

    def alive?(pid)
      Process.kill(0, pid)
      true
    rescue Errno::ESRCH, RangeError
      false
    rescue Errno::EPERM
      true
    end

    # Works through what waits, now, in this process; gives how many jobs were done.
    def work_off = Delayed::Worker.new(quiet: true).work_off.sum

    # Priorities of what somebody waits for: runs with a page, assemblies that follow.
    WAITED_FOR = 2

    # Works until told to stop (a worker process); most: only jobs up to this priority.
    def work(most = nil)
      revive
      unless most
        Aftermath.overdue
        Actions::ThrowAway.empty
      end
      Delayed::Worker.new(quiet: true, max_priority: most).start
    end
  end
end
