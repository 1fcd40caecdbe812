# frozen_string_literal: true

module App
  module Routes
    # People of the office, for the lead: invited, given a role, switched off; what others may do besides.
    module Persons
      def self.registered(app)
        app.get '/people' do
          redirect '/first' unless People.any?
          page(:people, title: 'People', current: :people, link: nil, **Persons.shown)
        end

        # (A link is shown once: only its digest is kept.)
        app.helpers do
          define_method(:with_link) do |token|
            link = "#{request.base_url}/invitations/#{token}"
            page(:people, title: 'People', current: :people, link: link, **Persons.shown)
          end
        end

        app.post('/people/invite') { with_link(People.invite(params['role'].to_s, who)) }

        app.post '/people/:id/renew' do
          found = Records::Person.at(params['id'])
          raise Refused, "#{found.name} is switched off; switch them on first." if found.off?

          with_link(People.invite(found.role, who, renews: found))
        end

        app.post '/people/allow' do
          People.allow(params['name'], params['on'] == 'yes')
          redirect '/people'
        end

        changes(app)
      end

      def self.shown
        {
          people: Records::Person.order(:name).includes(:person_sessions).to_a,
          invitations: Records::Invitation.where(person_id: nil).where('ends_at > ?', Time.now).order(:ends_at).to_a,
          allowed: Records::Allowance.pluck(:name)
        }
      end

      def self.changes(app)
        app.helpers do
          define_method(:other_person) do
            found = Records::Person.at(params['id'])
            raise Refused, 'Somebody else does that to you.' unless policy.may?(:people, found)

            found
          end
        end

        app.post '/people/:id/role' do
          other_person.then { |p| People.give_role(p, params['role'].to_s) && tell("#{p.name} is a #{p.role} now.") }
          redirect '/people'
        end

        app.post '/people/:id/switch' do
          found = other_person
          People.switch(found, on: params['on'] == 'yes')
          tell(
            found.off? ? "#{found.name} is switched off; their work stays theirs." : "#{found.name} may log in again."
          )
          redirect '/people'
        end

        app.post '/people/:id/end-sessions' do
          found = Records::Person.at(params['id'])
          People.end_sessions(found)
          tell "All sessions of #{found.name} have ended."
          redirect '/people'
        end
      end
    end
  end
end
