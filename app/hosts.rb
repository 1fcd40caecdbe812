# frozen_string_literal: true

module App
  # Which names this server answers to (NOCKPLANE_HOSTS, else this machine's own), and from which pages writes are
  # taken. Keeps a page of somebody else, whose name was turned to this address, from reading or writing here.
  class Hosts
    OWN = %w[localhost 127.0.0.1 ::1].freeze
    WRITES = %w[POST PUT PATCH DELETE].freeze

    FOREIGN = 'This request comes from a page of another site; nothing was changed.'

    def self.allowed
      given = ENV.fetch('NOCKPLANE_HOSTS', '').split(/[\s,]+/).reject(&:empty?)
      given.empty? ? OWN : given.map(&:downcase)
    end

    def initialize(app, allowed = Hosts.allowed)
      @app = app
      @allowed = allowed
    end

    def call(env)
      host = env['HTTP_HOST'].to_s.b.downcase
      return refuse(unknown(name(host))) unless @allowed.include?(name(host))
      return refuse(FOREIGN) if WRITES.include?(env['REQUEST_METHOD']) && foreign?(env, host)

      @app.call(env)
    end

    private

    def unknown(name)
      "This server does not answer to the name “#{shown(name)}”. Add it to NOCKPLANE_HOSTS, if it is one of its names."
    end

    # The name without its port.
    def name(host) = host.start_with?('[') ? host[/\A\[([^\]]*)\]/, 1].to_s : host.split(':', 2)[0].to_s

    # Pages say where they come from; programs, which say nothing, need the token all the same.
    def foreign?(env, host)
      origin = env['HTTP_ORIGIN'].to_s.b.downcase
      return false if origin.empty?

      origin.sub(%r{\Ahttps?://}, '') != host
    end

    def shown(text) = Rack::Utils.escape_html(text.dup.force_encoding(Encoding::UTF_8).scrub('?')[0, 80])

    def refuse(words)
      [403, { 'content-type' => 'text/plain; charset=utf-8', 'x-content-type-options' => 'nosniff' }, [words]]
    end
  end
end
