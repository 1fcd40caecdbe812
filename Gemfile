# frozen_string_literal: true

# The gem source is whatever this machine is set up with; bin/setup writes Gemfile.lock from Gemfile.lock.in.
source Gem.sources.to_a.first.to_s

gem 'activerecord', '~> 7.2'
gem 'delayed_job_active_record', '~> 4.1'
gem 'bcrypt', '~> 3.1'
gem 'chunky_png', '~> 1.4'
gem 'dentaku', '~> 3.5'
gem 'erubi', '~> 1.12'
gem 'json_schemer', '~> 2.3'
gem 'listen', '~> 3.9'
gem 'nokogiri', '~> 1.16.8'
gem 'prawn', '~> 2.5'
gem 'prawn-svg', '~> 0.36'
gem 'puma', '~> 6.4'
gem 'rackup', '~> 2.1'
gem 'rack-protection', '~> 4.0'
gem 'rake', '~> 13.0'
gem 'rubyzip', '< 3'
gem 'sinatra', '~> 4.0'
gem 'sinatra-contrib', '~> 4.0'
gem 'sqlite3', '~> 2.0'
gem 'thor', '~> 1.3'
gem 'ttfunk', '~> 1.8'
gem 'zeitwerk', '~> 2.6'

# For an office on several machines (docs/operating.md): bundle config set --local with postgres.
group :postgres, optional: true do
  gem 'pg', '~> 1.5'
end

group :development, :test do
  gem 'capybara', '~> 3.40'
  gem 'minitest', '~> 5.20'
  gem 'pdf-reader', '~> 2.12'
  gem 'rack-test', '~> 2.1'
  gem 'rubocop', '~> 1.60', require: false
  gem 'selenium-webdriver', '~> 4.20'
  gem 'simplecov', '~> 0.22', require: false
end
