# frozen_string_literal: true

module App
  # Tells heavy work (Apart) who asks for it: whose session, and the connection, so that it ends when they have gone away.
  class Asking
    def initialize(app) = @app = app

    def call(env)
      socket = env['puma.socket'] or return @app.call(env) # no server: nobody is kept waiting

      person = env['rack.session']['person'] ||= SecureRandom.hex(8)
      Apart.on_behalf(Apart::Asker.new(person, socket)) { @app.call(env) }
    end
  end
end
