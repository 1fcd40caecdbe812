# frozen_string_literal: true

module App
  module Actions
    # A file of the intake folder that was refused is seen and no longer listed.
    module SettleIntake
      def self.call(id) = Records::IntakeFile.find_by(id: id)&.update!(state: 'settled')
    end
  end
end
