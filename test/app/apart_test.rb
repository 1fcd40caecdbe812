# frozen_string_literal: true

require 'app_helper'

# Heavy work in processes of its own, with its bounds, and where its products are kept.
class ApartTest < AppTest
  RACK = <<~F
    nockplane: assembly/1
    name: Rack
    components:
      - {id: low, model: QI-2130, pattern: {kind: linear, columns: 40, rows: 40, column_spacing: 120, row_spacing: 60}}
      - {id: middle, model: QI-2130, offset: 50, pattern: {kind: linear, columns: 40, rows: 40, column_spacing: 120, row_spacing: 60}}
      - {id: high, model: QI-2130, offset: 90, pattern: {kind: linear, columns: 40, rows: 40, column_spacing: 120, row_spacing: 60}}
  F

  def teardown
    App::Apart.bounds = nil
    @sockets&.flatten&.each(&:close)
  end

  # Somebody at a browser: [asker, the browser's end].
  def somebody(name = 'Ada')
    near, far = UNIXSocket.pair
    (@sockets ||= []).push(near, far)
    [App::Apart::Asker.new(name, near), far]
  end

  def asked(asker, *task, **more) = App::Apart.on_behalf(asker) { App::Apart.run('The part', *task, **more) }

  def test_a_trial_comes_back_from_another_process
    asker, = somebody
    found = asked(asker, :trial, lid.id, { 'sizes' => { 'thick' => '8' } })
    assert_equal [{ name: 'thick', old: '6', new: '8' }], found[:trial][:changed]
    assert_equal found[:trial][:text], App::Workshop.trial_text(found[:trial][:glb][/\h{32}/])
    fault = asked(asker, :trial, lid.id, { 'sizes' => { 'sink' => '-1' } })
    assert_match(/features\[1\]/, fault[:faults].first[:path].to_s)
    assert_equal 'seat', fault[:partial][:before]
  end

  # The process that builds a part goes on with what is asked next, for whoever asks; not where the part is refused.
  def test_a_task_is_followed_by_another
    asker, = somebody
    other = PART.sub('thick: 6', 'thick: 9')
    asked(asker, :build, PART, following: [:build, other])
    asked(asker, :build, PART)
    assert App::Workshop.source.built?(other)
    third = PART.sub('thick: 6', 'thick: 10')
    bad = PART.sub('thick: 6', 'thick: -6')
    assert_raises(Nockplane::Error) { asked(asker, :build, bad, following: [:build, third]) }
    asked(asker, :build, other)
    refute App::Workshop.source.built?(third)
  end

  # Nobody else stands behind that.
  def test_what_follows_keeps_nobody_else
    lid
    ada, = somebody
    ben, = somebody('Ben')
    asked(ada, :build, PART, following: [:build, RACK])
    asked(ben, :build, PART.sub('thick: 6', 'thick: 9'))
    refute App::Workshop.source.built?(RACK), 'it is still being built'
  end

  def test_what_takes_too_long_or_too_much_is_refused_in_words
    lid
    asker, = somebody
    App::Apart.bounds = App::Apart::Bounds.new(0.01, 1_500_000_000)
    assert_equal 'The part takes longer than 0 s and was given up. Use fewer instances or simpler profiles.',
                 assert_raises(App::Refused) { asked(asker, :build, RACK) }.message
    App::Apart.bounds = App::Apart::Bounds.new(60, 1_000_000)
    assert_match(/takes more than 1 MB of memory/, assert_raises(App::Refused) { asked(asker, :build, RACK) }.message)
    refute App::Workshop.source.built?(RACK)
  end

  def test_work_ends_when_nobody_waits
    lid
    asker, far = somebody
    start = App::Apart.now
    Thread.new { sleep(0.4) && far.close }
    assert_raises(App::Apart::Abandoned) { asked(asker, :build, RACK) }
    assert_operator App::Apart.now - start, :<, 30
    refute App::Workshop.source.built?(RACK)
  end

  def test_one_person_has_only_so_much_at_once
    asker, = somebody
    others =
      Array.new(App::Apart::IN_LINE) do
        Thread.new do
          App::Slots.take("line-#{Digest::SHA256.hexdigest('Ada')[0, 24]}", App::Apart::IN_LINE) { sleep 3 }
        end
      end
    sleep 0.3
    refused = assert_raises(App::Refused) { asked(asker, :build, PART) }
    assert_equal [
      429,
      'You have 8 large pieces of work under way already. Wait for one of them, or close the page that ' \
      'asked for it.'
    ],
                 [refused.status, refused.message]
    assert_nil asked(somebody('Ben')[0], :build, PART)
  ensure
    others.each { |t| t.kill.join }
  end

  # A sheet that somebody waits for is not behind the same person's slower questions.
  def test_what_a_changed_sheet_waits_for_has_a_lane_of_its_own
    asker, = somebody
    person = Digest::SHA256.hexdigest('Ada')[0, 24]
    App::Slots.take("rest-#{person}", App::Apart::OF_ONE) do
      App::Slots.take('rest', App::Apart::AT_ONCE) { assert_nil asked(asker, :build, PART) }
    end
    assert App::Workshop.source.built?(PART)
  end

  # What is too large for a server process to read: the request is answered as ever, from another process.
  def test_a_request_that_rests_on_something_large_is_answered_elsewhere
    lid
    near, = somebody[0].socket
    App::Store.send(:remove_const, :LARGE)
    App::Store.const_set(:LARGE, 500)
    App::Workshop.source.model_of(lid.latest.recipe)
    App::Workshop.reset
    get '/models/lid', {}, 'puma.socket' => near
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'thick'
    token = CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
    post '/models/lid/revisions',
         JSON.generate(sizes: { thick: 7 }, note: 'thicker'),
         'CONTENT_TYPE' => 'application/json',
         'HTTP_X_CSRF_TOKEN' => token,
         'HTTP_ACCEPT' => 'application/json',
         'puma.socket' => near
    assert_equal [200, { 'revision' => 2, 'href' => '/models/lid' }],
                 [last_response.status, JSON.parse(last_response.body)]
    assert_equal 2, lid.reload.latest.number, 'made once'
    get '/models/lid/solid.glb', {}, 'puma.socket' => near
    assert_equal 'glTF', last_response.body[0, 4]
  ensure
    App::Store.send(:remove_const, :LARGE)
    App::Store.const_set(:LARGE, 4_000_000)
  end

  def test_places_are_taken_and_given_back
    App::Slots.take('test', 1) do |first|
      assert first
      App::Slots.take('test', 1) { |second| refute second }
    end
    again = nil
    App::Slots.take('test', 1) { |free| again = free }
    assert again
  end

  def test_memory_holds_so_many_bytes
    kept = App::Bounded.new(100)
    kept.keep('a', 1, 40)
    kept.keep('b', 2, 40)
    assert_equal 1, kept['a'], 'used again, so b goes first'
    kept.keep('c', 3, 40)
    assert_equal [1, nil, 3, 80], [kept['a'], kept['b'], kept['c'], kept.bytes]
    kept.keep('big', 4, 500)
    assert_equal [nil, 4, 500], [kept['c'], kept['big'], kept.bytes]
  end

  def test_the_folder_is_swept_to_its_quota
    Dir.mktmpdir do |dir|
      store = App::Store.new(dir)
      store.fetch('old-aa') { 'x' * 1000 }
      store.fetch('new-bb') { 'x' * 1000 }
      File.utime(Time.now - 9999, Time.now - 9999, store.path_of('old-aa'))
      assert_equal 0, store.sweep(quota: 3000)
      assert_equal 1, store.sweep(quota: 1500)
      assert_equal [nil, true], [store.path_of('old-aa'), store.known?('new-bb')]
      path = store.file('made-cc') { |io| io.write('bytes') }
      assert_equal ['bytes', path], [File.read(path), store.file('made-cc') { flunk 'is there' }]
      assert_raises(RuntimeError) { store.file('torn-dd') { raise 'half way' } }
      refute store.known?('torn-dd')
    end
  end
end
