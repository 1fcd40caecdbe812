# frozen_string_literal: true

module App
  module Routes
    # Making drawings in bulk: one table of what will be made, then all of it at once.
    module SheetRuns
      def self.registered(app)
        app.get '/sheet-runs/new' do
          shown = Presenters::SheetRunPage.new(SheetRun.new(params['of'].to_s))
          page(:sheet_run, title: "Sheets of #{shown.run.words}", current: :board, shown: shown)
        end

        # A row's sheet as it would be: its picture, or that a worker is making it.
        app.post '/sheet-runs/preview' do
          plan = SheetPlan.from(body_json)
          raise Refused, 'Name one row.' unless plan.wanted.size == 1

          json SheetPreview.of(plan, plan.wanted[0])
        end

        app.post '/sheet-runs' do
          plan = SheetPlan.from(body_json)
          raise Refused, 'No row is ticked to be made.' if plan.wanted.empty?

          wrong = plan.wanted.filter_map { |w| plan.problem(w)&.then { |why| "#{plan.run.row(w.key).name}: #{why}" } }
          raise Refused, "Nothing was begun: #{wrong.first(4).join('; ')}." if wrong.any?

          json href: "/runs/#{Actions::StartSheets.call(plan).id}"
        end

        choices(app)
      end

      # Choices kept by name.
      def self.choices(app)
        app.post '/sheet-runs/choices' do
          data = body_json
          Actions::KeepChoices.call(data['name'], data)
          json kept: Presenters::SheetRunPage.kept
        end

        app.post '/sheet-runs/choices/remove' do
          Actions::KeepChoices.forget(body_json['name'].to_s)
          json kept: Presenters::SheetRunPage.kept
        end
      end
    end
  end
end
