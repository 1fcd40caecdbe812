# frozen_string_literal: true

require 'app_helper'
require 'step_helper'

# Files whose model is known: never taken without an answer; forks; the way back to an earlier revision.
class ArrivalsTest < AppTest
  include StepHelpers

  def setup
    super
    FileUtils.rm_rf(App::Intake.folder)
  end

  def token = CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])

  # Adds a model as a person does, with a file; gives the address that follows.
  def add(bytes, name, path: '/models')
    get path == '/models' ? path : path.sub('/import', '')
    Tempfile.create(['upload', File.extname(name)]) do |f|
      f.binmode
      f.write(bytes)
      f.flush
      post path,
           authenticity_token: token,
           file: Rack::Test::UploadedFile.new(f.path, 'application/octet-stream', true, original_filename: name)
    end
    URI(last_response.location.to_s).path
  end

  def answer(arrival, what, **more)
    get "/arrivals/#{arrival.id}"
    post "/arrivals/#{arrival.id}", authenticity_token: token, answer: what, **more
    follow_redirect!
  end

  def drop(name, bytes, age: 5)
    path = File.join(App::Intake.folder, name)
    File.binwrite(path, bytes)
    File.utime(Time.now - age, Time.now - age, path)
    App::Intake.scan
  end

  def arrivals = App::Records::Arrival.waiting.to_a
  def models = App::Records::Model.order(:id).to_a

  def test_adding_plates_with_the_same_product_name_replaces_none
    assert_equal '/models/plate-1', add(sample('plate-4'), 'plate-4.step')
    %w[plate-25 plate-4-inch plate-4-layout].each_with_index do |name, i|
      assert_match(%r{\A/arrivals/\d+\z}, add(sample(name), "#{name}.step"))
      assert_equal [i + 1, 1], [models.size, models[0].latest.number], 'nothing has been changed yet'
      answer(arrivals[0], 'new', number: "QI-#{name}")
    end
    assert_equal ['plate 1', 'QI-plate-25', 'QI-plate-4-inch', 'QI-plate-4-layout'], models.map(&:number)
    assert_equal [1, 1, 1, 1], models.map { |m| m.latest.number }
    assert_equal 4, models.map(&:name).uniq.size, 'names tell them apart'
  end

  def test_an_assembly_that_comes_again_is_found_like_itself
    add(sample('assembly-40'), 'unit.step')
    path = add(sample('assembly-40').sub('ENDSEC;', "/* exported again */\nENDSEC;"), 'unit-again.step')
    get path
    assert_includes last_response.body, '100 % of the faces have a counterpart'
    assert_includes last_response.body, '250.68 cm³'
  end

  def test_what_an_exporting_program_counts_is_no_number_and_asks_nothing
    %w[plate-4 cup].zip(['STEP translator 7.6 1', 'Part1']) do |name, placeholder|
      bytes = sample(name).gsub(/(PRODUCT\()'[^']*','[^']*'/) { "#{$1}'#{placeholder}','#{placeholder}'" }
      2.times { |i| assert_match(%r{\A/models/}, add(bytes, "#{name}#{'-again' if i == 1}.step")) }
    end
    assert_equal [nil] * 4, models.map(&:number)
    assert_equal 4, models.map(&:name).uniq.size
    refute_includes App::Records::Property.where(name: 'number').pluck(:value).join, 'translator'
    get "/models/#{models[0].slug}"
    assert_includes last_response.body, '<p class="overline">revision 1</p>'
  end

  def test_the_page_shows_both_side_by_side_and_how_like_they_are
    add(sample('plate-4'), 'plate-4.step')
    path = add(sample('plate-25'), 'plate-25.step')
    get path
    shown = last_response.body.gsub(%r{</?b>}, '')
    [
      'same number and name',
      'The next revision (2) of plate 1',
      '80 × 80 × 20 mm',
      '170 × 170 × 20 mm',
      '120.52 cm³',
      '537.6',
      'of the faces have a counterpart',
      'A new model'
    ].each { |words| assert_includes shown, words }
    get "#{path}/solid.glb"
    assert_equal 'glTF', last_response.body[0, 4]
    get '/'
    assert_includes last_response.body,
                    'plate-25.step may be a new revision of plate 1 (same number and name), or another part'
  end

  def test_answered_as_a_revision_or_left_out
    add(sample('motor-plate-r1'), 'motor-plate.step')
    add(sample('motor-plate-r2'), 'motor-plate-r2.step')
    answer(arrivals[0], models[0].id)
    assert_equal [1, 2], [models.size, models[0].latest.number]
    assert_includes last_response.body, 'kept as revision 2'
    add(sample('motor-plate-r4'), 'motor-plate-r4.step')
    answer(arrivals[0], 'leave')
    assert_equal [1, 2, []], [models.size, models[0].latest.number, arrivals]
  end

  def test_an_answer_counts_once
    add(sample('plate-4'), 'plate-4.step')
    add(sample('plate-25'), 'plate-25.step')
    arrival = arrivals[0]
    answer(arrival, 'leave')
    assert_match(
      /has been answered already: left out/,
      assert_raises(App::Refused) { App::Actions::AnswerArrival.call(arrival.reload, 'new') }.message
    )
  end

  def test_a_step_file_named_like_a_recipe_does_not_become_its_revision
    housing = App::Actions::AddModel.call(demo('housing'), origin: 'file', source_file: 'housing')
    assert_match(/arrivals/, add(sample('housing'), 'housing.step'))
    drop('housing.step', sample('housing'))
    assert_equal [1, 2], [housing.reload.latest.number, arrivals.size]
    assert_match(/it is a STEP file, the model a recipe/, arrivals.last.question)
    assert_equal 'asked', App::Records::IntakeFile.last.state
    assert_empty App::Intake.scan, 'it is asked once'
  end

  def test_the_intake_follows_the_answer_from_then_on
    App::Actions::AddModel.call(demo('housing'), origin: 'file', source_file: 'housing')
    drop('housing.step', sample('housing'))
    answer(arrivals[0], 'new')
    imported = models.last
    assert_equal ['housing 1', 1], [imported.name, imported.latest.number]
    drop('housing.step', sample('housing').sub('DATA;', "DATA;\n/* exported again */"))
    assert_equal [[], 2], [arrivals, imported.reload.latest.number]
  end

  def test_an_unlike_solid_in_the_intake_waits_for_an_answer
    drop('plate.step', sample('plate-4'))
    drop('plate.step', sample('flange'))
    assert_equal [1, 1], [models[0].latest.number, arrivals.size]
    assert_match(/may be a new revision of plate 1 .*\d+ % of the faces/, arrivals[0].question)
    drop('plate.step', sample('plate-4-layout'))
    assert_equal 'a later file of that name came', App::Records::Arrival.first.outcome if arrivals.empty?
  end

  def test_a_known_number_under_another_file_name_is_asked
    drop('motor-plate.step', sample('motor-plate-r1'))
    drop('supplier.step', sample('motor-plate-r2').gsub('motor-plate 2', 'motor-plate 1'))
    assert_equal [1, 1, 1], [models.size, models[0].latest.number, arrivals.size]
  end

  def test_a_change_here_and_a_file_after_it_are_a_fork
    drop('lid.recipe.yml', PART)
    revise(models[0], 'thick: 6', 'thick: 8', note: 'stiffer')
    drop('lid.recipe.yml', "# change: deeper seat\n#{PART.sub('sink: 3', 'sink: 4')}")
    assert_equal 2, models[0].latest.number, 'not overwritten'
    assert_match(
      /lid.recipe.yml and Lid go apart: the model was changed here \(revision 2, stiffer\)/,
      arrivals[0].question
    )
    get "/arrivals/#{arrivals[0].id}"
    [
      'Changed here since the file',
      'stiffer',
      'Keep what is here',
      '<td class="num">8</td><td class="num jump">6</td>'
    ].each { |w| assert_includes last_response.body, w }
    answer(arrivals[0], models[0].id)
    assert_equal [3, 'deeper seat', 'Design system'], models[0].latest.then { |r| [r.number, r.note, r.author] }
    assert_includes models[0].revision(2).recipe, 'thick: 8', 'what was changed here stays in its revision'
    drop('lid.recipe.yml', PART.sub('sink: 3', 'sink: 5'))
    assert_equal 4, models[0].reload.latest.number, 'from then on the file is followed again'
  end

  def test_a_pasted_recipe_of_a_known_number_is_asked_too
    lid
    get '/models'
    post '/models', text: PART.sub('thick: 6', 'thick: 9'), authenticity_token: token
    assert_match(%r{/arrivals/}, last_response.location)
    answer(arrivals[0], 'new', number: 'QI-2131')
    assert_equal %w[QI-2130 QI-2131], models.map(&:number)
    assert_includes models[1].latest.recipe, 'number: QI-2131'
    assert_includes lid.reload.latest.recipe, 'thick: 6'
  end

  def test_recipes_of_other_letters_and_other_bytes
    path = add(demo('housing'), 'housing.recipe.yml')
    assert_equal '/models/housing', path.sub(/-fw-6\z/, '')
    add("\xFFnockplane", 'x.recipe.yml')
    assert_includes last_response.body, 'is not UTF-8 text; save it as UTF-8'
    add('', 'empty.recipe.yml')
    assert_includes last_response.body, 'the recipe is empty'
    add("\x89PNG\r\n", 'photo.png')
    assert_includes last_response.body, 'neither a STEP file'
  end

  def test_an_earlier_revision_becomes_the_latest_again
    drawn
    revise(lid, 'thick: 6', 'thick: 8', note: 'stiffer')
    get '/models/lid'
    assert_includes last_response.body, 'action="/models/lid/back"'
    post '/models/lid/back', authenticity_token: token, revision: 1
    assert_equal [3, 'as revision 1 (first revision)'], lid.reload.latest.then { |r| [r.number, r.note] }
    assert_equal lid.revision(1).recipe, lid.latest.recipe
    assert_equal 3, lid.revisions.count, 'nothing is taken away'
    assert_empty drawn.reload.staleness.behind, 'the drawing shows just that'
    assert_match(
      /is the latest one already/,
      assert_raises(App::Refused) { App::Actions::BringBack.call(lid, 3) }.message
    )
  end

  def test_after_going_back_new_faces_take_no_name_that_was_used
    plate = take(sample('motor-plate-r1'), 'motor-plate.step').model
    take(sample('motor-plate-r4'), 'motor-plate.step', model: plate)
    fresh = names(plate, 2) - names(plate, 1)
    App::Actions::BringBack.call(plate, 1)
    assert_equal names(plate, 1), names(plate, 3)
    take(sample('motor-plate-r6'), 'motor-plate.step', model: plate.reload)
    assert_empty names(plate, 4) & fresh, 'a name means one face over all revisions'
  end

  def names(plate, number)
    App::Workshop.source.model(Nockplane::Products::Subject.new(plate.id, number)).solid.faces.map(&:name)
  end
end
