# frozen_string_literal: true

require 'app_helper'

# What keeps the data folder small, and what an administrator reads.
class HousekeepingTest < AppTest
  def aged(digest) = File.utime(Time.now - (2 * 86_400), Time.now - (2 * 86_400), App::Files.path(digest))

  def test_files_that_nothing_names_are_swept_after_a_day
    orphan, fresh, asked, kept = %w[a b c d].map { |word| App::Files.put("ISO-10303-21; #{word}") }
    model = App::Records::Model.create!(slug: 'brought', name: 'Brought')
    model.revisions.create!(
      number: 1,
      recipe: "#{Nockplane::Modelling::ImportReference::HEAD}\nfile: #{kept}",
      note: '',
      author: ''
    )
    model.update!(removed_at: Time.now)
    App::Records::Arrival.create!(origin: 'upload', filename: 'c.step', kind: 'file', digest: asked, text: 'x')
    [orphan, asked, kept].each { |digest| aged(digest) }
    assert_equal 1, App::Files.sweep
    assert_equal [false, true, true, true],
                 [orphan, fresh, asked, kept].map { |digest| File.exist?(App::Files.path(digest)) },
                 'in the bin is named, too'
    App::Files.put('ISO-10303-21; b')
    aged(fresh)
    App::Files.put('ISO-10303-21; b')
    assert_equal 0, App::Files.sweep, 'brought again, it is new again'
  end

  def log = File.read(File.join(App.data_folder, 'log', 'nockplane.log')).lines

  def test_a_refusal_is_one_line_with_time_and_request
    get '/models/there-is-none'
    line = log.last
    assert_match(
      %r{\A\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z \d+ (\h{12}) refused GET /models/there-is-none There is no model},
      line
    )
    assert_equal last_response.headers['x-request-id'], line[/ (\h{12}) /, 1]
    post_json('/models/none/try', {})
    get '/models/a%0Ab'
    assert_equal 1, log.last(1).size
    refute_match(/\n./, log.last)
  end

  def test_a_fault_is_told_with_its_request
    App::Presenters::Board.stub(:new, ->(*, **) { raise KeyError, "first\nsecond" }) do
      _, told = capture_io { get '/' }
      assert_equal 500, last_response.status
      assert_includes last_response.body, "under #{last_response.headers['x-request-id']}."
      assert_match(
        / #{last_response.headers['x-request-id']} fault KeyError \| first \| second \| .*housekeeping_test\.rb/,
        log.last
      )
      assert_equal log.last, told
    end
  end

  def test_every_request_can_be_logged
    ENV['NOCKPLANE_ACCESS_LOG'] = '1'
    get '/up'
    assert_match(%r{ access GET /up (200|503) \d+ \d+ ms$}, log.last)
  ensure
    ENV.delete('NOCKPLANE_ACCESS_LOG')
  end

  def test_logs_turn_over
    logger = App::Log.logger
    assert_equal [10, 5_000_000],
                 logger
                   .instance_variable_get(:@logdev)
                   .then { |d| [d.instance_variable_get(:@shift_age), d.instance_variable_get(:@shift_size)] }
  end

  def test_chores_that_fail_do_not_end_the_worker
    App::Backup.stub(:on_schedule, ->(_) { raise Errno::ENOSPC }) do
      swept = false
      App::Files.stub(:sweep, -> { swept = true }) do
        _, told = capture_io { App::Housekeeping.call }
        assert_match(/trouble housekeeping: No space left on device/, told)
      end
      assert swept, 'the next chore is done all the same'
    end
  end
end
