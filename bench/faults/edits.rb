# frozen_string_literal: true

# Four people edit at once, while a worker works: no answer may be a fault, and every acknowledged edit must be on the
# drawing. The demo data on a server and a worker of their own; each person places notes, first all on one drawing, then
# on one each.
#   ruby bench/faults/edits.rb [EDITS]
require_relative 'person'

EDITS = (ARGV[0] || 200).to_i
DRAWINGS = %w[qi-2107-d qi-2102-d qi-2115-d qi-2101-d].freeze

SERVER = BenchServer.new('edits', 4791)

# One person's edits: [answers by code, words acknowledged].
def edit(number, drawing)
  answers = Hash.new(0)
  kept = []
  person = Person.new(SERVER.port)
  EDITS.times do |i|
    words = "#{number} #{drawing} #{i}"
    answer =
      person.post(
        "/drawings/#{drawing}/edits",
        { do: 'note', text: words, x: 25 + (50 * number) + (i % 3 * 12), y: 20 + (i % 67 * 4) }
      )
    answers[answer.code] += 1
    kept << words if answer.code == '200'
  end
  [answers, kept]
end

# Four people on these drawings.
def together(title, drawings)
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  results =
    drawings.each_with_index.map { |drawing, number| Thread.new { [drawing, *edit(number, drawing)] } }.map(&:value)
  seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
  lost = results.sum { |drawing, _, kept| SERVER.missing(drawing, kept).size }
  codes = results.map { |_, answers, _| answers }.reduce { |a, b| a.merge(b) { |_, x, y| x + y } }
  puts format('%-28s %5d edits in %4.0f s, answers %s, lost %d', title, codes.values.sum, seconds, codes.inspect, lost)
  codes.keys == ['200'] && lost.zero?
end

well = [
  together('four people on one drawing', [DRAWINGS.first] * 4),
  together('four people on four drawings', DRAWINGS)
]
abort 'NOT WELL' unless well.all?
