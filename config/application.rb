# frozen_string_literal: true

# Boots the application: core, database, web. Loaded by config.ru, the check command, rake and tests.
require_relative 'core'
require 'active_record'
require 'logger'
require 'securerandom'
require 'timeout'
require 'sinatra/base'

App::Database.connect
App::Queue # the queue's settings
