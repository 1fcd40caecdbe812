# frozen_string_literal: true

module App
  # People of the office: while there are none, whoever reaches this machine works as the lead; once there are, everyone
  # logs in.
  module People
    # Of bcrypt; 4 in tests.
    COST = ENV['RACK_ENV'] == 'test' ? 4 : 11
    SHORTEST = 10
    # Bytes, above which bcrypt does not look.
    LONGEST = 72
    NAME = 1..40
    DAY = 24 * 60 * 60
    INVITED = 7 * DAY
    # A session ends after so long, and when nobody came for so long.
    SESSION = 30 * DAY
    IDLE = 3 * DAY
    # Wrong passwords before the next is kept waiting, seconds then, doubled each time up to the longest.
    FREE = 5
    WAIT = 5
    LONGEST_WAIT = 900
    LOOPBACK = %w[127.0.0.1 ::1 localhost].freeze

    module_function

    def any? = Records::Person.exists?

    # A server that others can reach needs people. Raises Refused.
    def guard(bind)
      return if LOOPBACK.include?(bind.to_s) || any?

      raise Refused,
            "A server at #{bind} can be reached from elsewhere and there are no people yet. Start it at 127.0.0.1 " \
              'and make the lead there, or run: bin/nockplane person NAME --role lead'
    end

    # The first lead. Raises Refused, also for the second of two at once.
    def found(name, password) = create(name, password, 'lead', founder: 1)

    # Raises Refused.
    def create(name, password, role, founder: nil)
      given = checked(name)
      sound(password)
      raise Refused, "There is no role “#{role}”; use #{Policy::ROLES.join(', ')}." unless Policy::ROLES.include?(role)
      raise Refused, "The name #{given} is taken, or looks like one that is." if Records::Person.named(given)

      Records::Person.create!(
        name: given,
        name_key: NameKey.of(given),
        password: password,
        role: role,
        founder: founder
      )
    rescue ActiveRecord::RecordNotUnique
      raise Refused.new(
        founder ? 'Somebody became the lead meanwhile; log in.' : "#{given} was taken meanwhile.",
              status: 409
      )
    end

    # A name without spaces about it. Raises Refused.
    def checked(name)
      given = name.to_s.unicode_normalize(:nfkc).gsub(/\s+/, ' ').strip
      sound =
        NAME.cover?(given.length) && given.match?(/\A[\p{L}\p{N}][\p{L}\p{M}\p{N} .'’-]*\z/) && NameKey.of(given) != ''
      return given if sound

      raise Refused, "A name has 1 to #{NAME.max} letters: letters, digits, spaces, points and hyphens."
    end

    def sound(password)
      text = password.to_s
      raise Refused, "A password has at least #{SHORTEST} letters." if text.length < SHORTEST
      raise Refused, "A password has at most #{LONGEST} bytes." if text.bytesize > LONGEST
    end

    # Token of a new session. The same words for a wrong name and a wrong password. Raises Refused.
    def log_in(name, password, about: '', now: Time.now)
      person = Records::Person.named(name)
      waited(person, now)
      right = person ? person.password?(password) : dummy(password)
      unless right && person && !person.off?
        wrong(person, now) if person
        raise Refused.new('That name and password do not go together.', status: 401)
      end

      person.update!(failures: 0, wait_until: nil)
      begin_session(person, about: about, now: now)
    end

    def begin_session(person, about: '', now: Time.now)
      token = SecureRandom.urlsafe_base64(32)
      person.person_sessions.where('ends_at <= ?', now).delete_all
      person.person_sessions.create!(
        token_digest: Records::PersonSession.digest(token),
        about: about.to_s[0, 120],
        seen_at: now,
        ends_at: now + IDLE
      )
      token
    end

    # The Records::PersonSession of a token, seen now; it goes on for a while from then, up to its longest.
    def seen(token, now: Time.now)
      session = Records::PersonSession.of(token, now: now) or return
      if now - session.seen_at > 60
        session.update_columns(seen_at: now, ends_at: [now + IDLE, session.created_at + SESSION].min)
      end
      session
    end

    # The Records::Person whose session a token was before they were switched off; nil for none.
    def switched_off(token)
      found = Records::PersonSession.includes(:person).find_by(token_digest: Records::PersonSession.digest(token))
      found&.person if found&.person&.off?
    end

    # Raises Refused while somebody is kept waiting.
    def waited(person, now)
      left = person&.wait_until ? (person.wait_until - now).ceil : 0
      return unless left.positive?

      raise Refused.new("Too many wrong passwords; try again in #{left} seconds.", status: 429)
    end

    def wrong(person, now)
      count = person.failures + 1
      over = count - FREE
      wait = over.negative? ? nil : now + [WAIT * (2**over), LONGEST_WAIT].min
      person.update!(failures: count, wait_until: wait)
    end

    # As long as a password that is there.
    def dummy(password)
      @dummy ||= BCrypt::Password.create('nobody', cost: COST)
      @dummy.is_password?(password.to_s) && false
    end

    # Link token of a new invitation; renews: Records::Person who gets a new password by it, nil for somebody new.
    # Raises Refused.
    def invite(role, by, now: Time.now, renews: nil)
      raise Refused, "There is no role “#{role}”; use #{Policy::ROLES.join(', ')}." unless Policy::ROLES.include?(role)

      token = SecureRandom.urlsafe_base64(24)
      digest = Records::PersonSession.digest(token)
      Records::Invitation.create!(
        token_digest: digest,
        role: role,
        made_by: by,
        ends_at: now + INVITED,
        renews: renews&.id
      )
      token
    end

    # The person who takes an invitation; it is used once. Raises Refused.
    def accept(token, name, password)
      Records::Person.transaction do
        invitation = Records::Invitation.open(token)
        invitation.lock!
        raise Refused.new('This link was used already.', status: 410) if invitation.person_id

        person = invitation.renews ? renew(invitation.renews, password) : create(name, password, invitation.role)
        person.tap { |made| invitation.update!(person: made) }
      end
    end

    # The person of an id with a new password; their sessions end. Raises Refused.
    def renew(id, password)
      sound(password)
      person = Records::Person.at(id)
      person.update!(password: password, failures: 0, wait_until: nil)
      end_sessions(person)
      person
    end

    # Switches somebody off, or on again: nothing they began goes on, and nobody is let in by their sessions, which stay
    # only so that they can be told why. The last lead stays. Raises Refused.
    def switch(person, on:, now: Time.now)
      last_lead(person) unless on
      person.update!(off_at: on ? nil : now)
      Actions::StopRun.of(person) unless on
    end

    # Ends the sessions of a person, or one of them (id).
    def end_sessions(person, only: nil)
      list = person.person_sessions
      (only ? list.where(id: only) : list).delete_all
    end

    # What a lead lets others do, or no longer (Policy::ALLOWANCES). Raises Refused.
    def allow(name, given)
      raise Refused, 'There is nothing like that to allow.' unless Policy::ALLOWANCES.key?(name)

      given ? Records::Allowance.find_or_create_by!(name: name) : Records::Allowance.where(name: name).delete_all
    end

    # Raises Refused.
    def give_role(person, role)
      raise Refused, "There is no role “#{role}”; use #{Policy::ROLES.join(', ')}." unless Policy::ROLES.include?(role)

      last_lead(person) unless role == 'lead'
      person.update!(role: role)
      Actions::StopRun.of(person)
    end

    def last_lead(person)
      return unless person.lead? && Records::Person.where(role: 'lead', off_at: nil).where.not(id: person.id).none?

      raise Refused, "#{person.name} is the last lead; make somebody else a lead first."
    end

    # A new password; all other sessions end. keep: the session it was given in. Raises Refused.
    def change_password(person, old, new, keep: nil)
      raise Refused, 'The password of now is not right.' unless person.password?(old)

      sound(new)
      person.update!(password: new)
      person.person_sessions.where.not(id: keep).delete_all
    end
  end
end
