# frozen_string_literal: true

require 'openssl'

module App
  # The address of a person's feed: it opens that and nothing else, until their password changes.
  module FeedLink
    LENGTH = 32

    module_function

    def path(person) = "/feeds/#{person.id}/#{token(person)}.atom"
    def right?(person, given) = Rack::Utils.secure_compare(token(person), given.to_s)

    def token(person)
      said = "feed #{person.id} #{person.password_digest}"
      OpenSSL::HMAC.hexdigest('SHA256', SessionKey.read, said)[0, LENGTH]
    end
  end
end
