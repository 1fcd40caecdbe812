# frozen_string_literal: true

# The core and the loader of app/, without database or web: what the command line needs for files.
ENV['BUNDLE_GEMFILE'] ||= File.expand_path('../Gemfile', __dir__)
# Where bin/setup puts gems, also for commands that are started by hand.
ENV['BUNDLE_PATH'] ||= File.expand_path('../vendor/bundle', __dir__)
require 'bundler/setup'
$LOAD_PATH.unshift(File.expand_path('../lib', __dir__))
require 'nockplane'
require 'fileutils'
require 'timeout'

# The application around the core: records, actions (one class per thing a person does), presenters, routes, commands.
module App
  ROOT = File.expand_path('..', __dir__)

  # Who acts, while the application knows one person only.
  LEAD = 'Drafting lead'

  # Refused input or a missing thing, with the HTTP status to answer.
  class Refused < Nockplane::Error
    attr_reader :status, :details

    def initialize(message, status: 422, details: {})
      super(message)
      @status = status
      @details = details
    end
  end

  # Title block fields that are the same on every drawing: the legal owner (NOCKPLANE_OWNER, else the demo's company).
  def self.title_fields = { 'owner' => ENV.fetch('NOCKPLANE_OWNER', 'Quillfen Instruments') }

  # Everything the application keeps: database, cache, session key. bin/backup makes a whole copy of it while people
  # work.
  def self.data_folder = File.expand_path(ENV.fetch('NOCKPLANE_DATA', File.join(ROOT, 'var')))
end

loader = Zeitwerk::Loader.new
loader.push_dir(File.join(App::ROOT, 'app'), namespace: App)
loader.ignore(File.join(App::ROOT, 'app', 'views'))
loader.setup
