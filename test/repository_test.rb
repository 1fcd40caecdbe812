# frozen_string_literal: true

require 'test_helper'
require 'open3'

# Promises about the files themselves.
class RepositoryTest < Minitest::Test
  ROOT = File.expand_path('..', __dir__)

  def files(*patterns) = patterns.flat_map { |p| Dir[File.join(ROOT, p)] }.reject { |f| f.include?('/vendor/') }

  # Two of one name would be one class to Ruby: tests of the one run with the helpers of the other, or none at all.
  def test_every_class_of_tests_has_a_name_of_its_own
    names = files('test/**/*_test.rb').flat_map { |f| File.read(f).scan(/^class (\w+)/).flatten }
    assert_operator names.size, :>, 200
    assert_empty names.tally.select { |_, times| times > 1 }.keys
  end

  def test_nothing_is_fetched_from_another_host
    files('public/{js,css}/**/*.{js,css}', 'app/views/**/*.erb').each do |f|
      outside = File.read(f).scan(%r{(?:https?:)?//[a-z0-9.-]+\.[a-z]{2,}}i) - ['http://www.w3.org']
      assert_empty outside.reject { |u| u.include?('w3.org') }, f
    end
  end

  def test_copied_files_carry_their_licences
    %w[
      public/vendor/bulma/LICENSE
      public/vendor/three/LICENSE
      public/fonts/osifont-COPYRIGHT.txt
      public/fonts/source-sans-3-LICENSE.txt
      LICENSE
    ].each { |f| assert_operator File.size(File.join(ROOT, f)), :>, 500, f }
  end

  def test_pictures_of_the_readme_are_there_and_few
    named = File.read(File.join(ROOT, 'README.md')).scan(%r{docs/screenshots/[\w-]+\.png}).uniq
    present = files('docs/screenshots/*.png').map { |f| f.delete_prefix("#{ROOT}/") }
    assert_equal present.sort, named.sort
    assert_operator present.size, :<, 20
  end

  def test_links_of_the_documentation_lead_somewhere
    files('README.md', 'docs/*.md').each do |f|
      File
        .read(f)
        .scan(/\]\(([^)#]+)\)/)
        .flatten
        .reject { |l| l.start_with?('http') }
        .each { |l| assert File.exist?(File.expand_path(l, File.dirname(f))), "#{f}: #{l}" }
    end
  end

  def test_the_example_recipe_of_the_documentation_builds
    text = File.read(File.join(ROOT, 'docs', 'recipe.md'))[/```yaml\n(.*?)```/m, 1]
    model = TradeHelpers::SOURCE.model_of(text)
    assert_equal [100.0, 50.0], model.values.values_at('length', 'half')
  end

  def test_the_gem_source_is_named_nowhere
    assert_includes File.read(File.join(ROOT, 'Gemfile.lock.in')), '@GEM_SOURCE@'
    refute_match(%r{https?://}, File.read(File.join(ROOT, 'Gemfile')))
  end

  # On a machine that serves there are no gems of tests: what the application requires must be there without them.
  def test_all_that_the_application_requires_is_there_without_the_gems_of_tests
    files = Dir[File.join(ROOT, '{app,lib,config}/**/*.rb')]
    wanted = files.flat_map { |f| File.read(f).scan(%r{^\s*require '([\w/-]+)'}).flatten }.uniq.sort
    script = 'ARGV.each { |name| begin; require name; rescue LoadError; puts name; end }'
    env = { 'BUNDLE_WITHOUT' => 'development:test' }
    missing, = Open3.capture2(env, 'bundle', 'exec', 'ruby', '-Ilib', '-e', script, *wanted, chdir: ROOT)
    assert_operator wanted.size, :>, 20
    assert_equal '', missing
  end
end
