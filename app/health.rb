# frozen_string_literal: true

module App
  # Is all well that the application rests on? What /up tells.
  module Health
    module_function

    # { "database" => "well" or what is wrong, ... }
    def report
      {
        'database' => database,
        'data folder' => folder(App.data_folder),
        'worker' => worker,
        'intake' => folder(Intake.folder)
      }
    end

    def well?(report) = report.each_value.all?('well')

    # It answers, is whole as far as a glance tells, and lets somebody write.
    def database
      ActiveRecord::Base.transaction { ActiveRecord::Base.connection.execute('SELECT COUNT(*) FROM models') }
      'well'
    rescue ActiveRecord::ActiveRecordError, SQLite3::Exception => e
      "does not answer: #{e.message[0, 200]}"
    end

    def folder(path)
      probe = File.join(path, ".up-#{Process.pid}")
      File.write(probe, 'x')
      File.delete(probe)
      'well'
    rescue SystemCallError => e
      "nothing can be written: #{e.message[0, 200]}"
    end

    def worker
      return 'well' if Records::Worker.living.exists?

      last = Records::Worker.maximum(:beat_at)
      "none is running#{last ? "; the last one was there at #{last.utc.iso8601}" : ''}. Start bin/worker."
    rescue ActiveRecord::ActiveRecordError
      'not known while the database does not answer'
    end
  end
end
