# frozen_string_literal: true

require 'app_helper'

# The database away for a while, the data folder full, rights taken while something is going on: words, and nothing
# half-written.
class OutageTest < AppTest
  AWAY = ActiveRecord::ConnectionNotEstablished.new('connection refused')

  def teardown
    [App::Records::PersonSession, App::Records::Person].each(&:delete_all)
    super
  end

  def kept_files = Dir[File.join(App::Files.folder, '**', '*')].count { |f| File.file?(f) }
  def note(slug) = { do: 'note', text: 'Deburr', x: 40, y: 50, slug: slug }

  def test_a_database_that_does_not_answer_is_told_and_the_same_may_be_sent_again
    slug = drawn.slug
    post_json('/copy/rows', {}) # the page's token is there
    App::People.stub(:any?, -> { raise AWAY }) do
      answer = post_json("/drawings/#{slug}/edits", note(slug))
      assert_equal 503, last_response.status
      assert_equal true, answer['again']
      assert_includes answer['error'], 'Nothing of this was begun'
      get "/drawings/#{slug}"
      assert_equal [503, '3'], [last_response.status, last_response.headers['Refresh']]
      assert_includes last_response.body, 'does not answer'
      refute_includes last_response.body, 'connection refused', 'what the server said is for the log'
    end
    post_json("/drawings/#{slug}/edits", note(slug))
    assert_equal %w[Deburr], drawn.reload.value.notes.map(&:text)
  end

  def test_one_that_went_away_in_the_middle_is_not_sent_again_by_itself
    slug = drawn.slug
    [ActiveRecord::ConnectionFailed.new('server closed'), AWAY].each do |fault|
      App::Actions::EditDrawing.stub(:call, ->(*, **) { raise fault }) do
        answer = post_json("/drawings/#{slug}/edits", note(slug))
        assert_equal [503, false], [last_response.status, answer['again']]
        assert_includes answer['error'], 'Look whether your last change is there'
      end
    end
  end

  def test_a_change_that_was_kept_before_the_database_went_is_not_made_twice
    slug = drawn.slug
    post_json('/copy/rows', {})
    App::Standings.stub(:recheck, ->(*, **) { raise AWAY }) do
      answer = post_json("/drawings/#{slug}/edits", note(slug))
      assert_equal [503, false], [last_response.status, answer['again']]
    end
    assert_equal %w[Deburr], drawn.reload.value.notes.map(&:text), 'it is there, and nobody sends it again'
  end

  def test_a_full_folder_keeps_nothing_of_a_file_and_says_so
    before = [App::Records::Model.count, kept_files]
    bytes = File.binread(File.join(App::ROOT, 'test', 'models', 'torus.step'))
    File.stub(:rename, ->(*) { raise Errno::ENOSPC }) { assert_raises(Errno::ENOSPC) { App::Files.put(bytes) } }
    assert_equal before, [App::Records::Model.count, kept_files]
    App::Presenters::ModelShelf.stub(:new, ->(*) { raise Errno::ENOSPC }) do
      get '/models'
      assert_equal 507, last_response.status
      assert_includes last_response.body, 'There is no room left in the data folder'
    end
  end

  def test_a_full_cache_costs_time_and_no_work
    Dir.mktmpdir do |dir|
      store = App::Store.new(dir)
      File.stub(:binwrite, ->(*) { raise Errno::ENOSPC }) { assert_equal 7, store.fetch('model-aa11') { 7 } }
      assert_empty Dir[File.join(dir, '**', '*')].select { |f| File.file?(f) }
      assert_equal 8, store.fetch('model-aa11') { 8 }
    end
  end

  def test_a_run_waits_for_the_database_and_tells_of_a_full_folder
    assert_equal 'the database went away; begin it again', App::Outage.reason(AWAY)
    drawn
    revise(lid, 'thick: 6', 'thick: 6.3')
    run =
      App::Queue.start('update', 'Updating', items: [{ what: 'x', slug: drawn.slug, state: 'waiting' }]) do |r|
        App::Jobs::UpdateJob.new(r.id)
      end
    job = App::Jobs::UpdateJob.new(run.id)
    App::Actions::UpdateDrawings.stub(:call, ->(*, **) { raise AWAY }) do
      assert_raises(ActiveRecord::ConnectionNotEstablished) { job.perform }
    end
    assert_equal 'waiting', run.reload.lines[0]['state'], 'the line waits for another try'
    job.perform
    assert_equal 'done', run.reload.lines[0]['state']
  end

  def test_what_somebody_began_stops_when_they_may_not_do_it_any_more
    App::People.found('Ada Thorne', 'quiet filters')
    ida = App::People.create('Ida Marsh', 'quiet filters', 'drafter')
    items = [{ what: 'x', slug: drawn.slug, state: 'waiting' }]
    tidy, paper =
      App::Acting.as('Ida Marsh') do
        %w[tidy paper].map { |kind| App::Queue.start(kind, kind, items: items) { |r| App::Jobs::TidyJob.new(r.id) } }
      end
    tidy.update!(state: 'running')
    App::People.give_role(ida, 'designer')
    assert_equal [true, false], [tidy.reload, paper.reload].map(&:stop_wanted)
    App::Jobs::TidyJob.new(tidy.id).perform
    assert_equal ['stopped', 'stopped because Ida Marsh is a designer now; what was updated stays updated'],
                 [tidy.reload.state, tidy.reason]
    App::People.switch(ida.reload, on: false)
    assert_equal ['stopped', 'stopped because Ida Marsh is switched off before it began'],
                 [paper.reload.state, paper.reason]
  end

  def test_whoever_is_switched_off_in_the_middle_of_something_is_told_why
    App::People.found('Ada Thorne', 'quiet filters')
    ida = App::People.create('Ida Marsh', 'quiet filters', 'drafter')
    get '/log-in'
    token = CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
    post '/log-in', name: 'Ida Marsh', password: 'quiet filters', authenticity_token: token
    slug = drawn.slug
    get "/drawings/#{slug}"
    App::People.switch(ida, on: false)
    answer = post_json("/drawings/#{slug}/edits", note(slug))
    assert_equal 403, last_response.status
    assert_equal 'Ida Marsh, you were switched off by a lead. What you did until now is kept; this was not done.',
                 answer['error']
    assert_empty drawn.reload.value.notes
  end
end
