# frozen_string_literal: true

# How many pages a second the server gives four people who read, and how long the slowest twentieth waits: the board, a
# part's drawing, the assembly's drawing, a model. The demo data, a server and a worker of their own, everything worked
# out before. Each page is asked for as a browser does that comes for the first time, then as one that has it already
# ("known").
#   ruby bench/web.rb [SECONDS]
require_relative 'server'

SECONDS = (ARGV[0] || 8).to_f
READERS = 4
PAGES = {
  'board' => '/',
  'drawing' => '/drawings/qi-2101-d',
  'its SVG' => '/drawings/qi-2101-d/sheets/s1.svg',
  'assembly drawing' => '/drawings/qi-2100-d',
  'model' => '/models/carousel-7-x-31-75'
}.freeze

SERVER = BenchServer.new('web', 4793)

def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

# Seconds of each answer one reader got; known: does the browser have the page already?
def read(path, known)
  times = []
  Net::HTTP.start('127.0.0.1', SERVER.port, read_timeout: 120) do |http|
    first = http.get(path)
    headers = { 'Cookie' => (first.get_fields('set-cookie') || []).map { |c| c.split(';').first }.join('; ') }
    headers['If-None-Match'] = http.get(path, headers)['etag'].to_s if known
    until_then = now + SECONDS
    while (start = now) < until_then
      answer = http.get(path, headers)
      abort "#{path}: #{answer.code}" unless %w[200 304].include?(answer.code)
      times << (now - start)
    end
  end
  times
end

SERVER.quiet
PAGES.each do |name, path|
  [false, true].each do |known|
    times = Array.new(READERS) { Thread.new { read(path, known) } }.flat_map(&:value).sort
    puts format(
      '%-18s %-6s %6.1f requests a second, median %4.0f ms, p95 %4.0f ms',
           name,
           known ? 'known' : 'new',
           times.size / SECONDS,
           times[times.size / 2] * 1000,
           times[(times.size * 0.95).floor] * 1000
    )
  end
end
