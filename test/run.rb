# frozen_string_literal: true

# Runs all tests in two processes, one a core, that take about as long: those of the browser and those that start
# programs of their own, and all others. Shows each one's report when it is done, and closes with one summary line of
# both. TEST=file runs just that file.
ROOT = File.expand_path('..', __dir__)
FILES =
  ENV['TEST'] ? Dir[ENV['TEST']].map { |f| File.expand_path(f) } : Dir[File.join(ROOT, 'test', '**', '*_test.rb')].sort
SUMMARY = /^(\d+) runs, (\d+) assertions, (\d+) failures, (\d+) errors, (\d+) skips$/
REQUIRE = 'ARGV.each { |f| require f }'

# What starts a browser or other programs, and what loads the whole demo.
OUTSIDE = %r{/test/(system/|app/(command_line|flat_command|tolerance_command|backup|gate|apart)_test)}.freeze

shards = FILES.partition { |f| f.match?(OUTSIDE) }.reject(&:empty?)
abort 'There are no tests to run.' if shards.empty?

$stdout.sync = true
puts "Running #{FILES.size} test files in #{shards.size} #{shards.size == 1 ? 'process' : 'processes'}; " \
     "the reports come when they are done."
running = shards.map do |files|
  reader, writer = IO.pipe
  pid = Process.spawn('ruby', "-I#{File.join(ROOT, 'test')}", '-e', REQUIRE, *files, out: writer, err: writer)
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
