# frozen_string_literal: true

require 'test_helper'

# Euler and Poincare: V - E + F - R = 2 (S - G), with R inner loops of facets, S shells, G through holes.
class EulerTest < CoreTest
  def genus(solid)
    vertices = solid.xs.size
    edges = solid.facets.sum { |f| f.loops.sum(&:size) } / 2
    rings = solid.facets.sum { |f| f.loops.size - 1 }
    solid.shells.size - ((vertices - edges + solid.facets.size - rings) / 2.0)
  end

  def assert_genus(expected, text)
    assert_closed model(text).solid
    assert_in_delta expected, genus(model(text).solid), 1e-12
  end

  BLOCK = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 80, height: 60}, depth: 20}'

  def test_a_block_has_no_hole = assert_genus(0, recipe(BLOCK))

  def test_a_ring_has_one
    assert_genus(
      1,
      recipe(
        '  - {id: r, type: revolve, axis: z, profile: {kind: stepped, bore: 10, steps: [{name: a, diameter: 30, ' \
        'length: 5}]}}'
      )
    )
  end

  def test_each_through_hole_counts
    assert_genus 6,
                 recipe(
                   "#{BLOCK}\n  - {id: h, type: hole, on: b/end.end, diameter: 6, through: true, pattern: {kind: " \
                   "linear, columns: 3, rows: 2, column_spacing: 20, row_spacing: 20, centred: true}}"
                 )
  end

  def test_blind_holes_bosses_and_counterbores_do_not
    assert_genus 0,
                 recipe(
                   "#{BLOCK}\n  - {id: h, type: hole, on: b/end.end, diameter: 6, depth: 9}\n  - {id: p, type: " \
                   "extrude, on: b/end.end, at: [20, 0], depth: 4, profile: {kind: circle, diameter: 9}}"
                 )
    assert_genus 1,
                 recipe(
                   "#{BLOCK}\n  - {id: h, type: hole, kind: counterbored, on: b/end.end, diameter: 6, " \
                   "counterbore_diameter: 10, counterbore_depth: 3, through: true}"
                 )
  end

  def test_crossing_bores_make_three
    assert_genus 3,
                 recipe(
                   "#{BLOCK}\n  - {id: x, type: hole, on: b/side.right, at: [0, 10], diameter: 8, through: true}\n" \
                   "  - {id: y, type: hole, on: b/side.top, at: [0, 10], diameter: 6, through: true}"
                 )
  end

  def test_a_torus_by_revolution
    assert_genus 1,
                 recipe(
                   '  - {id: ring, type: revolve, axis: z, profile: {kind: free, start: [5, 20], edges: [{name: a, ' \
                   'to: [-5, 20], centre: [0, 20]}, {name: b, to: [5, 20], centre: [0, 20]}]}}'
                 )
  end

  def test_demo_parts
    assert_genus 7 + 1, demo('carousel') # pockets and bore; the screw holes are blind
    assert_genus 1 + 2, demo('hub-spindle') # bore, and the cross hole that enters it from both sides
  end
end
