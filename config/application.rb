# frozen_string_literal: true

# Boots the application: core, database, data folder, web. Loaded by config.ru, bin/nockplane, rake and tests.
ENV['BUNDLE_GEMFILE'] ||= File.expand_path('../Gemfile', __dir__)
require 'bundler/setup'

$LOAD_PATH.unshift(File.expand_path('../lib', __dir__))
require 'nockplane'
require 'active_record'
require 'logger'
require 'securerandom'
require 'sinatra/base'
require 'fileutils'

# The web application: records, actions (one class per thing a person does), presenters, routes.
module App
  ROOT = File.expand_path('..', __dir__)

  # Refused input or a missing thing, with the HTTP status to answer.
  class Refused < StandardError
    attr_reader :status, :details

    def initialize(message, status: 422, details: {})
      super(message)
      @status = status
      @details = details
    end
  end

  def self.data_folder = File.expand_path(ENV.fetch('NOCKPLANE_DATA', File.join(ROOT, 'var')))
end

loader = Zeitwerk::Loader.new
loader.push_dir(File.join(App::ROOT, 'app'), namespace: App)
loader.ignore(File.join(App::ROOT, 'app', 'views'))
loader.setup

App::Database.connect
