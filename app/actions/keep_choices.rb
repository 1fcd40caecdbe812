# frozen_string_literal: true

module App
  module Actions
    # Choices of sheet runs kept by name.
    module KeepChoices
      # data: as the page of a run sends them. Raises Refused.
      def self.call(name, data)
        name = name.to_s.strip
        raise Refused, 'Give the choices a name of at most 60 letters.' unless name.length.between?(1, 60)

        kept = { 'choices' => SheetPlan.choices_of(data['choices']).plain, 'output' => data['output'].to_s }
        Records::RunChoice.find_or_initialize_by(name: name).update!(choices: JSON.generate(kept))
      end

      def self.forget(name) = Records::RunChoice.where(name: name).delete_all
    end
  end
end
