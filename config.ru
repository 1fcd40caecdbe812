# frozen_string_literal: true

require_relative 'config/application'
run App::Web
