# frozen_string_literal: true

# Four people edit at once, while a worker works: no answer may be a fault, and every acknowledged edit must be on the drawing. The
# demo data on a server and a worker of their own; each person places notes, first all on one drawing, then on one each.
#   ruby bench/faults/edits.rb [EDITS]
require 'cgi'
require 'json'
require 'sqlite3'
require_relative '../server'

PORT = 4791
EDITS = (ARGV[0] || 200).to_i
DRAWINGS = %w[qi-2107-d qi-2102-d qi-2115-d qi-2101-d].freeze

SERVER = BenchServer.new('edits', PORT)

# One person's edits: [answers by code, words acknowledged].
def edit(person, drawing)
  answers = Hash.new(0)
  kept = []
  Net::HTTP.start('127.0.0.1', PORT, read_timeout: 120) do |http|
    page = http.get("/drawings/#{drawing}")
    headers = {
      'Cookie' => page['set-cookie'].to_s.split(';').first, 'Content-Type' => 'application/json', 'Accept' => 'application/json',
      'X-CSRF-Token' => CGI.unescapeHTML(page.body[/name="csrf-token" content="([^"]+)"/, 1])
    }
    EDITS.times do |i|
      words = "#{person} #{drawing} #{i}"
      body = { do: 'note', text: words, x: 30 + (i % 50), y: 30 + person }
      answer = http.post("/drawings/#{drawing}/edits", JSON.generate(body), headers)
      answers[answer.code] += 1
      kept << words if answer.code == '200'
    end
  end
  [answers, kept]
end

# The notes of a drawing as they are stored.
def stored(drawing)
  database = SQLite3::Database.new(File.join(SERVER.data, 'nockplane.sqlite3'), readonly: true)
  database.get_first_value('SELECT document FROM drawings WHERE slug = ?', drawing)
ensure
  database&.close
end

# Four people on these drawings.
def together(title, drawings)
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  results = drawings.each_with_index.map { |drawing, person| Thread.new { [drawing, *edit(person, drawing)] } }.map(&:value)
  seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
  lost = results.sum do |drawing, _, kept|
    text = stored(drawing)
    kept.count { |words| !text.include?(words.to_json) }
  end
  codes = results.map { |_, answers, _| answers }.reduce { |a, b| a.merge(b) { |_, x, y| x + y } }
  puts format('%-28s %5d edits in %4.0f s, answers %s, lost %d', title, codes.values.sum, seconds, codes.inspect, lost)
  codes.keys == ['200'] && lost.zero?
end

well = [together('four people on one drawing', [DRAWINGS.first] * 4), together('four people on four drawings', DRAWINGS)]
abort 'NOT WELL' unless well.all?
