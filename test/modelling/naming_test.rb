# frozen_string_literal: true

require 'test_helper'

class NamingTest < CoreTest
  DISC = '  - {id: d, type: extrude, profile: {kind: circle, diameter: 100}, depth: 5}'

  def faces(text) = model(text).solid.faces.to_h { |f| [f.name, f.surface] }

  def disc(count, more = '')
    recipe(
      "#{DISC}\n  - {id: h, type: hole, on: d/end.end, diameter: 10, through: true, pattern: {kind: circular, count: " \
      "#{count}, pitch_circle: 70}}\n#{more}"
    )
  end

  def test_names_survive_a_change_of_count
    before = faces(disc(5))
    after = faces(disc(4))
    assert_equal ['h[5]/wall'], before.keys - after.keys
    assert_equal 5.0, after['h[4]/wall'].radius
  end

  def test_names_survive_insertion_of_another_feature
    more = '  - {id: bore, type: hole, on: d/end.end, diameter: 12, through: true}'
    assert_empty faces(disc(5)).keys - faces(disc(5, more)).keys
  end

  def test_a_face_cut_in_two_is_told_apart_by_its_neighbours
    cut = ->(turn) do
      "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 20}, depth: 10}\n" \
        "  - {id: s, type: extrude, operation: cut, on: b/end.end, through: true, turn: #{turn}, profile: {kind: " \
        "rectangle, width: 4, height: 60}}"
    end
    names = faces(recipe(cut[0])).keys
    assert_includes names, 'b/end.end~b/side.left'
    assert_includes names, 'b/end.end~b/side.right'
    assert_equal names.sort, faces(recipe(cut[5])).keys.sort, 'the names stay when the cut turns a little'
  end

  def test_random_sizes_keep_kind_and_maker_of_every_name
    rng = Random.new(11)
    given = demo('carousel')
    before = faces(given)
    6.times do
      sizes = {
        'disc_diameter' => rng.rand(150..170),
        'thickness' => rng.rand(7..11),
        'hub_bore' => rng.rand(8..14),
        'pocket_circle' => rng.rand(101..104)
      }
      after = faces(Modelling::Recipe.parse(given).with_sizes(sizes).text)
      plain = ->(names) { names.reject { |n| n.include?('~') }.sort }
      assert_equal plain[before.keys], plain[after.keys]
      plain[before.keys].each { |n| assert_equal before[n].kind, after[n].kind, n }
    end
  end
end
