# frozen_string_literal: true

module App
  module Records
    # A session of a person, known by the digest of its token. about: the browser, in words.
    class PersonSession < ActiveRecord::Base
      belongs_to :person, class_name: 'App::Records::Person'

      def self.digest(token) = Digest::SHA256.hexdigest(token.to_s)

      # The living one of a token; nil of none, of one that ended, and of a person who is switched off.
      def self.of(token, now: Time.now)
        return if token.to_s.empty?

        found = eager_load(:person).find_by(token_digest: digest(token))
        found if found && found.ends_at > now && !found.person.off?
      end
    end
  end
end
