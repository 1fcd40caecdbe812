# frozen_string_literal: true

require 'test_helper'

# Random recipes: each builds a closed solid whose convex pieces tile its facets, or is refused in words; never a crash.
class RandomRecipesTest < CoreTest
  COUNT = 14

  def test_random_recipes
    built = COUNT.times.count { |seed| try(random_recipe(Random.new(seed)), seed) }
    assert_operator built, :>, COUNT / 3, 'most should be buildable'
  end

  def try(text, seed)
    solid = Modelling::Builder.build(Modelling::Recipe.parse(text)).solid
    assert_closed solid
    assert_tiled solid, seed
    true
  rescue Nockplane::InputFault => e
    refute_match(/can't be closed/, e.message, "seed #{seed}")
    assert_match(/\Aline \d+/, e.message)
    false
  end

  def assert_tiled(solid, seed)
    solid.facets.each do |f|
      us, vs = Geometry::Overlay.axes(solid, f.nx, f.ny, f.nz)
      steep = [f.nx.abs, f.ny.abs, f.nz.abs].max
      pieces = Solids::Triangulator.convex_pieces(solid, f).sum { |p| Geometry::Polygon.area(p, us, vs) }
      assert_in_delta Solids::Mass.facet_area(solid, f), pieces / steep, 1e-6, "seed #{seed}, #{f.face.name}"
    end
  end

  def random_recipe(rng)
    @rng = rng
    base = pick("{id: b, type: extrude, profile: {kind: circle, diameter: #{mm(30, 80)}}, depth: #{mm(5, 20)}, end_chamfer: 1}",
                "{id: b, type: extrude, profile: {kind: rectangle, width: #{mm(30, 80)}, height: #{mm(20, 60)}, corner_radius: #{mm(1, 8)}}, depth: #{mm(5, 20)}, end_round: 1}")
    recipe(["  - #{base}", *Array.new(rng.rand(1..4)) { |i| "  - #{feature("f#{i}")}" }].join("\n"))
  end

  def pick(*choices) = choices.sample(random: @rng)
  def mm(from, to) = (@rng.rand(from.to_f..to) * 2).round / 2.0

  def feature(id)
    place = "on: b/end.end, at: [#{mm(-30, 30)}, #{mm(-20, 20)}], turn: #{pick(0, 30, 45)}#{pick('', ', pattern: {kind: circular, count: 4, pitch_circle: 30}', ', pattern: {kind: linear, columns: 3, rows: 2, column_spacing: 9, row_spacing: 8}')}"
    pick("{id: #{id}, type: hole, #{place}, diameter: #{mm(2, 12)}, #{pick('through: true', "depth: #{mm(2, 12)}")}}",
         "{id: #{id}, type: hole, kind: counterbored, #{place}, diameter: #{mm(2, 6)}, counterbore_diameter: #{mm(7, 12)}, counterbore_depth: 2, through: true}",
         "{id: #{id}, type: extrude, #{place}, depth: #{mm(2, 10)}, profile: {kind: rectangle, width: #{mm(4, 20)}, height: #{mm(4, 20)}}}",
         "{id: #{id}, type: extrude, operation: cut, #{place}, depth: #{mm(1, 10)}, profile: {kind: slot, length: #{mm(4, 20)}, width: #{mm(2, 8)}}}",
         "{id: #{id}, type: extrude, operation: cut, on: xz, both_ways: true, through: true, at: [#{mm(-20, 20)}, #{mm(0, 15)}], profile: {kind: circle, diameter: #{mm(3, 12)}}}")
  end
end
