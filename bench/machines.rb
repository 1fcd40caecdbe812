# frozen_string_literal: true

# Sheet runs through PostgreSQL: the same run with one worker and with two, models and lines not known before; then one
# with three workers that are killed (SIGKILL) all the while, after which every row must have been made once. Two web
# servers stand by.
#   ruby bench/machines.rb [KILLS]
require_relative 'office_server'
require 'json'

KILLS = (ARGV[0] || 6).to_i
OFFICE = OfficeServer.new

def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

# Puts a run of sheets of all variants of two families on the queue; gives its id.
START = <<~RUBY
  rows = %w[adapter-ring-m48 spacer-12-x-6].flat_map do |slug|
    App::SheetRun.new(slug).rows.map { |r| [slug, r.key] }
  end
  id = nil
  rows.group_by(&:first).each do |slug, list|
    plan = App::SheetPlan.from('of' => slug, 'rows' => list.map { |_, key| [key, 'a3-part-first-angle', '', '', ''] }, 'output' => 'each')
    id = [id, App::Actions::StartSheets.call(plan).id].compact.join(',')
  end
  print id
RUBY

# Seconds until the runs are over, and what they say: [state, rows, { state of a row => how many }].
def wait(ids)
  start = now
  while OFFICE.postgres.query("SELECT 1 FROM runs WHERE id IN (#{ids}) AND state IN ('waiting', 'running')").any?
    yield if block_given?
    sleep 0.2
  end
  seconds = now - start
  rows = OFFICE.postgres.query("SELECT state, total, items FROM runs WHERE id IN (#{ids}) ORDER BY id")
  state =
    rows.map do |row|
      state, total, items = row.split('|', 3)
      [state, total.to_i, JSON.parse(items).map { |l| l['state'] }.tally]
    end
  [seconds, state]
end

def forget = FileUtils.rm_rf(Dir[File.join(OFFICE.data, 'cache', '*')])

puts 'loading the demo data'
OFFICE.inside('App::Demo.load; Delayed::Job.delete_all; print App::Records::Model.pluck(:slug).join(" ")')
OFFICE.open_webs
times =
  [1, 2].to_h do |count|
    forget
    ids = OFFICE.inside(START)
    OFFICE.workers(count)
    seconds, state = wait(ids)
    puts format('%d worker(s): %.1f s, %s', count, seconds, state.inspect)
    OFFICE.workers(0)
    [count, seconds]
  end
puts format('two workers: %.2f times one', times[1] / times[2])

forget
before = OFFICE.postgres.query("SELECT COUNT(*) FROM drawings WHERE kind = 'drawing'")[0].to_i
ids = OFFICE.inside(START)
OFFICE.workers(3)
kills = 0
_, state =
  wait(ids) do
    next if kills >= KILLS

    sleep 2
    OFFICE.kill_worker(kills % 3)
    kills += 1
  end
OFFICE.workers(0)
after = OFFICE.postgres.query("SELECT COUNT(*) FROM drawings WHERE kind = 'drawing'")[0].to_i
twice = OFFICE.postgres.query("SELECT number FROM drawings WHERE kind = 'drawing' GROUP BY 1 HAVING COUNT(*) > 1").size
rows = state.sum { |_, total, _| total }
puts "#{kills} kills: #{rows} rows, #{after - before} drawings made, #{twice} numbers twice, #{state.inspect}"
unless after - before == rows && twice.zero? && state.all? { |s, total, by| s == 'done' && by == { 'done' => total } }
  abort 'NOT WELL'
end
