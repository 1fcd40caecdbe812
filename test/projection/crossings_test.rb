# frozen_string_literal: true

require 'test_helper'
require 'bored_parts'

# Where surfaces cross, also at a small angle: every end of an edge stands on both surfaces, and edges follow each other
# without running to and fro.
class CrossingsTest < CoreTest
  include Nockplane

  V = Geometry::Vec

  %w[
    ball_leaned
    cone_beside
    beside_the_axis
    leaned_into_bore
    drafted_and_pierced
    shell_pierced_at_its_round
  ].each do |name|
    define_method("test_edges_of_#{name}_stand_on_their_surfaces") do
      solid = Modelling::Builder.build(Modelling::Recipe.parse(BoredParts.recipe(name))).solid
      set = Projection::EdgeSet.new(solid)
      sharp = set.edges.select { |e| e.kind == :sharp }
      refute_empty sharp
      sharp.each do |e|
        surfaces = [e.f, e.g].map { |i| solid.facets[i].face.surface }
        [e.a, e.b].each do |v|
          surfaces.each do |s|
            assert_in_delta 0, s.distance(set.exact[v] || solid.point(v)), 1e-6, "#{name}: vertex #{v}, mm off"
          end
        end
      end
    end
  end

  # Points of a circle of 10 mm, one of them put 8 degrees back: it is set between its neighbours again, on the plane
  # and the cylinder.
  def test_a_point_behind_its_neighbours
    solid =
      Modelling::Builder.build(
        Modelling::Recipe.parse(
          "nockplane: recipe/1\nname: Pin\nfeatures:\n  - {id: p, type: extrude, profile: {kind: circle, diameter: " \
          "20}, depth: 40}\n"
        )
      ).solid
    edges = Projection::EdgeSet.new(solid).edges.select { |e| e.kind == :sharp && solid.point(e.a)[2] > 39 }
    top = edges.flat_map { |e| [e.a, e.b] }.uniq.sort_by { |v| Math.atan2(*solid.point(v).values_at(1, 0)) }
    angle = ->(p) { Math.atan2(p[1], p[0]) * 180 / Math::PI }
    before, at, after = top[5, 3]
    back = (angle[solid.point(before)] - 8) * Math::PI / 180
    exact = top.to_h { |v| [v, solid.point(v)] }.merge(at => [10 * Math.cos(back), 10 * Math.sin(back), 40.0])
    mended = Projection::Unfolding.call(solid, edges, exact)
    angles = [before, at, after].map { |v| angle[mended[v]] }
    assert_equal angles.sort, angles
    assert_operator angles[1] - angles[0], :>, 1
    mended.each_value { |p| assert_in_delta 10, Math.hypot(p[0], p[1]), 1e-6 }
  end
end
