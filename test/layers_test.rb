# frozen_string_literal: true

require 'test_helper'

# Dependencies point one way: every reference in the core is read from its source and checked against architecture.md.
class LayersTest < Minitest::Test
  ROOM = File.expand_path('../lib/nockplane', __dir__)
  # What each room may call, besides itself.
  ALLOWED = {
    'geometry' => [],
    'tolerancing' => [],
    'solids' => %w[geometry],
    'modelling' => %w[geometry solids tolerancing],
    'definition' => %w[geometry solids modelling tolerancing],
    'projection' => %w[geometry solids],
    'products' => %w[geometry solids modelling projection],
    'drafting' => %w[geometry projection tolerancing],
    'drawings' => %w[geometry projection drafting modelling products],
    'linking' => %w[geometry solids modelling definition projection products drafting drawings tolerancing],
    'planning' => %w[geometry solids modelling definition tolerancing projection products drafting drawings linking],
    'issuing' => %w[geometry products drafting drawings linking tolerancing],
    'formats' => %w[geometry solids modelling projection products drafting drawings linking tolerancing]
  }.freeze
  OUTSIDE = /\b(App|Sinatra|ActiveRecord|Rack|ENV|Time\.now|Process|Kernel\.rand|SecureRandom)\b/

  def code(file) = File.readlines(file).map { |l| l.sub(/(^|\s)#(?!\{).*/, '') }.join

  Dir[File.join(ROOM, '*')]
    .select { |d| File.directory?(d) }
    .each do |room|
      name = File.basename(room)
      define_method("test_#{name}_calls_only_what_lies_below") do
        rooms = ALLOWED.keys.to_h { |r| [r.capitalize, r] }
        Dir[File.join(room, '**/*.rb')].each do |file|
          used = code(file).scan(/\b(#{rooms.keys.join('|')})::[A-Z]/).flatten.map { |r| rooms[r] }.uniq - [name]
          assert_empty used - ALLOWED.fetch(name), "#{file} reaches up"
        end
      end
    end

  def test_the_core_knows_no_web_database_clock_or_environment
    Dir[File.join(ROOM, '**/*.rb')].each { |f| assert_nil OUTSIDE.match(code(f)), "#{f} reaches out of the core" }
  end

  APP = File.expand_path('../app', __dir__)
  # Ways to write a row.
  WRITING = /\.(update!|save!|create!|destroy!|destroy|delete_all|update_all|update_columns?|insert_all|publish)\b/

  def app_code(folder) = Dir[File.join(APP, folder, '*.rb')].to_h { |f| [File.basename(f), code(f)] }

  def test_routes_and_presenters_write_nothing_themselves
    %w[routes presenters].each do |folder|
      app_code(folder).each { |name, text| assert_nil WRITING.match(text), "#{folder}/#{name} writes; use an action" }
    end
  end

  def test_jobs_write_their_run_and_call_actions_for_the_rest
    app_code('jobs').each do |name, text|
      others = text.scan(/(\w+)&?#{WRITING.source}/).map(&:first) - %w[run]
      assert_empty others, "jobs/#{name} writes more than its run"
    end
  end

  def test_only_actions_and_the_rows_themselves_are_told_who_acts
    (app_code('presenters').keys + app_code('routes').keys).each do |name|
      text = app_code('routes')[name] || app_code('presenters')[name]
      refute_match(/author: '/, text, "#{name} makes an author up")
    end
  end

  def test_presenters_call_no_actions_and_nobody_calls_commands
    app_code('presenters').each { |name, text| refute_match(/\bActions::\w+\.call|Actions::\w+\.new/, text, name) }
    %w[routes presenters jobs actions records].each do |folder|
      app_code(folder).each { |name, text| refute_match(/\bCommands::/, text, "#{folder}/#{name}") }
    end
  end

  def test_facades_say_what_lives_there
    ALLOWED.each_key { |room| assert_operator File.read("#{ROOM}/#{room}.rb").scan(/^\s*#/).size, :>=, 3, room }
  end

  def test_files_stay_under_320_lines
    long =
      Dir[File.expand_path('../{lib,app,public/js,public/css,test}/**/*.{rb,js,erb,css}', __dir__)].select do |f|
        File.foreach(f).count > 320
      end
    assert_empty long
  end

  def test_lines_of_scripts_are_at_most_120_columns
    files = Dir[File.expand_path('../{public/js,test/js}/*.{js,mjs}', __dir__)]
    long = files.select { |f| File.foreach(f, chomp: true).any? { |l| l.length > 120 } }
    assert_empty long
  end

  def test_everything_loads = Nockplane::LOADER.eager_load
end
