# frozen_string_literal: true

module App
  # A request that turns out to rest on something large (Store::Large) is begun again in a process for heavy work:
  # reading it here would keep everybody else waiting. Nothing of the first try is kept: what it wrote is rolled back,
  # what it answers is dropped.
  class Elsewhere
    FLAG = 'nockplane.elsewhere'

    def initialize(app) = @app = app

    def call(env)
      answer = @app.call(env)
      return answer unless env[FLAG]

      answer[2].close if answer[2].respond_to?(:close)
      Apart.on_behalf(asker(env)) { Apart.run('The page', :request, plain(env), body(env)) }
    rescue Refused => e
      [e.status, { 'content-type' => 'text/plain; charset=utf-8', 'x-content-type-options' => 'nosniff' }, [e.message]]
    end

    private

    # A change is made though its sender goes away meanwhile, as it would be here.
    def asker(env)
      asker = env[FLAG]
      env['REQUEST_METHOD'] == 'GET' ? asker : Apart::Asker.new(asker.person, nil)
    end

    def plain(env) = env.select { |name, value| value.is_a?(String) && name.match?(/\A[A-Z]/) }

    def body(env)
      input = env['rack.input'] or return ''
      input.rewind
      input.read.to_s
    end
  end
end
