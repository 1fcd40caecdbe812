# frozen_string_literal: true

require 'app_helper'

# The pages of long work.
class RunsTest < AppTest
  def run_of(**more)
    App::Records::Run.create!(
      kind: 'update',
      label: 'Updating 2 drawings',
      total: 2,
      items:
        JSON.generate(
          [
            { what: 'QI-1', slug: 'a', state: 'done', words: '3 views updated' },
            { what: 'QI-2', slug: 'b', state: 'waiting' }
          ]
        ),
      done: 1,
      **more
    )
  end

  def token = CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])

  def test_progress_and_outcomes
    run = run_of(state: 'running')
    get "/runs/#{run.id}"
    ['Updating 2 drawings', '1 of 2 drawings', '3 views updated', 'Stop'].each do |w|
      assert_includes last_response.body, w
    end
    get "/runs/#{run.id}/state"
    data = JSON.parse(last_response.body)
    assert_equal ['running', 1, 2, nil], data.values_at('state', 'done', 'total', 'href')
    assert_in_delta 0.5, run.share
  end

  def test_stopping_is_asked_of_the_worker_and_done_at_once_before_it_begins
    working, waiting = run_of(state: 'running'), run_of(state: 'waiting')
    [working, waiting].each do |run|
      get "/runs/#{run.id}"
      post "/runs/#{run.id}/stop", authenticity_token: token
    end
    assert_equal ['running', true], working.reload.then { |r| [r.state, r.stop_wanted] }
    assert_equal 'stopped', waiting.reload.state
    get "/runs/#{waiting.id}"
    refute_includes last_response.body, '>Stop<'
  end

  def test_a_run_that_is_not_there
    get '/runs/999'
    assert_equal 404, last_response.status
  end

  def test_a_drawing_that_went_away_or_is_current_is_skipped
    drawing = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle')
    run =
      App::Queue.start(
        'update',
        'Updating',
        items: [
          { what: 'gone', slug: 'gone', state: 'waiting' },
          { what: 'current', slug: drawing.slug, state: 'waiting' }
        ]
      ) { |r| App::Jobs::UpdateJob.new(r.id) }
    App::Queue.work_off
    assert_equal [['skipped', 'the drawing is no longer here'], ['skipped', 'was up to date already']],
                 run.reload.lines.map { |l| l.values_at('state', 'words') }
  end

  # Jobs that end in a fault of the program.
  def broken_off(job_class, message, &)
    job_class.define_method(:perform) { raise message }
    capture_io(&)
  ensure
    job_class.remove_method(:perform)
  end

  def test_a_run_whose_job_ends_in_a_fault_says_so_and_the_log_has_it
    run = App::Queue.start('issue', 'Issuing', items: [{ what: 'x', state: 'waiting' }]) { |r| issuing(r) }
    _, told = broken_off(App::Jobs::IssueModelJob, 'odd thing') { App::Queue.work_off }
    assert_equal ['failed', 'it broke off (RuntimeError); begin it again, the log says more'],
                 [run.reload.state, run.reason]
    assert_match(/fault RuntimeError \| odd thing/, told)
    get "/runs/#{run.id}"
    assert_includes last_response.body, 'it broke off'
  end

  def issuing(run) = App::Jobs::IssueModelJob.new(run.id, lid.id, 'r', 'Ada Thorne', 'w', 1)

  def test_a_row_of_a_sheet_run_that_breaks_off_leaves_the_others
    items = %w[one two].map { |w| { what: w, state: 'waiting' } }
    run = App::Records::Run.create!(kind: 'sheets', label: 'x', items: JSON.generate(items), total: 2, state: 'running')
    App::Jobs::SheetJob.new(run.id, 0, {}).broke_off(run, 'it broke off')
    assert_equal [%w[failed waiting], 'running'], [run.reload.lines.map { |l| l['state'] }, run.state]
    App::Jobs::SheetJob.new(run.id, 1, {}).broke_off(run, 'it broke off')
    assert_equal 'done', run.reload.state
  end

  def test_a_job_of_a_living_worker_is_left_alone
    App::Queue.start('update', 'x') { |r| App::Jobs::UpdateJob.new(r.id) }
    Delayed::Job.last.update_columns(locked_by: "host:#{Socket.gethostname} pid:#{Process.pid}", locked_at: Time.now)
    App::Queue.revive
    refute_nil Delayed::Job.last.locked_by
    Delayed::Job.last.update_columns(locked_by: 'host:elsewhere pid:99999999', locked_at: Time.now - 60)
    App::Records::Worker.beat('host:elsewhere pid:99999999')
    App::Queue.revive
    refute_nil Delayed::Job.last.locked_by, 'one of another machine too'
    App::Queue.revive(now: Time.now + 25)
    assert_nil Delayed::Job.last.locked_by, 'until it has said nothing for a while'
  end

  def test_stems_of_file_names
    {
      'Motor-Plate_r12.STP' => 'motor-plate',
      'lid.step' => 'lid',
      'bracket v2.step' => 'bracket',
      'rev3.step' => 'rev3',
      '/tmp/x/plate-rev-3.stp' => 'plate'
    }.each { |file, stem| assert_equal stem, App::Received.stem(file), file }
  end
end
