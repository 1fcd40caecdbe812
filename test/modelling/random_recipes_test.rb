# frozen_string_literal: true

require 'test_helper'
require_relative '../random_recipe'

# Random recipes: each builds a closed solid whose convex pieces tile its facets, or is refused in words; never a crash.
class RandomRecipesTest < CoreTest
  COUNT = 24

  def test_random_recipes
    built = COUNT.times.count { |seed| try(recipe(RandomRecipe.new(Random.new(seed)).features), seed) }
    assert_operator built, :>, COUNT / 3, 'most should be buildable'
  end

  # Windings once carried past the facet's surroundings left these open.
  def test_recipes_that_were_once_left_open
    [2100, 2186].each { |seed| try(recipe(RandomRecipe.new(Random.new(seed)).features), seed) }
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
end
