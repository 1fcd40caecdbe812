# frozen_string_literal: true

# The board with 500 drawings of 100 models: how long the server takes for the page. A data folder of its own; rows are
# copied from one drawing that was really made, a fifth of them behind.
#   ruby bench/board.rb [DRAWINGS] [MODELS]
require 'tmpdir'
ENV['NOCKPLANE_DATA'] = Dir.mktmpdir('nockplane-board')
ENV['RACK_ENV'] = 'production'
require_relative '../config/application'
require 'rack/mock'

drawings, models = [ARGV[0] || 500, ARGV[1] || 100].map(&:to_i)
text = File.read(File.join(App::ROOT, 'demo', 'models', 'spacer.recipe.yml'))
first = App::Actions::AddModel.call(text)
sheet = App::Actions::CreateDrawing.call(first, 'a3-part-first-angle')
App::Standings.work_out(sheet)
lines = App::Records::Standing.first.lines

App::Records::Model.transaction do
  made = [first] + Array.new(models - 1) do |i|
    App::Records::Model
      .create!(slug: "m#{i}", name: "Spacer #{i}", number: "QI-#{3000 + i}")
      .tap { |m| m.revisions.create!(number: 1, recipe: text, note: 'first release', author: 'Ada Thorne') }
  end
  (drawings - 1).times do |i|
    d = App::Records::Drawing.new(slug: "d#{i}", version: 1)
    d.value = sheet.value.apply(Nockplane::Drawings::HouseEdits.rename(sheet.value, "Spacer #{i}", number: "QI-D#{i}"))
    d.save!
    d.bindings.create!(model: made[i % models])
  end
  made
    .first(models / 5)
    .each { |m| m.revisions.create!(number: 2, recipe: text, note: 'longer', author: 'Design system', origin: 'file') }
  bases = App::Standings.bases
  behind =
    Nockplane::Linking::Docket.new(
      behind: [
        Nockplane::Linking::Docket::Behind.new(
          Nockplane::Linking::Docket::Place.new('front', 'Front view'),
          1,
          2,
          true,
          [],
          [],
          []
        )
      ]
    )
  App::Records::Drawing.find_each do |d|
    docket =
      d.models.first.revisions.maximum(:number) == 2 ? behind : Nockplane::Linking::Docket.from_h(JSON.parse(lines))
    App::Standings.keep(d, bases[d.id], docket)
  end
end
Delayed::Job.delete_all

request = Rack::MockRequest.new(App::Web)
times = Array.new(12) do
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  answer = request.get('/', 'HTTP_HOST' => '127.0.0.1')
  abort answer.body[0, 500] unless answer.status == 200
  Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
end.drop(2).sort
puts format(
  'board with %d drawings of %d models: median %.0f ms, longest of %d: %.0f ms',
       drawings,
       models,
       times[times.size / 2] * 1000,
       times.size,
       times.last * 1000
)
FileUtils.rm_rf(ENV.fetch('NOCKPLANE_DATA'))
