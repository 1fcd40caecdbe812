# frozen_string_literal: true

module App
  # Tells heavy work (Apart) who asks for it, and by which connection, so that it ends when they have gone away. Who
  # somebody is stands in a cookie of its own: a session that is looked at is sent back, and pictures that are asked for
  # meanwhile would take back what it was to tell.
  class Asking
    COOKIE = 'nockplane_person'

    def initialize(app) = @app = app

    def call(env)
      socket = env['puma.socket'] or return @app.call(env) # no server: nobody is kept waiting

      known = Rack::Utils.parse_cookies(env)[COOKIE].to_s
      person = known.match?(/\A\h{16}\z/) ? known : SecureRandom.hex(8)
      answer = Apart.on_behalf(Apart::Asker.new(person, socket)) { @app.call(env) }
      unless person == known
        Rack::Utils.set_cookie_header!(
          answer[1],
          COOKIE,
          value: person,
          path: '/',
          httponly: true,
          same_site: :lax,
          secure: ENV['NOCKPLANE_TLS'] == '1'
        )
      end

      answer
    end
  end
end
