# frozen_string_literal: true

module App
  # Who asks, and what they may do: for routes and views.
  module PeopleHelpers
    # Records::PersonSession of whoever asks; nil of nobody.
    def person_session
      return @person_session if defined?(@person_session)

      @person_session = session[:person] && People.seen(session[:person])
    end

    def person = person_session&.person
    def policy = @policy ||= Policy.new(person, any: people?)

    # Are there people at all? (Asked once a request.)
    def people?
      @people = !person_session.nil? || People.any? if @people.nil?
      @people
    end

    def may?(action, thing = nil) = policy.may?(action, thing)

    # Lets a request in, in the name of the person; sends those away who are not logged in, and refuses what they may
    # not. A route without a rule is nobody's.
    def entrance
      Acting.begin(person&.name)
      action = Rules.action(request.request_method, request.path_info)
      return if action == :open || !people?

      admitted(action)
    end

    # What may be posted to and what not, for the page's script: [[path with :names, why not or nil], ...], exact ones
    # before wide ones.
    def posting
      Rules
        .ordered
        .select { |rule| rule.verb == 'POST' }
        .map { |rule| [rule.pattern.to_s, (policy.refusal(rule.action) unless may?(rule.action))] }
    end

    def remember(token)
      session.clear
      request.env['rack.session.options'][:renew] = true
      session[:person] = token
    end

    private

    def admitted(action)
      return log_in_first unless policy.known?
      raise Refused.new('There is nothing here.', status: 404) unless action
      return if policy.may?(action)

      # (Readers begin where there is something for them.)
      redirect '/packets' if request.path_info == '/' && request.get?
      raise Refused.new(policy.refusal(action), status: 403)
    end

    def log_in_first
      off = session[:person] && People.switched_off(session[:person])
      if off
        raise Refused.new(
          "#{off.name}, you were switched off by a lead. What you did until now is kept; this was not done.",
                status: 403
        )
      end
      if wants_json? || !request.get?
        raise Refused.new('You are logged out; log in again. What you typed is still here.', status: 401)
      end

      to = request.fullpath == '/' ? '' : "?to=#{Rack::Utils.escape(request.fullpath)}"
      redirect "/log-in#{to}"
    end
  end
end
