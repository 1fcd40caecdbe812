# frozen_string_literal: true

require 'active_record/connection_adapters/sqlite3_adapter'

module App
  # The SQLite database in the data folder (or DATABASE_URL), in WAL mode, brought up to date on connecting.
  # Transactions begin as writes, so that none finds at its first write that it read something old; whoever comes second
  # waits.
  module Database
    # ms a write waits for another one.
    PATIENCE = 15_000
    # Connections of one process: one for each thread that answers, and some for what it does besides.
    POOL = 20

    # Waits for a lock without keeping the other threads of the process from going on (the adapter's own timeout does
    # keep them, so that the one who has the lock could never give it back).
    module Waiting
      private

      def configure_connection
        super
        @raw_connection.busy_handler_timeout = PATIENCE
      end
    end
    ActiveRecord::ConnectionAdapters::SQLite3Adapter.prepend(Waiting)

    module_function

    def connect
      FileUtils.mkdir_p(App.data_folder)
      ActiveRecord::Base.logger = nil
      ActiveRecord::Base.establish_connection(where)
      migrate
      ship
    end

    # What ActiveRecord is to connect to.
    def where
      return { url: ENV.fetch('DATABASE_URL'), pool: POOL } if ENV['DATABASE_URL']

      file = File.join(App.data_folder, 'nockplane.sqlite3')
      { adapter: 'sqlite3', database: file, pool: POOL, default_transaction_mode: :immediate }
    end

    # What comes with Nockplane and is kept in the database, so that it can be changed: templates and standards; and the
    # search of a database from before there was one.
    def ship
      Records::Template.ship
      Records::Standard.ship
      Records::ShelfNote.ship
      reindex if Records::Property.none? && Records::Model.exists?
    end

    def reindex
      Records::Model.find_each do |m|
        Records::Property.index_model(m, Workshop.source.model_of(m.latest.recipe).properties)
      end
      Records::Drawing.find_each { |d| Records::Property.index_drawing(d) }
    end

    # Brings the tables up to date; a database that has something in it is backed up first.
    def migrate
      ActiveRecord::Migration.verbose = false
      context = ActiveRecord::MigrationContext.new(File.join(ROOT, 'db', 'migrate'))
      return unless context.needs_migration?

      before =
        File.join(
          App.data_folder,
          'backups',
          "before-migration-#{context.current_version}-#{Time.now.strftime('%Y%m%d-%H%M%S')}"
        )
      Backup.make(App.data_folder, before) if context.current_version.positive? && ENV['DATABASE_URL'].nil?
      context.migrate
    end

    # What is written in the block may be lost when the machine goes down a moment later: nobody waits for the disk.
    # (Of PostgreSQL; SQLite's own way stays as it is.)
    def lightly
      connection = ActiveRecord::Base.connection
      return yield unless connection.adapter_name == 'PostgreSQL'

      ActiveRecord::Base.transaction do
        connection.execute('SET LOCAL synchronous_commit TO OFF')
        yield
      end
    end

    # Gives the thread's connection back; called after each request.
    def release = ActiveRecord::Base.connection_handler.clear_active_connections!
  end
end
