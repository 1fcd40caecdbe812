# frozen_string_literal: true

# Requests that no page of ours sends, at every address: no answer may be a fault of the program (500 and above), none
# may hang, and the demo's drawings must be as they were where everything was refused.
#   ruby bench/faults/fuzz.rb [REQUESTS] [SEED]
require_relative 'person'

REQUESTS = (ARGV[0] || 3000).to_i
RANDOM = Random.new((ARGV[1] || 1).to_i)

SERVER = BenchServer.new('fuzz', 4796)
SERVER.quiet

TEXTS = [
  '',
  'x' * 4000,
  '1e999',
  '-1',
  '0',
  "\u202E",
  '../../etc/passwd',
  '%',
  '%FF',
  '%00',
  '{}',
  '[]',
  'null',
  '<script>alert(1)</script>',
  "'; DROP TABLE models; --",
  "\uFFFE",
  "a\u0000b",
  'true',
  'view/front',
  'dimension/d1',
  's1'
].freeze
VALUES = [
  nil,
  true,
  false,
  0,
  -1,
  1e308,
  2**70,
  '',
  'front',
  [],
  [1],
  ['view/front'],
  {},
  { 'a' => 1 },
  { 'a' => { 'b' => [] } },
  *TEXTS
].freeze
NAMES = %w[
  do
  what
  dx
  dy
  text
  x
  y
  select
  sheet
  base
  views
  value
  to
  title
  number
  note
  sizes
  features
  template
  model
  revision
  drawings
  file
  properties
  of
  answer
  scale
  height
  width
  margins
  size
  arrow_ratio
  columns
  pairs
  kind
].freeze
DOINGS = %w[move note delete restyle adopt cell standard format layer wrap tie rename pin place align turn].freeze
SHEETS = [
  '',
  '/edits',
  '/edits',
  '/edits',
  '/undo',
  '/redo',
  '/update',
  '/column',
  '/state',
  '/pulse',
  '/sheets/s1.svg',
  '/thumbnail.svg',
  '/views/front/shading',
  '/views/front/before-after',
  '/dimensions/d1/value',
  '/dimensions/d1/preview',
  '/template',
  '/as-template',
  '/furniture',
  '/pictures',
  '/views/x/shading'
].freeze
MODELS = [
  '',
  '/try',
  '/try',
  '/revisions',
  '/text',
  '/back',
  '/compare',
  '/export.step',
  '/export.glb',
  '/solid.glb',
  '/mass',
  '/properties',
  '/import',
  '/pulse',
  '/remove'
].freeze
ADDRESSES = { '/drawings/qi-2107-d' => SHEETS, '/templates/quillfen-a3' => SHEETS, '/models/spacer-12-x-6' => MODELS,
              '' => %w[/ /models /templates /drawings /drawings/new /search /bin /up /pulse /runs/1 /runs/1/stop
                       /arrivals/1 /docket/update /docket/templates /intake/1/dismiss /trials/x.glb /nowhere] }.freeze

def pick(list) = list[RANDOM.rand(list.size)]
def values = Array.new(RANDOM.rand(5)) { [pick(NAMES), pick(VALUES)] }.to_h

def query
  Array
    .new(RANDOM.rand(4)) do
      value = pick([CGI.escape(pick(TEXTS)), pick(TEXTS).gsub(/[^\w%<>-]/, '')])
      "#{pick(NAMES)}#{pick(['', '', '[]', '[a]', '[a][b]'])}=#{value}"
    end
    .join('&')
end

def body
  case RANDOM.rand(5)
  when 0 then query
  when 1 then pick(TEXTS)
  when 2 then JSON.generate(values.merge('do' => pick(DOINGS)))[0..-(1 + RANDOM.rand(4))]
  else JSON.generate(values.merge('do' => pick(DOINGS)).reject { |_, v| v.is_a?(Float) && !v.finite? })
  end
end

def request(person)
  home, ends = pick(ADDRESSES.to_a)
  path = home + pick(ends)
  if RANDOM.rand(3).zero?
    full = "#{path}?#{query}"
    [full, person.get(full).code]
  else
    sent = body
    [
      "#{path} #{sent[0, 120].inspect}",
      person.post(
        path,
        sent,
        type: pick(%w[application/json application/json application/x-www-form-urlencoded text/plain])
      ).code
    ]
  end
end

person = Person.new(SERVER.port)
codes = Hash.new(0)
bad = []
longest = 0
REQUESTS.times do
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  what, code = request(person)
  longest = [longest, Process.clock_gettime(Process::CLOCK_MONOTONIC) - start].max
  codes[code] += 1
  bad << "#{what}: #{code}" if code.to_i >= 500
rescue URI::InvalidURIError
  codes['not sent'] += 1 # the client itself refuses to send such an address
rescue SystemCallError, IOError
  codes['closed'] += 1 # the server closes what is no HTTP
  person.leave
end
puts "#{REQUESTS} requests, answers #{codes.sort.to_h.inspect}, faults #{bad.size}, longest " \
     "#{format('%.1f', longest)} s, well afterwards: #{SERVER.well?}"
bad.first(10).each { |line| puts line }
abort 'NOT WELL' unless bad.empty? && SERVER.well?
