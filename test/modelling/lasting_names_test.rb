# frozen_string_literal: true

require 'test_helper'
require_relative '../random_recipe'

# Names of faces under random recipes and random edits that keep the features: the face of a name is still the same
# thing.
class LastingNamesTest < CoreTest
  SEEDS = 12

  # Name without the suffix of a face cut in pieces => [kind, the surface's place and size].
  def faces(text)
    model(text).solid.faces.group_by { |f| f.name[/\A[^~]+/] }.transform_values { |list| list.map(&:surface) }
  rescue Nockplane::InputFault
    nil
  end

  def each_recipe
    SEEDS.times do |seed|
      text = recipe(RandomRecipe.new(Random.new(seed + 40)).features)
      found = faces(text)
      yield text, found, Random.new(seed) if found
    end
  end

  def test_an_unrelated_feature_put_in_renames_nothing
    each_recipe do |text, before, rng|
      features, head = "#{text}\n".lines.partition { |l| l.start_with?('  - ') }
      far =
        "  - {id: far, type: extrude, at: [500, #{rng.rand(-50..50)}], profile: {kind: circle, diameter: 8}, depth: " \
        "5}\n"
      after = faces((head + features.insert(rng.rand(1..features.size), far)).join)
      assert_equal before.keys.sort, after.keys.grep_v(/\Afar/).sort
      before.each do |name, surfaces|
        assert_equal surfaces.map(&:kind).uniq.sort, after[name].map(&:kind).uniq.sort, name
      end
    end
  end

  def test_a_feature_switched_off_and_on_again_gives_the_same_names
    each_recipe do |text, before, _|
      given = Modelling::Recipe.parse(text)
      off = given.with_feature(given.feature_ids[-1], false)
      again = off.with_feature(given.feature_ids[-1], true)
      assert_equal before.keys.sort, faces(again.text).keys.sort
      without = faces(off.text) or next
      (before.keys & without.keys).each { |name| assert_equal before[name][0].kind, without[name][0].kind, name }
    end
  end

  def test_a_longer_pattern_keeps_the_instances_it_had
    each_recipe do |text, before, _|
      next unless text.include?('columns: 3')

      after = faces(text.gsub('columns: 3', 'columns: 4')) or next
      kept = before.keys & after.keys
      assert_operator kept.size, :>=, before.keys.size * 0.7
      kept.each { |name| assert_equal before[name][0].kind, after[name][0].kind, name }
    end
  end

  def test_changed_sizes_keep_names_and_makers
    each_recipe do |text, before, rng|
      changed =
        text.gsub(/(depth|diameter): (\d+\.\d+)/) { "#{$1}: #{($2.to_f + (rng.rand < 0.5 ? 0.1 : 0.2)).round(2)}" }
      after = faces(changed) or next
      common = before.keys & after.keys
      assert_operator common.size, :>=, before.keys.size * 0.8, 'a change of some tenths keeps nearly all faces'
      common.each { |name| assert_equal before[name].map(&:kind).uniq.sort, after[name].map(&:kind).uniq.sort, name }
    end
  end

  def test_rounded_edges_are_called_by_their_two_faces_whatever_their_order
    box = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}'
    names =
      [%w[b/side.left b/side.top], %w[b/side.top b/side.left]].map do |pair|
        faces(recipe("#{box}\n  - {id: r, type: round, edges: [[#{pair.join(', ')}]], radius: 3}")).keys.grep(/\Ar/)
      end
    assert_equal [['r/round.b.side.left+b.side.top']] * 2, names
  end
end
