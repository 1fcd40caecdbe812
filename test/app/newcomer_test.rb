# frozen_string_literal: true

require 'app_helper'
require 'step_helper'
require 'pdf-reader'

# What must hold beneath a newcomer's hands: numbers, the bin, masses, assemblies that can't follow, waiting, refusals.
class NewcomerAppTest < AppTest
  include StepHelpers

  UNIT =
    "nockplane: assembly/1\nname: Unit\nproperties: {number: QI-9}\ncomponents:\n  - {id: base, model: QI-2130}\n  - " \
    "{id: top, model: QI-2130, on: \"base:seat/floor\", offset: 20}\n"

  def unit = @unit ||= lid && App::Actions::AddModel.call(UNIT)
  def token = CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])
  def board = get('/') && last_response.body

  def test_an_assembly_that_cannot_follow_stays_and_says_why
    drawing = App::Actions::CreateDrawing.call(unit, 'a3-part-first-angle')
    App::Actions::ReviseModel.call(
      lid,
      Nockplane::Modelling::Recipe.parse(PART).with_feature('seat', false).text,
      note: 'no seat'
    )
    assert_equal 1, unit.reload.latest.number, 'a revision that can not be built is not kept'
    assert_match(/Unit stays at revision 1: it can.t follow Lid to revision 2\. .*seat/, CGI.unescapeHTML(board))
    ["/drawings/#{drawing.slug}", "/drawings/#{drawing.slug}.pdf", '/models/unit', '/models', '/'].each do |path|
      get path
      assert_equal 200, last_response.status, path
    end
    revise(lid.reload, 'active: false', 'active: true')
    assert_equal [2, false],
                 [unit.reload.latest.number, board.include?('Unit stays at revision')],
                 'and when it can again, it follows'
  end

  def test_a_stored_revision_that_cannot_be_built_locks_nothing
    drawing = App::Actions::CreateDrawing.call(unit, 'a3-part-first-angle')
    broken = unit.latest.recipe.sub('base:seat/floor', 'base:gone/floor')
    unit.revisions.create!(number: 2, recipe: broken, note: 'from before', author: 'x')
    App::Standings.sweep
    get '/models/unit'
    assert_equal 200, last_response.status
    ["Revision 2 can't be built", 'What you see is revision 1', 'Make revision 1 the latest again'].each do |w|
      assert_includes last_response.body, w
    end
    [
      ["/drawings/#{drawing.slug}", "can't be built, so the views stay as they are"],
      ['/', 'cannot be shown at revision 2'],
      ["/drawings/#{drawing.slug}.pdf", '%PDF']
    ].each do |path, words|
      get path
      assert_equal 200, last_response.status, path
      assert_includes last_response.body.b, words.b, path
    end
    get '/models/unit'
    post '/models/unit/back', authenticity_token: token, revision: 1
    assert_equal 3, unit.reload.latest.number
  end

  def test_numbers_are_given_once
    drawn
    error =
      assert_raises(App::Refused) { App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: drawn.number) }
    assert_equal 'QI-2130-D is the number of Lid already. Numbers are given once: choose another, such as QI-2130-D-2.',
                 error.message
    assert_equal 'QI-2130-D-2',
                 App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle').number,
                 'what a template proposes is free'
    assert_match(
      /is the number of Lid already/,
      post_json("/drawings/#{drawn.slug}/edits", do: 'rename', title: 'Lid', number: 'QI-2130-D-2')['error']
    )
    post_json("/drawings/#{drawn.slug}/edits", do: 'rename', title: 'Cover', number: 'QI-77')
    assert_equal %w[Cover QI-77], drawn.reload.then { |d| [d.title, d.number] }
    App::Actions::ThrowAway.drawing(drawn)
    assert_match(
      /\(in the bin\) already/,
      assert_raises(App::Refused) do
        App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: 'QI-77')
      end.message
    )
    assert_match(
      /QI-2130 is the number of Lid already/,
      assert_raises(App::Refused) { App::Actions::AddModel.call(PART) }.message
    )
  end

  def test_what_rests_on_a_model_is_told_and_goes_with_it
    unit
    assert_equal 'Lid stands in Unit; take it out there first.',
                 assert_raises(App::Refused) { App::Actions::ThrowAway.model(lid) }.message
    App::Actions::ThrowAway.model(unit)
    drawn
    get '/models/lid'
    assert_includes last_response.body, '1 drawing rests on it and goes into the bin with it: QI-2130-D.'
    post '/models/lid/remove', authenticity_token: token
    assert_equal [0, 0], [App::Records::Model.count, App::Records::Drawing.count]
    get "/drawings/#{drawn.slug}"
    assert_equal 404, last_response.status
    App::Actions::ThrowAway.restore_model(App::Records::Model.unscoped.find_by(slug: 'lid'))
    assert_equal ['lid', drawn.slug], [App::Records::Model.first.slug, App::Records::Drawing.first.slug]
    App::Actions::ThrowAway.empty(now: Time.now + (40 * 86_400))
    assert_nil App::Records::Model.unscoped.find_by(slug: 'unit'), 'after its time the bin is emptied'
    assert App::Records::Model.exists?(slug: 'lid')
  end

  def test_models_are_renamed_as_revisions_and_assemblies_keep_finding_them
    unit
    assert_match(
      /Unit names Lid by its number QI-2130; change that there first/,
      assert_raises(App::Refused) { App::Actions::Retitle.call(lid, number: 'QI-1') }.message
    )
    App::Actions::Retitle.call(lid, name: 'Cover', properties: { 'finish' => 'Blasted' })
    assert_equal ['Cover', 2, 'name Lid → Cover, finish: Blasted'],
                 lid.reload.then { |m| [m.name, m.latest.number, m.latest.note] }
    assert_includes lid.latest.recipe, 'name: Cover'
    assert_equal 2, unit.reload.latest.number
  end

  def test_properties_of_imported_models_are_filled_in_and_stay
    plate = take(sample('motor-plate-r1'), 'motor-plate.step').model
    drawing = App::Actions::CreateDrawing.call(plate, 'a3-part-first-angle')
    get '/models/motor-plate-1'
    post '/models/motor-plate-1/properties',
         authenticity_token: token,
         name: 'Motor plate',
         number: 'QI-2180',
         properties: {
           material: 'EN AW-5754',
           finish: ''
         }
    assert_equal ['Motor plate', 'QI-2180', 2], plate.reload.then { |m| [m.name, m.number, m.latest.number] }
    assert_equal [['material', nil, 'EN AW-5754']],
                 drawing.reload.staleness.fields[0].changes.select { |c| c[0] == 'material' }
    take(sample('motor-plate-r2'), 'motor-plate.step', model: plate)
    assert_equal 'EN AW-5754',
                 App::Workshop.source.model(Nockplane::Products::Subject.new(plate.id, 3)).properties['material'],
                 'the next file does not forget it'
    assert_equal 'Motor plate', plate.reload.name
  end

  def test_a_mass_typed_as_a_property_does_not_contradict_the_computed_one
    heavy = App::Actions::AddModel.call(PART.sub('material: EN AW-6061', 'material: EN AW-6061, mass: 0.31 kg'))
    drawing = App::Actions::CreateDrawing.call(heavy, 'a3-part-first-angle')
    App::Jobs::PaperJob.new(drawing.id).really_perform
    # 100 x 50 x 6 less the seat of 16 x 3, times 2.70 g/cm3.
    computed = format('%.3f kg', ((100 * 50 * 6) - (Math::PI * 64 * 3)) * 2.70e-6)
    words = ->(d) { App::Presenters::DrawingPage.new(d.reload, nil, nil).furniture_of_sheet.fields.value('mass') }
    assert_equal computed.sub('.', ','), words[drawing]
    get "/models/#{heavy.slug}"
    assert_includes last_response.body,
                    "<b>0.31 kg</b> stated, <b>#{computed}</b> worked out. Drawings show the one worked out."
    post "/models/#{heavy.slug}/properties", authenticity_token: token, properties: { mass_rule: 'stated' }
    App::Actions::UpdateDrawings.call([drawing.reload])
    assert_equal '0.31 kg', words[drawing]
    assert_includes board, "the mass 0.31 kg in the title block parts from #{computed} worked out"
  end

  def test_paper_carries_a_mark_while_something_is_unfinished
    drawn
    assert_empty margin
    revise(lid, 'sink: 3', 'sink: 4')
    assert_equal '4viewsbehind', margin
    assert_empty margin('?mark=no')
  end

  # What stands in the left margin of the PDF, reading upwards, without spaces.
  def margin(query = '')
    get "/drawings/#{drawn.slug}.pdf#{query}"
    runs = PDF::Reader.new(StringIO.new(last_response.body)).pages[0].runs(merge: false)
    runs.select { |r| r.x < 13 * 72 / 25.4 }.sort_by(&:y).map(&:text).join.gsub(/\s/, '')
  end

  def test_paper_that_is_not_ready_is_made_with_progress
    drawing =
      App::Actions::CreateDrawing.call(
        App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Cover').sub('thick: 6', 'thick: 13')),
        'a3-part-first-angle'
      )
    get "/drawings/#{drawing.slug}.pdf", {}, 'HTTP_ACCEPT' => 'text/html,application/xhtml+xml'
    assert_match(%r{/runs/\d+\z}, last_response.location)
    App::Queue.work_off
    run = App::Records::Run.last
    assert_equal ['done', "/drawings/#{drawing.slug}.pdf"], [run.state, run.href]
    get run.href, {}, 'HTTP_ACCEPT' => 'text/html'
    assert last_response.body.start_with?('%PDF')
  end

  # The board reads rows: it builds no model and no lines, however much has changed.
  def test_the_board_computes_nothing
    drawn
    Delayed::Worker.stub(:delay_jobs, true) { revise(lid, 'thick: 6', 'thick: 7', note: 'stiffer') }
    App::Workshop.source.stub(:model_of, ->(*) { flunk 'a request built a model' }) do
      Delayed::Worker.stub(:delay_jobs, true) { get '/' }
    end
    assert_equal 200, last_response.status
    assert_includes last_response.body, '1 drawing is being compared with its model'
    before = last_response.body[/data-pulse="(\w+)"/, 1]
    Delayed::Worker.stub(:delay_jobs, true) { App::Queue.work_off }
    get '/pulse'
    refute_equal before, JSON.parse(last_response.body)['pulse'], 'an open board notices'
    assert_includes board, 'Lid</a> moved on to revision 2'
  end

  def test_what_should_follow_is_found_again_after_a_crash
    unit
    Delayed::Worker.stub(:delay_jobs, true) { revise(lid, 'thick: 6', 'thick: 8') }
    Delayed::Job.delete_all # the worker died with its queue
    App::Aftermath.overdue
    assert_equal 2, unit.reload.latest.number
    assert_empty App::Standings.stale
  end

  def test_refusals_are_told_and_not_logged_as_faults
    _, log =
      capture_io { 3.times { |i| get "/drawings/none-#{i}" } && post_json("/drawings/#{drawn.slug}/edits", do: 'knit') }
    assert_empty log
  end

  def test_choosing_fractions_says_how_many_sizes_stay_decimal
    told = post_json("/drawings/#{drawn.slug}/edits", { do: 'standard', units: 'fraction' })['told']
    assert_match(
      /\AStandard ISO.*\. \d+ of \d+ sizes stay decimal: no fraction says them exactly, or a tolerance stands/,
      told
    )
  end

  def test_undo_from_another_window_is_told_what_came_meanwhile
    base = drawn.version
    post_json("/drawings/#{drawn.slug}/edits", do: 'note', text: 'A', x: 30, y: 30, base: base)
    answer = post_json("/drawings/#{drawn.slug}/undo", base: base)
    assert_equal [409, true], [last_response.status, answer['clash']]
    assert_match(/“Note added” .* came meanwhile, so nothing was taken back/, answer['error'])
    assert_equal 1, drawn.reload.value.notes.size
  end
end
