# frozen_string_literal: true

require 'app_helper'
require 'step_helper'

# Backups made while people work, and put back.
class BackupTest < AppTest
  include StepHelpers

  def setup
    super
    skip 'copies of a file; those of a server are tried in server_backup_test.rb' if ENV['DATABASE_URL']
    # (Files that tests before left: copied one by one beside busy threads they would take minutes.)
    %w[packets papers].each { |part| FileUtils.rm_rf(File.join(App.data_folder, part)) }
    @folder = Dir.mktmpdir('backup')
  end

  def teardown = @folder && FileUtils.rm_rf(@folder)
  def to(name) = File.join(@folder, name)
  def make(name, **more) = App::Backup.make(App.data_folder, to(name), **more)

  def rows(name, sql)
    SQLite3::Database
      .new(File.join(to(name), 'nockplane.sqlite3'), readonly: true)
      .then { |d| d.execute(sql).flatten.tap { d.close } }
  end

  def test_backups_during_edits_are_whole_and_hold_what_was_acknowledged
    drawn
    acknowledged = 0
    over = false
    people =
      Array.new(3) do |i|
        Thread.new do
          until over
            App::Actions::EditDrawing.call(
              App::Records::Drawing.find(drawn.id),
              base: nil,
              author: "person #{i}"
            ) { |v| Nockplane::Drawings::ViewEdits.move(v, 'iso', 0.01, 0.0) }
            acknowledged += 1
          end
          App::Database.release
        end
      end
    8.times do |i|
      before = acknowledged
      make("b#{i}")
      App::Backup.check(to("b#{i}"))
      version = rows("b#{i}", "SELECT version FROM drawings WHERE id = #{drawn.id}")[0]
      entries = rows("b#{i}", "SELECT COUNT(*) FROM journal_entries WHERE drawing_id = #{drawn.id}")[0]
      assert_equal version - 1, entries, 'every version has its journal entry'
      assert_operator version, :>=, before, 'nothing acknowledged before is missing'
      sleep 0.1
    end
  ensure
    over = true
    people.each(&:join)
  end

  def test_files_that_come_and_go_in_the_intake_do_not_stop_a_backup
    lid
    intake = File.join(App.data_folder, 'intake')
    FileUtils.mkdir_p(intake)
    over = false
    designer =
      Thread.new do
        until over
          20.times { |i| File.write(File.join(intake, ".part-#{i}"), 'x' * 1000) }
          20.times { |i| File.rename(File.join(intake, ".part-#{i}"), File.join(intake, "part-#{i}.step")) }
          20.times { |i| File.delete(File.join(intake, "part-#{i}.step")) }
        end
      end
    10.times { |i| assert_equal 'backup/1', make("c#{i}")['nockplane'] }
  ensure
    over = true
    designer.join
    FileUtils.rm_rf(intake)
  end

  def test_what_was_backed_up_comes_back_and_what_was_there_is_kept
    plate = take(sample('motor-plate-r1'), 'motor-plate.step').model
    make('first')
    assert_includes Dir.children(to('first')), 'files'
    data = to('data')
    FileUtils.mkdir_p(data)
    File.write(File.join(data, 'precious'), 'x')
    aside = App::Backup.restore(to('first'), data)
    assert_equal 'x', File.read(File.join(aside, 'precious'))
    database = SQLite3::Database.new(File.join(data, 'nockplane.sqlite3'))
    assert_equal [plate.name], database.execute('SELECT name FROM models').flatten
    digest = Nockplane::Modelling::ImportReference.parse(plate.latest.recipe).file
    assert_equal digest, Digest::SHA256.file(File.join(data, 'files', digest[0, 2], "#{digest}.step")).hexdigest
  ensure
    database&.close
  end

  def test_a_damaged_backup_is_refused_in_words_and_changes_nothing
    take(sample('motor-plate-r1'), 'motor-plate.step')
    make('good')
    database = File.join(to('good'), 'nockplane.sqlite3')
    {
      'a file gone' => -> { FileUtils.rm_rf(File.join(to('bad'), 'files')) },
      'a byte changed' => -> do
        File.open(File.join(to('bad'), 'nockplane.sqlite3'), 'r+b') { |f| f.seek(5000) && f.write('xx') }
      end,
      'no manifest' => -> { File.delete(File.join(to('bad'), 'manifest.json')) }
    }.each do |what, damage|
      FileUtils.rm_rf(to('bad'))
      FileUtils.cp_r(to('good'), to('bad'))
      damage.call
      error = assert_raises(App::Backup::Unusable, what) { App::Backup.restore(to('bad'), to('data')) }
      assert_match(/is missing or is not as it was|is no backup/, error.message)
      refute File.exist?(to('data')), what
    end
    assert File.exist?(database)
    assert_match(/exists already/, assert_raises(App::Backup::Unusable) { make('good') }.message)
  end

  def test_the_schedule_keeps_the_latest_few
    lid
    now = Time.now
    assert App::Backup.on_schedule(App.data_folder, now: now, keep: 2)
    assert_nil App::Backup.on_schedule(App.data_folder, now: now + 3600, keep: 2), 'not due yet'
    3.times { |i| assert App::Backup.on_schedule(App.data_folder, now: now + (86_400 * (i + 2)), keep: 2, hours: 24) }
    assert_equal 2, App::Backup.kept(App.data_folder).size
    assert_nil App::Backup.on_schedule(App.data_folder, now: now + (86_400 * 40), hours: 0), 'switched off'
  ensure
    FileUtils.rm_rf(File.join(App.data_folder, 'backups'))
  end
end
