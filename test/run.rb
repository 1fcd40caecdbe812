# frozen_string_literal: true

# Runs all tests in four processes that take about as long: two of those of the browser and those that start programs of
# their own, which wait a good part of their time, and two of all others. Shows each one's report when it is done, and
# closes with one summary line of all. TEST=file runs just that file.
ROOT = File.expand_path('..', __dir__)
FILES =
  ENV['TEST'] ? Dir[ENV['TEST']].map { |f| File.expand_path(f) } : Dir[File.join(ROOT, 'test', '**', '*_test.rb')].sort
SUMMARY = /^(\d+) runs, (\d+) assertions, (\d+) failures, (\d+) errors, (\d+) skips$/
REQUIRE = 'ARGV.each { |f| require f }'

# What starts a browser or other programs, and what loads the whole demo.
OUTSIDE = %r{/test/(system/|app/(command_line|flat_command|tolerance_command|backup|gate|apart)_test)}.freeze

# Fewer collections of garbage, as in bin/demo.
QUIET = {
  'RUBY_GC_HEAP_INIT_SLOTS' => '600000',
  'RUBY_GC_MALLOC_LIMIT' => '67108864',
  'RUBY_GC_OLDMALLOC_LIMIT' => '134217728'
}.freeze

# Every other file, so that neighbours, which are alike, are shared out.
def halves(files) = files.partition.with_index { |_, i| i.even? }

shards = FILES.partition { |f| f.match?(OUTSIDE) }.flat_map { |files| halves(files) }.reject(&:empty?)
abort 'There are no tests to run.' if shards.empty?

$stdout.sync = true
puts "Running #{FILES.size} test files in #{shards.size} #{shards.size == 1 ? 'process' : 'processes'}; " \
     "the reports come when they are done."
running = shards.map do |files|
  reader, writer = IO.pipe
  pid = Process.spawn(QUIET, 'ruby', "-I#{File.join(ROOT, 'test')}", '-e', REQUIRE, *files, out: writer, err: writer)
  writer.close
  [pid, Thread.new { reader.read }]
end
reports = running.map do |pid, output|
  text = output.value
  Process.wait(pid)
  puts text
  [$?, text]
end

counts = reports.map { |_, text| text.scan(SUMMARY).last&.map(&:to_i) }
abort 'A test process ended without its summary.' unless counts.all?

puts format('%d runs, %d assertions, %d failures, %d errors, %d skips', *counts.transpose.map(&:sum))
exit(reports.all? { |status, _| status.success? })
