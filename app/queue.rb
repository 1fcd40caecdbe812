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

    module_function

    # Puts a job on the queue for a run; gives the run.
    def start(kind, label, items: [], total: items.size)
      run = Records::Run.create!(kind: kind, label: label, items: JSON.generate(items), total: total)
      Delayed::Job.enqueue(yield(run))
      run
    end

    # Puts a job on the queue unless one of that key waits there already. Lower priorities go first.
    def once(key, job, priority: 5)
      return if waiting?(key)

      Delayed::Job.enqueue(job, queue: key, priority: priority)
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

    # Frees jobs whose worker on this machine is no longer alive; those of other machines after max_run_time.
    def revive
      Delayed::Job.where.not(locked_by: nil).find_each do |job|
        next unless job.locked_by.include?("host:#{Socket.gethostname} ")

        job.update_columns(locked_by: nil, locked_at: nil) unless alive?(job.locked_by[/pid:(\d+)/, 1].to_i)
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

    # Works until told to stop (a worker process).
    def work
      revive
      Aftermath.overdue
      Actions::ThrowAway.empty
      Delayed::Worker.new(quiet: true).start
    end
  end
end
