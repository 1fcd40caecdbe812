# frozen_string_literal: true

module App
  # Gives every request an id, which its log lines and its answer carry, and writes the access log when that is switched
  # on.
  class Requests
    def initialize(app) = @app = app

    def call(env)
      id = env['nockplane.request'] = SecureRandom.hex(6)
      start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      status, headers, body = @app.call(env)
      headers['x-request-id'] = id
      if Log.access?
        took = ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000).round
        Log.access(
          "#{env['REQUEST_METHOD']} #{env['PATH_INFO']} #{status} #{headers['content-length'] || '-'} #{took} ms",
          request: id
        )
      end
      [status, headers, body]
    end
  end
end
