# frozen_string_literal: true

module App
  module Jobs
    # Builds every variant of a family that is not known yet.
    BuildsJob =
      Struct.new(:model_id) do
        def perform
          model = Records::Model.find_by(id: model_id) or return
          Families.work_out(model)
        end

        def max_attempts = 3
      end
  end
end
