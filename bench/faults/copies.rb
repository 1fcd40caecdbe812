# frozen_string_literal: true

# Backups while three people edit: every one must be whole, hold what was acknowledged before it began, and serve when
# it is put back.
#   ruby bench/faults/copies.rb [COPIES]
require 'open3'
require_relative 'person'

COPIES = (ARGV[0] || 20).to_i
DRAWINGS = %w[qi-2107-d qi-2102-d qi-2115-d].freeze

SERVER = BenchServer.new('copies', 4795)
TO = Dir.mktmpdir('nockplane-copies')
at_exit { FileUtils.rm_rf(TO) }

kept = DRAWINGS.to_h { |drawing| [drawing, []] }
over = false
people = DRAWINGS.map do |drawing|
  Thread.new do
    person = Person.new(SERVER.port)
    i = 0
    until over
      words = "note #{i += 1} on #{drawing}"
      if person.post("/drawings/#{drawing}/edits", { do: 'note', text: words, x: 30 + (i % 50), y: 40 }).code == '200'
        kept[drawing] << words
      end

    end
  end
end

damaged = lost = 0
COPIES.times do |k|
  sleep 0.5
  before = kept.transform_values(&:dup)
  out, status =
    Open3.capture2e(
      { 'NOCKPLANE_DATA' => SERVER.data },
      File.join(BenchServer::ROOT, 'bin/backup'),
      File.join(TO, "copy#{k}")
    )
  next (damaged += 1) && warn(out) unless status.success?

  database = SQLite3::Database.new(File.join(TO, "copy#{k}", 'nockplane.sqlite3'), readonly: true)
  damaged += 1 unless database.get_first_value('PRAGMA integrity_check') == 'ok'
  lost += before.sum do |drawing, words|
    text = database.get_first_value('SELECT document FROM drawings WHERE slug = ?', drawing)
    words.count { |w| !text.include?(w.to_json) }
  end
  database.close
end
over = true
people.each(&:join)

out, status =
  Open3.capture2e(
    { 'NOCKPLANE_DATA' => File.join(TO, 'back') },
    File.join(BenchServer::ROOT, 'bin/restore'),
    File.join(TO, "copy#{COPIES - 1}")
  )
warn out unless status.success?
puts "#{COPIES} backups while #{kept.values.sum(&:size)} edits were acknowledged: damaged #{damaged}, acknowledged " \
     "before and missing #{lost}, put back #{status.success? ? 'well' : 'NOT WELL'}"
abort 'NOT WELL' unless damaged.zero? && lost.zero? && status.success?
