# frozen_string_literal: true

require 'app_helper'

# Backups of an office whose database is on a server: what is copied with it and put back (bin/test-postgres).
class ServerBackupTest < AppTest
  def setup
    super
    @folder = Dir.mktmpdir('backup')
  end

  def teardown
    FileUtils.rm_rf(@folder)
    super
  end

  def to = File.join(@folder, 'copy')

  def test_what_was_backed_up_comes_back
    skip 'needs a PostgreSQL server: bin/test-postgres' unless ENV['DATABASE_URL']

    lid
    App::Backup.make(App.data_folder, to)
    App::Actions::ReviseModel.call(lid, lid.latest.recipe.sub('thick: 6', 'thick: 9'), note: 'after the copy')
    assert_equal 2, lid.reload.latest.number
    ActiveRecord::Base.connection.create_table(:of_a_later_version)
    aside = App::Backup.restore(to, App.data_folder)
    ActiveRecord::Base.connection.reconnect!
    assert_equal 1, App::Records::Model.find(lid.id).latest.number
    refute_includes ActiveRecord::Base.connection.tables, 'of_a_later_version'
    assert File.size?(File.join(aside, App::Backup::ServerPart::NAME)), 'the database that was there is kept, too'
  end

  def test_a_copy_that_can_not_be_put_back_changes_nothing
    skip 'needs a PostgreSQL server: bin/test-postgres' unless ENV['DATABASE_URL']

    lid
    App::Backup.make(App.data_folder, to)
    part = App::Backup.database
    part.define_singleton_method(:run) do |program, *words|
      program == 'psql' ? raise(App::Backup::Unusable, 'psql failed') : super(program, *words)
    end
    App::Backup.stub(:database, part) do
      assert_raises(App::Backup::Unusable) { App::Backup.restore(to, App.data_folder) }
    end
    assert File.directory?(App.data_folder)
    assert_equal 1, App::Records::Model.find(lid.id).latest.number
  end

  def test_a_program_that_is_not_there_is_told_and_nothing_is_left
    part = App::Backup::ServerPart.new('postgresql://nobody@127.0.0.1:1/none')
    told = assert_raises(App::Backup::Unusable) { part.copy(App.data_folder, @folder) }
    assert_match(/pg_dump (failed|is not here)/, told.message)
    refute_includes told.message, 'nobody@'
  end

  def test_a_backup_of_another_kind_of_database_is_refused
    FileUtils.mkdir_p(to)
    manifest = { 'nockplane' => App::Backup::FORMAT, 'files' => {} }
    File.write(File.join(to, 'manifest.json'), JSON.generate(manifest))
    told = assert_raises(App::Backup::Unusable) { App::Backup.check(to) }
    assert_match(/of another kind of database; see DATABASE_URL/, told.message)
  end
end
