# frozen_string_literal: true

# The database server goes away for ten seconds, without a word, while somebody edits and a run of sheets is at work:
# whoever edits is told and sends again what was not begun; in the end every acknowledged change is there once, and
# every row of the run was made once.
#   ruby bench/faults/database.rb
require_relative '../office_server'
require_relative 'person'

OFFICE = OfficeServer.new(webs: 1)
OFFICE.inside('App::Demo.load; Delayed::Job.delete_all')
OFFICE.open_webs
OFFICE.workers(2)
RUN = <<~RUBY
  rows = App::SheetRun.new('spacer-12-x-6').rows.map { |r| [r.key, 'a3-part-first-angle', '', '', ''] }
  plan = App::SheetPlan.from('of' => 'spacer-12-x-6', 'rows' => rows, 'output' => 'each')
  print App::Actions::StartSheets.call(plan).id
RUBY
BEFORE = OFFICE.inside('print App::Records::Drawing.count').to_i
ID = OFFICE.inside(RUN)

told = Hash.new(0)
kept = []
unsure = []
over = false
editor =
  Thread.new do
    person = Person.new(OFFICE.ports[0])
    i = 0
    until over
      words = "note #{i += 1}"
      begin
        answer = person.post('/drawings/qi-2107-d/edits', { do: 'note', text: words, x: 30 + (i % 50), y: 40 })
        told[answer.code] += 1
        again = JSON.parse(answer.body)['again']
        kept << words if answer.code == '200'
        unsure << words if answer.code != '200' && !again
        next unless again

        i -= 1 # as the page's script does: the same once more
        sleep 1.5
      rescue SystemCallError, IOError, Timeout::Error
        unsure << words
        person = Person.new(OFFICE.ports[0])
      end
      sleep 0.3
    end
  end
sleep 5
OFFICE.postgres.stop
sleep 10
OFFICE.postgres.start
sleep 8
over = true
editor.join
OFFICE.mend_workers
60.times do
  break if OFFICE.postgres.query("SELECT state FROM runs WHERE id = #{ID}") == ['done']

  OFFICE.mend_workers
  sleep 1
end
notes =
  JSON.parse(OFFICE.inside("print JSON.generate(App::Records::Drawing.at('qi-2107-d').value.notes.map(&:text))")).tally
rows =
  OFFICE.inside(
    "r = App::Records::Run.find(#{ID}); print [r.state, r.total, r.lines.map { |l| l['state'] }.tally].inspect"
  )
made = OFFICE.inside('print App::Records::Drawing.count').to_i - BEFORE
lost = kept.reject { |w| notes[w] }
twice = notes.select { |w, n| n > 1 && w.start_with?('note ') }
puts "answers #{told.inspect}; #{kept.size} changes kept, #{lost.size} lost, #{twice.size} twice, #{unsure.size} unsure"
puts "run #{rows}, #{made} drawings made"
unless lost.empty? && twice.empty? && rows.start_with?('["done"') && rows.include?("{\"done\"=>#{made}}")
  abort 'NOT WELL'
end
