# frozen_string_literal: true

module App
  # What a worker does every few minutes so that the data folder stays whole and small: a backup when one is due, and
  # away with what nothing needs any more.
  module Housekeeping
    module_function

    # (A disk that is full, say, must not end the worker.)
    def call
      [-> { Backup.on_schedule(App.data_folder) }, -> { Workshop.store.sweep }, -> { Files.sweep }].each do |chore|
        chore.call
      rescue Backup::Unusable, SystemCallError, ActiveRecord::ActiveRecordError => e
        Log.trouble("housekeeping: #{e.message}")
      end
    end
  end
end
