# frozen_string_literal: true

# Twenty people edit a drawing each and twenty read, on an office of 1000 models and 5000 drawings, through two web
# servers of a process each, three workers and PostgreSQL. An editor makes a change every so many seconds (10), a reader
# opens a page every so many (15); the page of either asks every three seconds whether anything has changed, as the real
# one does. Prints what they wait, and fails when an answer is a fault or a change is lost.
#   ruby bench/people.rb [SECONDS] [SECONDS BETWEEN EDITS] [BETWEEN PAGES]
require_relative 'office_server'
require_relative 'faults/person'

SECONDS = (ARGV[0] || 60).to_i
PEOPLE = 20
# (Letters that look alike make one name.)
LETTERS = %w[A B C D E F G H J K M N P R S T U W X Y].freeze
PASSWORD = 'quiet filters'
EVERY = { edit: (ARGV[1] || 10).to_f, page: (ARGV[2] || 15).to_f, pulse: 3.0 }.freeze
PAGES = %w[/ /drawings/%s /models/%s /search?q=housing+spare /drawings/%s /models?q=lid /happened].freeze

OFFICE = OfficeServer.new
LOCK = Mutex.new
TIMES = Hash.new { |h, k| h[k] = [] }
CODES = Hash.new(0)

def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

# Net::HTTPResponse of the block, its time noted under a name.
def timed(name)
  start = now
  answer = yield
  LOCK.synchronize do
    TIMES[name] << (now - start)
    CODES["#{name} #{answer.code}"] += 1
  end
  answer
end

# One person for so long: acts when it is time for something.
def live(person, until_then, doing)
  due = doing.keys.to_h { |kind| [kind, now + (rand * EVERY[kind])] }
  while now < until_then
    kind, at = due.min_by(&:last)
    sleep [at - now, 0].max
    break if now > until_then

    doing[kind].call(person)
    due[kind] = [at + EVERY[kind], now].max
  end
end

puts 'making the office'
slugs = OFFICE.inside(<<~RUBY).split
  App::Demo.load
  App::Demo::Office.new(1000, 5000).load
  Delayed::Job.delete_all
  App::People.found('Ada Thorne', '#{PASSWORD}')
  %w[#{LETTERS.join(' ')}].product(%w[drafter designer]).each do |letter, role|
    App::People.create("\#{role} \#{letter}", '#{PASSWORD}', role)
  end
  drawings = App::Records::Drawing.where('number LIKE ?', 'QI-0__-2120-D').order(:id).limit(#{PEOPLE})
  print drawings.map { |d| [d.slug, d.models.first.slug].join('|') }.join(' ')
RUBY
OFFICE.open_webs
OFFICE.workers(3)
names = ->(role) { LETTERS.map { |letter| "#{role} #{letter}" } }
come = ->(name, i) { Person.new(OFFICE.ports[i % OFFICE.ports.size]).tap { |p| p.log_in(name, PASSWORD) } }
editors, readers = %w[drafter designer].map { |role| names[role].each_with_index.map { |name, i| come[name, i] } }
pairs = slugs.map { |s| s.split('|') }
# Drawn and built once, as they were opened before.
editors.each_with_index { |p, i| p.get("/drawings/#{pairs[i][0]}") }
readers.each_with_index { |p, i| p.get("/models/#{pairs[i][1]}") }
sleep 1 until OFFICE.postgres.query('SELECT COUNT(*) FROM delayed_jobs') == ['0']

kept = Hash.new { |h, k| h[k] = [] }
until_then = now + SECONDS
threads =
  editors.each_with_index.map do |person, i|
    slug = pairs[i][0]
    edits = 0
    edit =
      lambda do |p|
        words = "note #{edits += 1}"
        answer =
          timed(:edit) { p.post("/drawings/#{slug}/edits", { do: 'note', text: words, x: 30 + (edits * 7), y: 40 }) }
        kept[slug] << words if answer.code == '200'
      end
    pulse = ->(p) { timed(:pulse) { p.get("/drawings/#{slug}/pulse") } }
    Thread.new { live(person, until_then, { edit: edit, pulse: pulse }) }
  end
threads +=
  readers.each_with_index.map do |person, i|
    at = i
    page =
      lambda do |p|
        drawing, model = pairs[(at * 3) % pairs.size]
        path = PAGES[at % PAGES.size]
        timed(path) { p.get(format(path, path.start_with?('/models') ? model : drawing)) }
        at += 1
      end
    pulse = ->(p) { timed(:pulse) { p.get("/drawings/#{pairs[i][0]}/pulse") } }
    Thread.new { live(person, until_then, { page: page, pulse: pulse }) }
  end
threads.each(&:join)
quantile = ->(list, q) { list.sort[((list.size - 1) * q).round] * 1000 }
TIMES
  .merge('all' => TIMES.values.flatten)
  .each do |name, list|
    puts format(
      '%-24s %5d  median %4.0f ms  p95 %4.0f ms  longest %4.0f ms',
           name,
           list.size,
           *[0.5, 0.95, 1].map { |q| quantile[list, q] }
    )
  end
lost =
  kept.sum do |slug, words|
    text = OFFICE.postgres.query("SELECT document FROM drawings WHERE slug = '#{slug}'").join
    words.count { |w| !text.include?(w.to_json) }
  end
puts "answers #{CODES.inspect}; #{kept.values.sum(&:size)} changes kept, #{lost} lost"
abort 'NOT WELL' unless lost.zero? && CODES.keys.all? { |k| k.end_with?(' 200') }
