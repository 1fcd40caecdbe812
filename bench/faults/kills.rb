# frozen_string_literal: true

# The server and the worker are killed again and again (SIGKILL, the whole family of processes) while somebody edits and
# models move on: what was acknowledged must be on the drawing, the database whole, and every revision followed up in
# the end.
#   ruby bench/faults/kills.rb [KILLS]
require_relative 'person'

KILLS = (ARGV[0] || 10).to_i

SERVER = BenchServer.new('kills', 4794)
SERVER.quiet

kept = []
answers = Hash.new(0)
over = false
editor = Thread.new do
  person = Person.new(SERVER.port)
  i = 0
  until over
    words = "note #{i += 1}"
    begin
      code = person.post('/drawings/qi-2107-d/edits', { do: 'note', text: words, x: 30 + (i % 50), y: 40 }).code
      answers[code] += 1
      kept << words if code == '200'
    rescue SystemCallError, IOError, Timeout::Error, NoMethodError # no server, or it went in the middle of an answer
      answers['none'] += 1
      person = Person.new(SERVER.port)
      sleep 0.1
    end
  end
end

revisions = 0
KILLS.times do |k|
  sleep 1 + (k % 3)
  sleep 0.2 until SERVER.well?
  person = Person.new(SERVER.port)
  if person.post(
    '/models/spacer-12-x-6/revisions',
       { sizes: { length: (8 + (0.5 * (k + 1))).to_s }, note: "longer #{k}" }
  ).code == '200'
    revisions += 1
  end

  SERVER.kill(k.even? ? :worker : :web)
end
over = true
editor.join
SERVER.quiet

missing = SERVER.missing('qi-2107-d', kept)
latest =
  'SELECT %s FROM revisions JOIN models ON models.id = model_id WHERE slug = ? ORDER BY revisions.number DESC LIMIT 1'
spacer = SERVER.value(format(latest, 'revisions.number'), 'spacer-12-x-6')
wheel = SERVER.value(format(latest, 'recipe'), 'filter-wheel')[/"QI-2130":(\d+)/, 1].to_i
whole = SERVER.value('PRAGMA integrity_check')
puts "#{KILLS} kills; edits answered #{answers.inspect}, acknowledged #{kept.size}, lost #{missing.size}"
puts "revisions acknowledged #{revisions}, the latest is #{spacer} and the assembly stands on #{wheel}; " \
     "database #{whole}"
abort 'NOT WELL' unless missing.empty? && spacer >= revisions + 1 && wheel == spacer && whole == 'ok'
