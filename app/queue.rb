# frozen_string_literal: true

require 'delayed_job_active_record'

module App
  # The durable queue of long work, on the application's database (delayed_job). Workers are processes of their own
  # (bin/worker); a job whose worker was killed is taken up again.
  module Queue
    Delayed::Worker.max_run_time = 20 * 60
    Delayed::Worker.sleep_delay = 1
    Delayed::Worker.destroy_failed_jobs = true
    Delayed::Worker.logger = Logger.new(File::NULL)

    module_function

    # Puts a job on the queue for a run; gives the run.
    def start(kind, label, items: [], total: items.size)
      run = Records::Run.create!(kind: kind, label: label, items: JSON.generate(items), total: total)
      Delayed::Job.enqueue(yield(run))
      run
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
      Delayed::Worker.new(quiet: true).start
    end
  end
end
