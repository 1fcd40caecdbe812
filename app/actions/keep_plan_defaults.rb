# frozen_string_literal: true

module App
  module Actions
    # Keeps the values that tolerance plans by rule go by, under a name.
    module KeepPlanDefaults
      # defaults: plain data of Planning::Tolerances::Defaults. Raises Refused.
      def self.call(name, defaults)
        name = name.to_s.strip
        raise Refused, 'Give the values a name of at most 60 letters.' unless name.length.between?(1, 60)
        if name.casecmp?(Records::PlanDefaults::USUAL)
          raise Refused, "“#{Records::PlanDefaults::USUAL}” are the values that ship with it; choose another name."
        end

        made = Nockplane::Planning::Tolerances::Defaults.from(defaults.to_h)
        Records::PlanDefaults.find_or_initialize_by(name: name).update!(chosen: JSON.generate(made.plain))
      end
    end
  end
end
