# frozen_string_literal: true

module App
  module Jobs
    # Reads an uploaded file that was kept under its digest; progress goes in hundredths.
    ImportJob = Struct.new(:run_id, :digest, :filename, :note, :model_id) do
      def perform
        run = Records::Run.find(run_id)
        return if run.over?

        run.update!(state: 'running', total: 100)
        revision = Actions::ImportModel.call(Files.read(digest), filename, note: note, model: model_id && Records::Model.find(model_id), progress: told(run))
        run.update!(state: 'done', done: 100, href: "/models/#{revision.model.slug}")
      rescue Nockplane::Error => e
        run.update!(state: 'failed', reason: e.message)
      end

      def max_attempts = 3

      private

      # Writes hundredths as they come; a run that is to stop stops here.
      def told(run)
        lambda do |share|
          now = (share * 95).floor
          next if now <= run.done

          run.reload
          raise Refused, 'Stopped by hand; nothing was kept.' if run.stop_wanted

          run.update!(done: now)
        end
      end
    end
  end
end
