# frozen_string_literal: true

# Five heavy trials at once by one person (an assembly of 4 800 instances, its exploded picture), while others read: how
# long they wait, what the heavy ones are answered, what is left a moment after everybody has gone, and what memory the
# server takes.
#   ruby bench/faults/readers.rb
require_relative 'person'

SERVER = BenchServer.new('readers', 4797)
SERVER.quiet
LAYERS =
  %w[low middle high].each_with_index.map do |id, i|
    "  - {id: #{id}, model: QI-2130, offset: #{(i * 40) + 1}, pattern: {kind: linear, columns: 40, rows: 40, " \
      "column_spacing: 120, row_spacing: 60}}\n"
  end
HEAVY =
  "nockplane: assembly/1\nname: Rack\ncomponents:\n#{LAYERS.join}explode:\n" \
  "  - {components: [high], direction: [0, 0, 1], distance: 500}\n".freeze

def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

over = false
waits = Hash.new { |h, k| h[k] = [] }
readers = ['/up', '/', '/drawings/qi-2101-d', '/models/spacer-12-x-6'].map do |path|
  Thread.new do
    person = Person.new(SERVER.port)
    until over
      start = now
      code = person.get(path).code
      waits[path] << (now - start)
      abort "#{path}: #{code}" unless %w[200 304].include?(code)
      sleep 0.05
    end
  end
end

sleep 1
greedy = Person.new(SERVER.port)
greedy.post('/models/spacer-12-x-6/try', {})
cookie = [greedy.instance_variable_get(:@cookie), greedy.instance_variable_get(:@token)]
start = now
trials = Array.new(5) do
  Thread.new do
    person = Person.new(SERVER.port)
    person.instance_variable_set(:@cookie, cookie[0])
    person.instance_variable_set(:@token, cookie[1])
    answer = person.post('/models/filter-wheel/try', { text: HEAVY })
    next [answer.code, JSON.parse(answer.body)['error'].to_s[0, 90]] unless answer.code == '200'

    picture = person.get(JSON.parse(answer.body)['glb'])
    [picture.code, "picture of #{picture.body.bytesize / 1000} kB"]
  end
end
found = trials.map(&:value)
took = now - start
most = SERVER.memory(:web)

# And somebody who goes away in the middle.
gone =
  Thread.new do
    Person.new(SERVER.port).then { |p| p.post('/models/filter-wheel/try', { text: HEAVY.sub('Rack', 'Other rack') }) }
  end
gone.report_on_exception = false
sleep 4
gone.kill
sleep 3
busy = `ps -eo pid,pcpu,args`.lines.grep(%r{bin/hand}).size
load_after = `top -b -n 2 -d 1 | grep bin/hand | tail -3`.lines.count { |l| l.split[8].to_f > 20 }
over = true
readers.each(&:join)

puts "five heavy trials in #{took.round} s: #{found.tally.inspect}; the server's processes hold #{most / 1_000_000} MB"
waits.each do |path, list|
  puts format(
    '%-24s %4d answers meanwhile, median %4.0f ms, p95 %4.0f ms, longest %4.0f ms',
         path,
         list.size,
         list.sort[list.size / 2] * 1000,
         list.sort[(list.size * 0.95).floor] * 1000,
         list.max * 1000
  )
end
puts "after somebody went away in the middle: #{busy} processes for heavy work, #{load_after} of them at work"
abort 'NOT WELL' unless waits.values.flatten.max < 1.0 && load_after.zero?
