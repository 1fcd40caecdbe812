# frozen_string_literal: true

module App
  module Jobs
    # Makes a packet of a model and issues it.
    IssueModelJob =
      Struct.new(:run_id, :model_id, :reason, :by, :waiver, :revision) do
        include Issuing
        const_set(:NOUN, 'model')

        private

        def found = Records::Model.find_by(id: model_id)

        def issue(model, &told)
          Actions::IssueModel.call(model, reason: reason, by: by, waiver: waiver, revision: revision, &told)
        end
      end
  end
end
