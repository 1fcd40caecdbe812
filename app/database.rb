# frozen_string_literal: true

module App
  # The SQLite database in the data folder (or DATABASE_URL), in WAL mode, brought up to date on connecting.
  module Database
    module_function

    def connect
      FileUtils.mkdir_p(App.data_folder)
      ActiveRecord::Base.logger = nil
      ActiveRecord::Base.establish_connection(ENV['DATABASE_URL'] || { adapter: 'sqlite3', database: File.join(App.data_folder, 'nockplane.sqlite3'), pool: 16, timeout: 5000 })
      migrate
      ship
    end

    # What comes with Nockplane and is kept in the database, so that it can be changed: templates and standards; and the search of
    # a database from before there was one.
    def ship
      Records::Template.ship
      Records::Standard.ship
      reindex if Records::Property.none? && Records::Model.exists?
    end

    def reindex
      Records::Model.find_each { |m| Records::Property.index_model(m, Workshop.source.model_of(m.latest.recipe).properties) }
      Records::Drawing.find_each { |d| Records::Property.index_drawing(d) }
    end

    def migrate
      ActiveRecord::Migration.verbose = false
      ActiveRecord::MigrationContext.new(File.join(ROOT, 'db', 'migrate')).migrate
    end

    # Gives the thread's connection back; called after each request.
    def release = ActiveRecord::Base.connection_handler.clear_active_connections!
  end
end
