# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# A sheet is as thick everywhere: said once, its thickness goes for every wall and for the radii of every bend. mm.
class SheetDefinitionTest < CoreTest
  include SheetMetalHelper

  CHANNEL = '[[-30, 30], [-30, 0], [30, 0], [30, 30]]'

  def channel = @channel ||= sheet(strip(CHANNEL))
  def model = source.model_of(channel)
  def sides = source.flats.sides(channel)

  def sayings(*distances)
    own = distances.map { |pair| model.dimension("measured.distance.#{pair.join('|')}") || flunk(pair.inspect) }
    own.map { |d| Linking::Completeness.saying(d, key: d.id, words: d.value.to_s) }
  end

  # [inner, outer] of the walls and of the bends.
  def walls = sides.select { |a, _| model.solid.face(a).surface.plane? }
  def bends = sides - walls

  def test_every_wall_and_bend_has_its_two_sides
    assert_equal [3, 2], [walls.size, bends.size]
    walls.each do |a, b|
      gap =
        model.dimension("measured.distance.#{[a, b].sort.join('|')}") || model.dimension("measured.distance.#{a}|#{b}")
      assert_in_delta 2, gap.value, 1e-9
    end
    bends.each { |pair| assert_equal [3.0, 5.0], pair.map { |n| model.solid.face(n).surface.radius.round(6) }.sort }
  end

  def test_a_thickness_said_once_goes_for_all_walls_and_said_again_is_twice
    first, second = walls
    once = Definition.of(model.solid, sayings(first), sides: sides)
    assert_empty once.twice
    twice = Definition.of(model.solid, sayings(first, second), sides: sides)
    assert_equal ["measured.distance.#{second.join('|')}"], twice.twice.map(&:saying)
    assert_equal ["measured.distance.#{first.join('|')}"], twice.twice[0].by
    blind = Definition.of(model.solid, sayings(first, second))
    assert_empty blind.twice, 'of what is no sheet each is a size of its own'
  end

  # With thickness and inner radii known nothing is missing of the outer radii.
  def test_no_outer_radius_is_missing
    radii = ->(report) { report.missing.select { |m| m.kind == :radius }.map(&:value).sort }
    assert_equal [3.0, 5.0], radii[Definition.of(model.solid, sayings(walls[0]))].uniq
    assert_equal 1, radii[Definition.of(model.solid, sayings(walls[0]), sides: sides)].uniq.size
  end

  def test_what_is_no_sheet_has_no_sides
    block =
      "nockplane: recipe/1\nname: B\nfeatures:\n  - {id: b, type: extrude, profile: {kind: rectangle, width: 9, " \
        "height: 9}, depth: 9}\n"
    assert_empty source.flats.sides(block)
  end
end
