# frozen_string_literal: true

require 'app_helper'
require 'step_helper'

# STEP files in the application: import, revisions, intake folder, designer, runs, comparison, export.
class ImportsTest < AppTest
  include StepHelpers

  def setup
    super
    FileUtils.rm_rf(App::Intake.folder)
    FileUtils.rm_f(File.join(App.data_folder, 'designer.json'))
  end

  # The next revision of the plate.
  def import(name, as: 'motor-plate.step', **more) = take(sample(name), as, model: plate, **more)
  def plate = @plate ||= take(sample('motor-plate-r1'), 'motor-plate.step').model
  def built(revision) = App::Workshop.source.model(Nockplane::Products::Subject.new(revision.model_id, revision.number))
  def names(revision) = built(revision).solid.faces.map(&:name)

  # A drawing of the plate with the sizes of its plan view measured.
  def measured
    @measured ||=
      App::Actions::CreateDrawing.call(plate, 'a3-part-first-angle').tap { |d| adopt(d, 'plan', ['measured']) }
  end

  def drop(name, bytes, age: 5)
    path = File.join(App::Intake.folder, name)
    File.binwrite(path, bytes)
    File.utime(Time.now - age, Time.now - age, path)
  end

  def test_a_file_becomes_a_model_and_its_next_ones_revisions
    assert_equal ['motor-plate 1', 1, 'file'], [plate.name, plate.latest.number, plate.latest.origin]
    assert_equal plate, import('motor-plate-r2').model
    import('motor-plate-r4', as: 'Motor-Plate_r4.STP')
    assert_equal 3, plate.reload.latest.number
    assert_equal 36, (names(plate.revision(1)) & names(plate.revision(2))).size
    assert_equal ['bore-12'], names(plate.latest) - names(plate.revision(2))
  end

  def test_the_same_bytes_are_no_new_revision
    import('motor-plate-r2')
    assert_match(
      /is the same as revision 2/,
      assert_raises(App::Refused) { import('motor-plate-r2', as: 'supplier-export.step') }.message
    )
  end

  def test_a_bad_file_leaves_the_last_good_revision
    plate
    assert_raises(STEP::Unreadable) { App::Received.read('ISO-10303-21;', 'motor-plate.step') }
    assert_equal 1, plate.reload.latest.number
  end

  # (SOON is there for files of a megabyte that take a minute; here the limit is what has no time at all.)
  def test_a_file_that_takes_long_is_read_by_a_worker_with_progress
    get '/models'
    token = CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])
    Tempfile.create(%w[upload .step]) do |f|
      f.write(sample('cup'))
      f.flush
      file = Rack::Test::UploadedFile.new(f.path, 'application/octet-stream', true, original_filename: 'cup.step')
      App::Apart.stub(:run, ->(*, **) { raise App::Apart::TooLong, 'long' }) do
        post '/models', authenticity_token: token, file: file
      end
    end
    run = App::Records::Run.last
    assert_equal ["/runs/#{run.id}", 'Importing cup.step'], [URI(last_response.location).path, run.label]
    Delayed::Worker.new(quiet: true).work_off
    assert_equal ['done', "/models/#{App::Records::Model.last.slug}"], run.reload.then { |r| [r.state, r.href] }
  end

  def test_measured_sizes_follow_the_model_and_say_what_moved
    words =
      measured.value.dimensions.map { |d| d.snapshot.words(measured.value.standard).to_s }
    ['90', '60', '4× ⌀5,5', '⌀22'].each { |w| assert_includes words, w }
    import('motor-plate-r2')
    moved = measured.staleness.behind.find { |b| b.view.id == 'plan' }.numbers.map { |n| [n.old, n.new] }
    assert_includes moved, %w[90 94]
    assert_includes moved, ['⌀22', '⌀24']
    assert_empty measured.staleness.adrift
  end

  def test_a_feature_that_is_gone_leaves_its_size_adrift_with_proposals
    view = measured.value.view('front')
    App::Actions::EditDrawing.call(measured, base: nil) do |v|
      Nockplane::Linking::Adoption.new(v, App::Workshop.source).adopt(view, ['measured'])
    end
    %w[motor-plate-r2 motor-plate-r4 motor-plate-r5].each { |n| import(n) }
    App::Actions::UpdateDrawings.call([measured.reload])
    lost = measured.reload.staleness.adrift
    assert_includes lost.map { |a| a.dimension.snapshot.faces }.flatten, 'shaft-1'
    bore = lost.find { |a| a.dimension.snapshot.kind.end_with?('diameter') }
    assert(bore.proposals.any? || lost.any? { |a| a.proposals.any? }, 'something like it is proposed')
    counts =
      measured.value.dimensions.map { |d| d.snapshot.words(measured.value.standard).to_s }
    assert_includes counts, '3× ⌀5,5', 'one of the equal holes is gone, the size stays'
  end

  def test_a_recipe_may_be_followed_by_a_file_when_a_person_says_so
    text =
      "nockplane: recipe/1\nname: Block\nfeatures:\n  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, " \
      "height: 30}, depth: 10}\n"
    model = App::Actions::AddModel.call(text)
    step = STEP::Writer.write(App::Workshop.source.model_of(text))
    take(step, 'block.step', model: model)
    assert_equal names(model.revision(1)).sort,
                 names(model.reload.latest).sort,
                 'faces keep the names the recipe gave them'
  end

  def test_the_intake_takes_new_and_changed_files
    drop('motor-plate.step', sample('motor-plate-r1'))
    drop('lid.recipe.yml', PART)
    assert_equal %w[taken taken], App::Intake.scan.map(&:state)
    assert_empty App::Intake.scan, 'nothing is taken twice'
    drop('motor-plate.step', sample('motor-plate-r2'))
    drop('lid.recipe.yml', "# change: thicker\n#{PART.sub('thick: 6', 'thick: 7')}")
    App::Intake.scan
    assert_equal [2, 2],
                 [
                   App::Records::Model.find_by(source_file: 'motor-plate'),
                   App::Records::Model.find_by(source_file: 'lid')
                 ].map { |m| m.latest.number }
    assert_equal 'thicker', App::Records::Model.find_by(source_file: 'lid').latest.note
  end

  def test_what_a_change_means_is_worked_out_ahead
    measured
    import('motor-plate-r2')
    App::Workshop.reset # as another process: only the cache folder is shared
    fetched = []
    App::Store.class_eval do
      alias_method :plain_fetch, :fetch
      define_method(:fetch) do |key, &work|
        plain_fetch(key) do
          fetched << key
          work.call
        end
      end
    end
    measured.staleness.behind
    assert_equal 'behind', App::Presenters::Board.new.all_cells[0].state
    assert_empty fetched, 'nothing has to be worked out again'
  ensure
    App::Store.class_eval { alias_method :fetch, :plain_fetch }
  end

  def test_half_written_files_wait
    drop('motor-plate.step', sample('motor-plate-r1')[0, 50_000])
    assert_empty App::Intake.scan
    drop('motor-plate.step', sample('motor-plate-r1'), age: 0)
    assert_empty App::Intake.scan, 'just written'
    drop('motor-plate.step', sample('motor-plate-r1'))
    assert_equal ['taken'], App::Intake.scan.map(&:state)
  end

  def test_bad_files_are_set_aside_with_their_reason_on_the_docket
    plate
    drop('motor-plate.step', sample('motor-plate-r1')[0, 50_000], age: 60)
    drop('lid.recipe.yml', 'nockplane: recipe/1')
    drop('photo.png', 'x')
    assert_equal 3, App::Intake.scan.count { |f| f.state == 'refused' }
    assert_equal %w[lid.recipe.yml motor-plate.step photo.png], Dir.children(App::Intake.aside).sort
    get '/'
    assert_includes last_response.body, 'photo.png is neither a STEP file'
    refuse = App::Records::IntakeFile.find_by(name: 'photo.png')
    post "/intake/#{refuse.id}/dismiss",
         authenticity_token: CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])
    assert_equal 'settled', refuse.reload.state
    assert_equal 1, plate.reload.latest.number
  end

  def test_the_designer_pushes_believable_changes
    designer = App::Designer.new(folder: App::Intake.folder)
    App::Actions::AddModel.call(demo('carousel'), origin: 'file', source_file: 'carousel')
    plate
    pushed = App::Designer::SERIES.map do |change|
      assert_equal change, designer.push
      Dir[File.join(App::Intake.folder, '*.*')].each { |f| File.utime(Time.now - 5, Time.now - 5, f) }
      App::Intake.scan.map { |f| [f.state, f.reason] }
    end
    assert(pushed.flatten(1).all? { |state, _| state == 'taken' }, pushed.inspect)
    assert_equal 4, App::Records::Model.find_by(source_file: 'carousel').latest.number
    assert_equal 5, plate.reload.latest.number
    assert_match(/nothing is left/, assert_raises(App::Refused) { designer.push }.message)
    assert_match(/There is no change 'x'/, assert_raises(App::Refused) { designer.push('x') }.message)
  end

  def test_a_run_updates_drawings_one_by_one_and_can_be_cut_off_and_stopped
    drawings = Array.new(3) { |i| App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: "QI-#{i}") }
    revise(lid, 'thick: 6', 'thick: 8')
    items = drawings.map { |d| { what: d.number, slug: d.slug, state: 'waiting' } }
    run = App::Queue.start('update', 'Updating', items: items) { |r| App::Jobs::UpdateJob.new(r.id) }
    # A worker is killed after the first drawing: the job stays locked by a process that is no more.
    Delayed::Job.last.update_columns(locked_by: "host:#{Socket.gethostname} pid:99999999", locked_at: Time.now)
    run.update!(state: 'running')
    App::Actions::UpdateDrawings.call([drawings[0]])
    run.settle(0, 'done', '4 views updated')
    assert_equal 0, App::Queue.work_off, 'nobody may take it while it is locked'
    App::Queue.revive
    assert_equal 1, App::Queue.work_off
    assert_equal ['done', 3, %w[done done done]], [run.reload.state, run.done, run.lines.map { |l| l['state'] }]
    assert(drawings.all? { |d| d.reload.staleness.current? })

    revise(lid, 'thick: 8', 'thick: 9')
    second = App::Queue.start('update', 'Updating', items: items) { |r| App::Jobs::UpdateJob.new(r.id) }
    second.update!(stop_wanted: true)
    App::Queue.work_off
    assert_equal ['stopped', 0], [second.reload.state, second.done]
    refute drawings[0].reload.staleness.current?
  end

  def test_an_import_run_tells_its_progress_and_its_failure
    good = App::Files.put(sample('motor-plate-r1'))
    run =
      App::Queue.start('import', 'Importing', total: 100) do |r|
        App::Jobs::ImportJob.new(r.id, good, 'motor-plate.step', nil, nil)
      end
    App::Queue.work_off
    assert_equal ['done', 100, '/models/motor-plate-1'], [run.reload.state, run.done, run.href]
    bad = App::Files.put('nothing')
    failed =
      App::Queue.start('import', 'Importing', total: 100) do |r|
        App::Jobs::ImportJob.new(r.id, bad, 'x.step', nil, nil)
      end
    App::Queue.work_off
    assert_equal 'failed', failed.reload.state
    assert_match(/not a STEP file/, failed.reason)
  end

  def test_revisions_are_compared
    import('motor-plate-r2')
    import('motor-plate-r4')
    found = App::Presenters::Comparison.new(plate, plate.revision(2), plate.revision(3))
    assert_equal [1, 3], [found.result.fresh.size, found.result.gone.size]
    measured
    get "/models/#{plate.slug}/compare?from=2&to=3"
    assert_includes last_response.body, 'bore ⌀3.2'
    get "/models/#{plate.slug}/compare?from=1&to=2"
    assert_match(%r{diameter of bore ⌀24</td><td class="num">22</td><td class="num jump">24}, last_response.body)
  end

  def test_before_and_after_tells_lines_gone_and_new
    measured
    import('motor-plate-r2')
    view = measured.value.view('plan')
    both = Nockplane::Linking::BeforeAfter.new(measured.value, App::Workshop.source, view, 2)
    circles = both.lines.transform_values { |list| list.select { |s| s.arc? && s.closed? }.map { |s| s.rx.round(6) } }
    assert_includes circles[:gone], 11.0
    assert_includes circles[:fresh], 12.0
    get "/drawings/#{measured.slug}/views/plan/before-after"
    data = JSON.parse(last_response.body)
    assert_equal [1, 2], data.values_at('from', 'to')
    assert_equal both.lines.transform_values(&:size).transform_keys(&:to_s), data['counts']
    get "/drawings/#{measured.slug}/views/none/before-after"
    assert_equal 404, last_response.status
  end

  def test_models_are_downloaded_for_other_systems
    get "/models/#{plate.slug}/export.step"
    assert_in_delta 40_240, Solids::Mass.of(STEP::Import.read(last_response.body).model.solid).volume, 40
    assert_includes last_response.headers['Content-Disposition'], 'motor-plate-1-1.step'
    get "/models/#{plate.slug}/export.stl"
    assert_equal 84 + (50 * last_response.body.b[80, 4].unpack1('L<')), last_response.body.bytesize
    get "/models/#{plate.slug}/export.glb"
    assert last_response.body.start_with?('glTF')
  end

  def test_an_upload_that_is_no_step_file_is_refused_in_words
    get "/models/#{plate.slug}"
    token = CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])
    Tempfile.create(['plate', '.step']) do |f|
      f.write('hello')
      f.flush
      ["/models/#{plate.slug}/import", '/models'].each do |path|
        post path,
             authenticity_token: token,
             file: Rack::Test::UploadedFile.new(f.path, 'model/step', true, original_filename: 'plate.step')
        assert_equal 422, last_response.status
        assert_includes last_response.body, 'this is not a STEP file: it does not begin with ISO-10303-21'
      end
    end
    assert_equal 1, plate.reload.latest.number
  end

  def test_upload_in_the_browser_with_its_report
    get '/models'
    token = CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])
    Tempfile.create(['annotated-plate', '.step']) do |f|
      f.binmode
      f.write(sample('annotated-plate').sub('DATA;', "DATA;\n#9999=STRANGE_THING('');"))
      f.flush
      post '/models',
           authenticity_token: token,
           file: Rack::Test::UploadedFile.new(f.path, 'model/step', true, original_filename: 'annotated-plate.step')
    end
    follow_redirect!
    ['⌀20 H7', 'Datum A', 'STRANGE_THING', 'is not read; nothing of it is shown'].each do |w|
      assert_includes last_response.body, w
    end
  end
end
