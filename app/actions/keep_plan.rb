# frozen_string_literal: true

module App
  module Actions
    # Keeps a tolerance plan with its part, as the next revision.
    module KeepPlan
      # plan: Modelling::TolerancePlan, nil for none; base: number of the revision it was made on. Returns the Revision.
      def self.call(model, plan, note: nil, base: nil, author: Acting.now)
        plan ||= Nockplane::Modelling::TolerancePlan.new({})
        note = note.to_s.strip
        ReviseModel.call(
          model,
          plan.in(model.latest.recipe),
          note: note.empty? ? words(plan) : note,
          base: base,
          author: author
        )
      end

      def self.words(plan) =
        plan.empty? ? 'tolerance plan taken away' : "tolerance plan, #{plan.statements.size} statements"
      private_class_method :words
    end
  end
end
