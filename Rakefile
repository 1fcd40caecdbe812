# frozen_string_literal: true

require 'rake/testtask'

Rake::TestTask.new(:test) do |t|
  t.libs << 'test'
  t.pattern = 'test/**/*_test.rb'
  t.warning = false
end

desc 'Run the benchmarks and show them as ratios to the calibration loop'
task(:bench) { ruby '--yjit', '--yjit-exec-mem-size=32', 'bench/run.rb' }

namespace(:bench) do
  desc 'Time STEP files'
  task(:step) { ruby '--yjit', '--yjit-exec-mem-size=32', 'bench/step.rb' }
end

desc 'Make Gemfile.lock.in from Gemfile.lock, without the gem source'
task :lock do
  source = Gem.sources.to_a.first.to_s
  File.write('Gemfile.lock.in', File.read('Gemfile.lock').gsub(source, '@GEM_SOURCE@'))
end

task default: :test
