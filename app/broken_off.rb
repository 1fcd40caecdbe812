# frozen_string_literal: true

require 'delayed_job_active_record'

module App
  # What becomes of a job that ended in a fault: the log has every one, and when it is given up the run that waits for
  # it says so, so that nobody waits for ever. A job that has a part of a run alone settles that part by #broke_off.
  class BrokenOff < Delayed::Plugin
    callbacks do |lifecycle|
      lifecycle.after(:error) { |_worker, job| Log.fault(job.error) if job.error }
      lifecycle.before(:failure) { |_worker, job| BrokenOff.tell(job) }
    end

    # Says on the run of a job that it broke off.
    def self.tell(job)
      work = job.payload_object
      run = work.respond_to?(:run_id) && work.run_id && Records::Run.find_by(id: work.run_id)
      return if !run || run.over?

      reason = "it broke off (#{(job.error || job).class}); begin it again, the log says more"
      work.respond_to?(:broke_off) ? work.broke_off(run, reason) : run.update!(state: 'failed', reason: reason)
    rescue Delayed::DeserializationError, ActiveRecord::ActiveRecordError => e
      Log.fault(e)
    end
  end
end
