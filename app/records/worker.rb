# frozen_string_literal: true

module App
  module Records
    # A worker process by the name that it locks jobs with, and when it last said that it lives.
    class Worker < ActiveRecord::Base
      # Seconds after which one that said nothing is taken for dead.
      SILENT = 20

      def self.beat(name, now: Time.now)
        upsert({ name: name, beat_at: now }, unique_by: :name)
        where('beat_at < ?', now - 86_400).delete_all
      end

      def self.living(now: Time.now) = where('beat_at >= ?', now - SILENT)
    end
  end
end
