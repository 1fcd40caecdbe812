# frozen_string_literal: true

# Damaged STEP files, long: ruby --yjit bench/fuzz_step.rb [files] [seed]. Every file must be read or refused in words,
# in time and in memory; what is not, is kept as tmp/step-N.step and told.
require_relative '../config/core'
require_relative '../test/step_mutation'

count = Integer(ARGV[0] || 500)
rng = Random.new(Integer(ARGV[1] || 1))
samples = Dir[File.expand_path('../{test/models,demo/designer}/*.step', __dir__)].sort
outcomes = Hash.new(0)
slowest = 0.0
count.times do |i|
  text = StepMutation.of(File.binread(samples[i % samples.size]), rng)
  started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  begin
    model = Timeout.timeout(60) { Nockplane::Formats::Step::Import.read(text).model }
    outcomes[model.solid.closed? ? 'read, closed' : 'read in part'] += 1
  rescue Nockplane::Formats::Step::Unreadable
    outcomes['refused in words'] += 1
  rescue StandardError => e
    outcomes["FAULT #{e.class}"] += 1
    FileUtils.mkdir_p('tmp')
    File.binwrite("tmp/step-#{i}.step", text)
    puts "#{i} #{File.basename(samples[i % samples.size])}: #{e.class} #{e.message[0, 120]} " \
         "#{e.backtrace.grep(/nockplane/).first}"
  end
  slowest = [slowest, Process.clock_gettime(Process::CLOCK_MONOTONIC) - started].max
end
memory = File.read('/proc/self/status')[/VmHWM:\s+(\d+)/, 1].to_i / 1024
puts format(
  '%d files: %s; slowest %.1f s, most memory %d MB',
       count,
       outcomes.sort.map { |k, n| "#{k} #{n}" }.join(', '),
       slowest,
       memory
)
