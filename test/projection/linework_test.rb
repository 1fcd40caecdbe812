# frozen_string_literal: true

require 'test_helper'

class LineworkTest < CoreTest
  PLATE = <<~F
    - {id: plate, type: extrude, profile: {kind: rectangle, width: 100, height: 60, centred: false}, depth: 15}
    - {id: corners, type: hole, on: plate/end.end, at: [15, 15], diameter: 8, through: true, pattern: {kind: linear, columns: 2, rows: 2, column_spacing: 70, row_spacing: 30}}
    - {id: centre, type: hole, on: plate/end.end, at: [50, 30], diameter: 20, through: true}
  F
  TORUS =
    '  - {id: ring, type: revolve, axis: z, profile: {kind: free, start: [10, 40], edges: [{name: inside, to: [-10, ' \
    '40], centre: [0, 40]}, {name: outside, to: [10, 40], centre: [0, 40]}]}}'
  TEE = <<~F
    - {id: run, type: extrude, on: yz, both_ways: true, depth: 200, profile: {kind: circle, diameter: 60}}
    - {id: branch, type: extrude, on: xy, depth: 100, profile: {kind: circle, diameter: 40}}
    - {id: bore, type: extrude, operation: cut, on: yz, both_ways: true, through: true, profile: {kind: circle, diameter: 50}}
    - {id: branch_bore, type: extrude, operation: cut, on: xy, reverse: true, depth: 101, profile: {kind: circle, diameter: 32}}
  F

  # Lengths by the independent ray casting of shared/models/README.md (good to about 0.3 %): annotated-plate.
  {
    'front' => [230, 90],
    'top' => [483.4, 0],
    'right' => [150, 90],
    'iso' => [559.8, 394.8]
  }.each do |view, (visible, hidden)|
    define_method("test_annotated_plate_#{view}") do
      got = lengths(recipe(PLATE), view)
      assert_in_delta visible, got[0], [visible * 0.003, 0.05].max
      assert_in_delta hidden, got[1], [hidden * 0.005, 0.05].max
    end
  end

  { 'front' => [222.8, 61.6], 'top' => [502.7, 0], 'iso' => [403.6, 0] }.each do |view, (visible, hidden)|
    define_method("test_torus_#{view}") do
      got = lengths(recipe(TORUS), view)
      assert_in_delta visible, got[0], visible * 0.006
      assert_in_delta hidden, got[1], 1.5
    end
  end

  # tee: crossing pipes, whose intersection curves are splines through points on both surfaces.
  {
    'front' => [703.4, 552.6],
    'top' => [746.2, 400],
    'right' => [540.9, 161.6],
    'iso' => [985.4, 830.9]
  }.each do |view, (visible, hidden)|
    define_method("test_tee_#{view}") do
      assert_in_delta 201_574.223, mass(recipe(TEE)).volume, 201_574 * 1e-4
      got = lengths(recipe(TEE), view)
      assert_in_delta visible, got[0], visible * 0.005
      assert_in_delta hidden, got[1], hidden * 0.006
    end
  end

  def test_a_crossing_curve_is_one_spline
    paths = linework(recipe(TEE), 'front').strokes.select { |s| s.visible && s.spline? }
    assert_equal 1, paths.size
    assert_equal %w[branch/side.rim run/side.rim], paths[0].faces
  end

  def test_a_rounded_rim_has_a_tangent_edge_and_a_true_outline
    text = recipe('  - {id: d, type: extrude, profile: {kind: circle, diameter: 40}, depth: 10, end_round: 3}')
    assert_in_delta 40 + 34 + (2 * 7) + (3 * Math::PI), lengths(text, 'front')[0], 0.05
    assert_in_delta 40 * Math::PI, lengths(text, 'top')[0], 1e-6, 'the tangent edge is no outline'
    assert_in_delta 34 * Math::PI, linework(text, 'top').lengths(true)[:smooth], 1e-6
  end

  def test_a_ball_is_a_circle_from_everywhere
    ball =
      recipe(
        '  - {id: ball, type: revolve, axis: z, profile: {kind: free, start: [20, 0], edges: [{name: ball, to: [-20, ' \
        '0], centre: [0, 0]}, {name: axis}]}}'
      )
    ['front', 'top', 'iso', Projection::ViewFrame.new([0.2, 0.5, -0.4], [0, 0, 1])].each do |v|
      assert_in_delta 40 * Math::PI, lengths(ball, v)[0], 0.4
    end
  end

  def test_box_from_the_front_is_its_outline
    text = recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 30, height: 20}, depth: 10}')
    assert_equal [80.0, 0.0], lengths(text, 'front').map { |v| v.round(6) }
    assert_equal [9, 3], linework(text, 'iso').strokes.partition(&:visible).map(&:size)
  end

  def test_a_hole_seen_end_on_is_a_whole_true_circle
    arcs = linework(recipe(PLATE), 'top').strokes.select(&:arc?)
    assert_equal 5, arcs.size
    big = arcs.max_by(&:rx)
    assert big.closed?
    [50, 30].zip(big.centre).each { |want, got| assert_in_delta want, got, 1e-9 }
    assert_in_delta 10, big.rx, 1e-12
    assert_in_delta 10, big.ry, 1e-12
  end

  def test_an_inclined_circle_is_an_ellipse
    arcs =
      linework(
        recipe('  - {id: d, type: extrude, profile: {kind: circle, diameter: 40}, depth: 5}'),
        'iso'
      ).strokes.select(&:arc?)
    whole = arcs.find(&:closed?)
    assert_in_delta 20, whole.rx, 1e-9
    assert_in_delta 20 * Math.sqrt(1 / 3.0), whole.ry, 1e-9 # PIC-02: minor axis 0.5774 s
  end

  def test_hole_behind_a_rib_is_drawn_hidden
    text =
      recipe(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 5}\n  - {id: h, type: " \
        "hole, on: b/end.end, diameter: 10, through: true}"
      )
    hidden = linework(text, 'front').strokes.reject(&:visible)
    assert_equal [[-5.0, 5.0]], [hidden.map { |s| s.points[0][0].round(9) }.uniq.sort]
    assert_in_delta 10, hidden.sum(&:length), 1e-9
  end

  def test_digest_is_the_same_for_what_looks_the_same
    text = ->(inner) do
      recipe(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 5}\n  - {id: h, type: " \
        "hole, on: b/end.end, diameter: #{inner}, depth: 3, point_angle: 180}"
      )
    end
    top = ->(d) { linework(text[d], 'bottom') }
    assert_equal top[8].digest(hidden: false), top[9].digest(hidden: false), 'a blind hole does not show from below'
    refute_equal top[8].digest, top[9].digest, 'but its hidden lines do'
  end

  def test_mirrored_views_have_equal_lengths
    text = demo('hub-spindle')
    [%w[front back], %w[top bottom], %w[left right]].each do |a, b|
      assert_in_delta lengths(text, a).sum, lengths(text, b).sum, 6.0
    end
  end
end
