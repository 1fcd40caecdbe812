# frozen_string_literal: true

module App
  module Records
    # A link by which somebody becomes a person of a role, once.
    class Invitation < ActiveRecord::Base
      belongs_to :person, class_name: 'App::Records::Person', optional: true

      # The one of a link that can still be used. Raises Refused with the reason.
      def self.open(token, now: Time.now)
        found = find_by(token_digest: PersonSession.digest(token))
        raise Refused.new('This link leads nowhere; ask for a new one.', status: 404) unless found
        raise Refused.new('This link was used already; log in, or ask for a new one.', status: 410) if found.person_id
        raise Refused.new('This link has run out; ask for a new one.', status: 410) if found.ends_at <= now

        found
      end
    end
  end
end
