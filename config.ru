# frozen_string_literal: true

require_relative 'config/application'
begin
  App::People.guard(ENV.fetch('NOCKPLANE_BIND', '127.0.0.1'))
rescue App::Refused => e
  abort e.message
end
run App::Web
