# frozen_string_literal: true

desc 'Run all tests in four processes (TEST=file for one file)'
task(:test) { ruby File.expand_path('test/run.rb', __dir__) }

desc 'Run the benchmarks, plain and with YJIT where Ruby is safe with it; ratios to the calibration loop'
task(:bench) do
  ruby 'bench/run.rb'
  safe = Gem::Version.new(RUBY_VERSION) >= Gem::Version.new('3.1.4')
  ruby '--yjit', '--yjit-exec-mem-size=32', 'bench/run.rb' if safe
end

namespace(:bench) do
  desc 'Time STEP files'
  task(:step) { ruby '--yjit', '--yjit-exec-mem-size=32', 'bench/step.rb' }
  desc 'Time pages while 24 design changes are worked through (own server and worker)'
  task(:burst) { ruby 'bench/burst.rb' }
  desc 'Pages a second for four readers (own server and worker)'
  task(:web) { ruby 'bench/web.rb' }
  desc 'Faults: edits at once, kills, backups meanwhile, odd requests, heavy work beside readers (docs/reliability.md)'
  task(:faults) { %w[edits kills copies fuzz readers].each { |name| ruby "bench/faults/#{name}.rb" } }
  desc 'Time the main pages of an office of 1000 models and 5000 drawings'
  task(:office) { ruby 'bench/office.rb' }
  desc 'Time the board with 500 drawings'
  task(:board) { ruby 'bench/board.rb' }
  desc 'Series drawings for every variant, and drawings pointed at other models'
  task(:families) { ruby 'bench/families.rb' }
  desc 'Time tolerance plans by rule'
  task(:plans) { ruby 'bench/plans.rb' }
  desc 'Time sections'
  task(:cuts) { ruby 'bench/cuts.rb' }
  desc 'Time a sheet run over FW-6 and the table of 500 components'
  task(:sheet_runs) { ruby 'bench/sheet_runs.rb' }
  desc 'Time templates, standards and layout'
  task(:house) { ruby '--yjit', '--yjit-exec-mem-size=32', 'bench/house.rb' }
end

desc 'Make Gemfile.lock.in from Gemfile.lock, without the gem source'
task :lock do
  source = Gem.sources.to_a.first.to_s
  File.write('Gemfile.lock.in', File.read('Gemfile.lock').gsub(source, '@GEM_SOURCE@'))
end

task default: :test
