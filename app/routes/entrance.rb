# frozen_string_literal: true

module App
  module Routes
    # The first lead, logging in and out, invitations, one's own page.
    module Entrance
      def self.registered(app)
        first(app)
        log_in(app)
        invitations(app)
        own(app)
      end

      # While there is nobody: who makes the lead works on this machine.
      def self.first(app)
        app.get '/first' do
          redirect '/' if People.any?
          page(:first, title: 'The first lead', current: nil, given: {})
        end

        app.post '/first' do
          raise Refused.new('There is a lead already; log in.', status: 409) if People.any?

          lead = People.found(params['name'], params['password'])
          remember(People.begin_session(lead, about: browser))
          tell "You are #{lead.name}, the lead. Everybody logs in from now on; invite the others here."
          redirect '/people'
        end
      end

      def self.log_in(app)
        app.helpers do
          # The browser that asks, in a few words.
          define_method(:browser) do
            agent = request.user_agent.to_s
            name = agent[/(Firefox|Edg|Chrome|Safari)/] || 'a program'
            "#{name}#{agent[/\((?:[^;)]*; )?([^;)]+)/, 1]&.then { |s| " on #{s}" }}"
          end
          # Only places of our own.
          define_method(:place_after) do
            to = params['to'].to_s
            to.match?(%r{\A/(?![/\\])}) ? to : '/'
          end
        end

        app.get '/log-in' do
          redirect '/first' unless People.any?
          redirect place_after if person
          page(:log_in, title: 'Log in', current: nil, to: params['to'].to_s, problem: nil, name: '')
        end

        app.post '/log-in' do
          remember(People.log_in(params['name'], params['password'], about: browser))
          redirect place_after
        rescue Refused => e
          refused(e.message)
          status e.status
          page(
            :log_in,
            title: 'Log in',
            current: nil,
            to: params['to'].to_s,
            problem: e.message,
            name: params['name'].to_s
          )
        end

        app.post '/log-out' do
          People.end_sessions(person, only: person_session.id) if person
          session.clear
          redirect '/log-in'
        end
      end

      def self.invitations(app)
        app.get '/invitations/:token' do
          page(
            :invitation,
            title: 'Your invitation',
            current: nil,
            invitation: Records::Invitation.open(params['token']),
            problem: nil
          )
        end

        app.post '/invitations/:token' do
          made = People.accept(params['token'], params['name'], params['password'])
          remember(People.begin_session(made, about: browser))
          tell "Welcome, #{made.name}."
          redirect '/'
        rescue Refused => e
          raise if e.status != 422

          status 422
          invitation = Records::Invitation.open(params['token'])
          page(:invitation, title: 'Your invitation', current: nil, invitation: invitation, problem: e.message)
        end
      end

      def self.own(app)
        app.get '/me' do
          raise Refused.new('Nobody logs in here yet.', status: 404) unless person

          page(:me, title: person.name, current: :me, sessions: person.person_sessions.order(seen_at: :desc).to_a)
        end

        app.post '/me/password' do
          People.change_password(person, params['old'].to_s, params['new'].to_s, keep: person_session.id)
          tell 'Your password is changed; your other sessions have ended.'
          redirect '/me'
        end

        app.post '/me/sessions/:id/end' do
          People.end_sessions(person, only: params['id'].to_i)
          redirect '/me'
        end
      end
    end
  end
end
