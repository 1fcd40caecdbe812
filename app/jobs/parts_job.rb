# frozen_string_literal: true

module App
  module Jobs
    # Models that are parts of a file follow its new revision.
    PartsJob =
      Struct.new(:revision_id) do
        def perform
          revision = Records::Revision.find_by(id: revision_id)
          Actions::FollowFile.call(revision) if revision
        end

        def max_attempts = 3
      end
  end
end
