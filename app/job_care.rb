# frozen_string_literal: true

require 'delayed_job_active_record'

module App
  # What becomes of a job that ended in a fault: the log has every one, and when it is given up the run that waits for
  # it says so, so that nobody waits for ever. A job that has a part of a run alone settles that part by #broke_off.
  class JobCare < Delayed::Plugin
    callbacks do |lifecycle|
      lifecycle.around(:invoke_job) do |job, *more, &work|
        Acting.as(JobCare.run(job)&.author) { work.call(job, *more) }
      end
      lifecycle.after(:error) { |_worker, job| Log.fault(job.error) if job.error }
      lifecycle.before(:failure) { |_worker, job| JobCare.tell(job) }
    end

    # The Records::Run that a job works for, nil for none.
    def self.run(job)
      work = job.payload_object
      work.respond_to?(:run_id) && work.run_id ? Records::Run.find_by(id: work.run_id) : nil
    rescue Delayed::DeserializationError
      nil
    end

    # Says on the run of a job that it broke off.
    def self.tell(job)
      run = run(job)
      return if !run || run.over?

      work = job.payload_object
      reason =
        Outage.reason(job.error) || "it broke off (#{(job.error || job).class}); begin it again, the log says more"
      work.respond_to?(:broke_off) ? work.broke_off(run, reason) : run.update!(state: 'failed', reason: reason)
    rescue ActiveRecord::ActiveRecordError => e
      Log.fault(e)
    end
  end
end
