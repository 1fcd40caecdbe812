# frozen_string_literal: true

# How long the server takes for the main pages of a large office: the demo data grown to so many models and drawings
# (App::Demo::Office), in a data folder of its own, or in the database that DATABASE_URL names. Each page is asked for
# as by somebody who comes for the first time (the first answer, then the median and the longest of ten more).
#   ruby bench/office.rb [MODELS] [DRAWINGS]
require 'tmpdir'
ENV['NOCKPLANE_DATA'] = Dir.mktmpdir('nockplane-office')
ENV['RACK_ENV'] = 'production'
require_relative '../config/application'
require 'rack/mock'

PAGES = %w[
  /
  /?state=behind
  /?list=behind&from=80
  /search?q=housing
  /search?q=lid+spare
  /models
  /models?q=015
  /references
  /references?of=model/qi-010-2101
  /happened
  /rebind
  /drawings/new
  /models/qi-010-2101
  /drawings/qi-010-2101-d
  /pulse
].freeze

def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

# Seconds of one answer.
def ask(request, path)
  start = now
  answer = request.get(path, 'HTTP_HOST' => '127.0.0.1')
  abort "#{path}: #{answer.status} #{answer.body[0, 300]}" unless answer.status == 200
  [now - start, answer.body.bytesize]
end

App::Demo.load
start = now
models, drawings = App::Demo::Office.new(*[ARGV[0] || 1000, ARGV[1] || 5000].map(&:to_i)).load
puts format('%d models and %d drawings, made in %.0f s', models, drawings, now - start)
Delayed::Job.delete_all
request = Rack::MockRequest.new(App::Web)
PAGES.each do |path|
  first, bytes = ask(request, path)
  times = Array.new(10) { ask(request, path)[0] }.sort
  puts format(
    '%-36s %5d kB  first %5.0f ms  median %4.0f ms  longest %4.0f ms',
         path,
         bytes / 1024,
         *[first, times[5], times.last].map { |s| s * 1000 }
  )
end
FileUtils.rm_rf(ENV.fetch('NOCKPLANE_DATA'))
