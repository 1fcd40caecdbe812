# frozen_string_literal: true

require 'bcrypt'

module App
  module Records
    # Somebody who logs in: by a name, that is told from others by People::NameKey, and a password. off_at: since when
    # they may not; what they did stays theirs.
    class Person < ActiveRecord::Base
      has_many :person_sessions, class_name: 'App::Records::PersonSession', dependent: :destroy

      def self.at(id) = find_by(id: id.to_i) || raise(Refused.new('There is no such person.', status: 404))
      def self.named(name) = find_by(name_key: People::NameKey.of(name))

      def password?(given) = BCrypt::Password.new(password_digest) == given.to_s

      def password=(given)
        self.password_digest = BCrypt::Password.create(given, cost: People::COST)
      end

      def off? = !off_at.nil?
      def lead? = role == 'lead'
    end
  end
end
