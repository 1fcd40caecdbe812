# frozen_string_literal: true

module App
  module Routes
    # The tolerance plan of a part: made by rule, corrected, kept as a revision. While it is being made it stands with
    # the browser; nothing is written until it is kept.
    module Plans
      def self.registered(app)
        app.helpers do
          # What came of a request to a plan (Heavy.plan).
          define_method(:planned) do |model, data|
            revision = model.latest
            subject = Nockplane::Products::Subject.new(model.id, revision.number)
            names = Nockplane::Linking::FaceWords.in(Workshop.source, subject)
            found = Apart.run('The plan', :plan, revision.recipe, data, names)
            raise Refused, found[:refused] if found[:refused]

            found
          end
        end
        show(app)
        change(app)
      end

      def self.show(app)
        app.get '/models/:slug/plan' do
          model = Records::Model.at(params['slug'])
          shown = Presenters::ModelPage.new(model, nil)
          raise Refused, shown.fault if shown.fault
          raise Refused, 'An assembly has no tolerance plan of its own; plan its parts.' if shown.assembly?

          plan = Nockplane::Modelling::TolerancePlan.of(model.latest.recipe)
          found = planned(model, { 'do' => 'show', 'plan' => plan && JSON.generate(plan.to_h) })
          character = (plan || Nockplane::Planning::Tolerances::Part.new(shown.built)).character
          page(
            :plan,
            title: "Tolerance plan of #{model.name}",
            current: :models,
            shown: shown,
            found: found,
            character: character,
            choices: Records::PlanDefaults.all_named
          )
        end
      end

      def self.change(app)
        app.post '/models/:slug/plan' do
          model = Records::Model.at(params['slug'])
          found = planned(model, body_json)
          json plan: found[:plan],
               told: found[:told],
               states: found[:shown].states,
               marks: found[:shown].marks,
               planes: found[:shown].planes,
               letter: found[:shown].next_letter,
               part: part(:_plan, shown: found[:shown])
        end

        # Faces in one plane with one that was picked.
        app.get '/models/:slug/plan/coplanar' do
          model = Records::Model.at(params['slug'])
          json faces: Presenters::PlanRequest.new(model.latest.recipe, {}).coplanar(params['face'])
        end

        app.post '/models/:slug/plan/keep' do
          model = Records::Model.at(params['slug'])
          data = body_json
          revision =
            Actions::KeepPlan.call(
              model,
              Presenters::PlanRequest.read(data['plan']),
              note: data['note'],
              base: data['base']&.to_i,
              author: who
            )
          tell "Revision #{revision.number} of #{model.name} is kept with its tolerance plan."
          json revision: revision.number, href: "/models/#{model.slug}/plan"
        end

        app.post '/plan-defaults' do
          data = body_json
          Actions::KeepPlanDefaults.call(data['name'], data['defaults'])
          json told: "The values are kept as “#{data['name'].to_s.strip}”.", names: Records::PlanDefaults.all_named
        end
      end
    end
  end
end
