# frozen_string_literal: true

module App
  module Jobs
    # Assemblies follow a model's latest revision (model_id), or one assembly catches up with its components
    # (assembly_id).
    FollowJob = Struct.new(:model_id, :assembly_id) do
      def perform
        return Actions::FollowComponents.call(Records::Model.find(assembly_id)) if assembly_id

        model = Records::Model.find_by(id: model_id) or return
        Aftermath.following(model).each { |assembly| Actions::FollowComponents.call(assembly, cause: model.latest) }
      end

      def max_attempts = 5
    end
  end
end
