# frozen_string_literal: true

# How the application answers while design changes pour in: the demo data on a server and a worker of their own, 24
# changes dropped into the intake, and all main pages asked for over and over until every docket is worked out. Prints
# times as a reader sees them.
#   ruby bench/burst.rb [CHANGES]
require_relative 'server'

PORT = 4790
MODELS = File.join(BenchServer::ROOT, 'demo', 'models')
# File, a size in it, and what is added to it at every change.
SIZES = [
  ['carousel.recipe.yml', /disc_diameter: \{value: (\d+)/, 1],
  ['lid.recipe.yml', /thickness: \{value: (\d+)/, 1],
  ['housing.recipe.yml', /height: \{value: (\d+)/, 1],
  ['hub-spindle.recipe.yml', /bearing_length: \{value: (\d+)/, 1],
  ['adapter-ring.recipe.yml', /flange: \{value: (\d+)/, 2],
  ['spacer.recipe.yml', /length: \{value: (\d+)/, 1]
].freeze

SERVER = BenchServer.new('burst', PORT)

def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

def get(path, accept: 'text/html')
  start = now
  answer = Net::HTTP.start('127.0.0.1', PORT, read_timeout: 120) { |h| h.get(path, 'Accept' => accept) }
  [answer, now - start]
end

# The n-th change of a series, as text.
def change(number)
  file, size, step = SIZES[number % SIZES.size]
  text = File.read(File.join(MODELS, file))
  by = step * (1 + (number / SIZES.size))
  [file, "# change: bench #{number}\n#{text.sub(size) { |m| m.sub($1, ($1.to_i + by).to_s) }}"]
end

def drop(file, text)
  intake = File.join(SERVER.data, 'intake')
  FileUtils.mkdir_p(intake)
  File.write(File.join(intake, ".#{file}"), text)
  File.rename(File.join(intake, ".#{file}"), File.join(intake, file))
end

def quantile(list, share) = list.sort[((list.size - 1) * share).round]

calm = ->(body) { body[/data-checking="(\d+)"/, 1] == '0' }
sleep 0.5 until calm[get('/')[0].body]
drawings = get('/')[0].body.scan(%r{href="/drawings/([\w-]+)"}).flatten.uniq - ['new']
pages = [
  '/',
  '/models',
  '/pulse',
  *drawings.map { |d| "/drawings/#{d}" },
  '/models/carousel-7-x-31-75',
  '/drawings/qi-2107-d/pulse'
]
pages.each { |p| get(p) }

count = (ARGV[0] || 24).to_i
start = now
dropping = Thread.new { count.times { |i| drop(*change(i)); sleep 1.0 } }
times = Hash.new { |h, k| h[k] = [] }
loop do
  pages.each { |path| times[path] << get(path)[1] }
  break if !dropping.alive? && calm[get('/')[0].body]

  abort 'not worked out after 15 minutes' if now - start > 900
end
settled = now - start
board = get('/')[0].body
puts format(
  '%d changes worked out after %.0f s (the last one was dropped after %d s); %s',
       count,
       settled,
       count,
       board[%r{<b>\d+</b> views? behind}].to_s.gsub(/<.?b>/, '')
)
puts format('%-34s %8s %8s %8s', 'page', 'median', 'p95', 'longest')
times.each do |path, list|
  puts format('%-34s %6.0f ms %6.0f ms %6.0f ms', path, *[0.5, 0.95, 1.0].map { |q| quantile(list, q) * 1000 })
end
pdf, seconds = get('/drawings/qi-2107-d.pdf')
puts format(
  'PDF just after: %s in %.2f s',
       pdf.code == '303' || pdf.code == '302' ? 'page with progress' : "#{pdf.body.bytesize} bytes",
       seconds
)
