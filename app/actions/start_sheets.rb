# frozen_string_literal: true

module App
  module Actions
    # Puts a sheet run on the queue: a job for each row.
    class StartSheets
      # plan: SheetPlan. Returns the Records::Run.
      def self.call(plan)
        items =
          plan.wanted.map do |w|
            { what: plan.run.row(w.key).then { |r| "#{r.number} #{r.name}".strip }, state: 'waiting' }
          end
        label = "Sheets of #{plan.run.words}: #{SheetRun::OUTPUTS[plan.output]}"
        Records::Run.transaction do
          run = Records::Run.create!(kind: 'sheets', label: label, items: JSON.generate(items), total: items.size)
          plan.wanted.each_with_index { |w, i| Delayed::Job.enqueue(Jobs::SheetJob.new(run.id, i, plan.only(w).plain)) }
          run
        end
      end
    end
  end
end
