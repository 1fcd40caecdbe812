# frozen_string_literal: true

require 'test_helper'

# Faces, edges and corners that facets stand for; meshes of bounded faces; what lies between facets and surfaces.
class TopologyTest < CoreTest
  def topology(solid) = Solids::Topology.new(solid)
  def corners(topology) = topology.edges.reject(&:closed?).flat_map { |e| [e.vertices[0], e.vertices[-1]] }.uniq.size

  BOX = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 10}'

  # Euler and Poincare: V - E + F = 2 for a box.
  def test_a_box_has_six_faces_twelve_edges_eight_corners
    t = topology(built(BOX).solid)
    assert_equal [6, 12, 8], [t.regions.size, t.edges.size, corners(t)]
    assert(t.regions.all? { |r| r.loops.size == 1 && r.loops[0].size == 4 })
  end

  def test_every_edge_is_used_once_each_way
    t = topology(model(demo('lid')).solid)
    uses = t.regions.flat_map { |r| r.loops.flatten(1) }.group_by(&:first)
    assert_equal t.edges.size, uses.size
    uses.each_value { |list| assert_equal [false, true], list.map(&:last).sort_by(&:to_s) }
  end

  def test_a_hole_gives_closed_edges_and_a_second_loop
    t = topology(built("#{BOX}\n  - {id: h, type: hole, on: b/end.end, at: [0, 0], diameter: 8, through: true}").solid)
    assert_equal 2, t.edges.count(&:closed?)
    wall = t.regions.find { |r| r.face.name == 'h/wall' }
    assert_equal 2, wall.loops.size
    assert_equal [2, 2], t.regions.select { |r| r.loops.size == 2 && r != wall }.map { |r| r.loops.size }
  end

  def test_faces_that_can_not_be_written_stand_facet_by_facet
    solid = built('  - {id: c, type: extrude, profile: {kind: circle, diameter: 20}, depth: 5}').solid
    t = Solids::Topology.new(solid, whole: ->(face) { face.surface.plane? })
    assert_equal solid.facets.size, t.regions.size
  end

  def test_bulge_fills_cylinders_spheres_cones_and_rings
    { '{kind: stepped, steps: [{name: a, diameter: 40, length: 30}]}' => Math::PI * 400 * 30 }.each do |profile, volume|
      solid = built("  - {id: r, type: revolve, axis: z, profile: #{profile}}").solid
      assert_in_delta volume, Solids::Mass.of(solid).volume + Solids::Bulge.of(solid)[0], volume * 1e-5
      assert_operator volume - Solids::Mass.of(solid).volume, :>, volume * 1e-3, 'the facets alone fall short'
    end
  end

  def test_pairs_of_flat_triangles_become_quads
    pool =
      Struct
        .new(:points) { def point(i) = points[i] }
        .new([[0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [1.0, 2.0, 0.0], [0.0, 2.0, 0.0], [2.0, 0.0, 1.0]])
    assert_equal [4], Solids::Quads.joined([[0, 1, 2], [0, 2, 3]], pool).map(&:size)
    assert_equal [3, 3], Solids::Quads.joined([[0, 1, 2], [1, 4, 2]], pool).map(&:size), 'not in one plane'
  end
end
