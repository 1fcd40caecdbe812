# frozen_string_literal: true

require 'test_helper'

# The steps of a view one by one: edges, carriers, strokes.
class PartsTest < CoreTest
  include Projection

  def edges(text) = EdgeSet.new(model(text).solid)
  def kinds(text) = edges(text).edges.group_by(&:kind).transform_values(&:size)

  BOX = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 30, height: 20}, depth: 10}'

  def test_a_box_has_twelve_sharp_edges = assert_equal({ sharp: 12 }, kinds(recipe(BOX)))

  def test_a_cylinder_has_two_rims_and_inner_seams
    found = kinds(recipe('  - {id: c, type: extrude, profile: {kind: circle, diameter: 20}, depth: 5}'))
    assert_equal({ sharp: 96, inner: 48 }, found)
    assert_equal(
      { sharp: 48, inner: 24 },
      kinds(recipe('  - {id: c, type: extrude, profile: {kind: circle, diameter: 4}, depth: 5}')),
      'small circles get fewer chords'
    )
  end

  def test_rounded_corners_are_tangent
    found =
      kinds(
        recipe(
          '  - {id: b, type: extrude, profile: {kind: rectangle, width: 30, height: 20, corner_radius: 5}, depth: 10}'
        )
      )
    assert_equal 8, found[:smooth]
  end

  def test_rim_edges_know_their_circle
    circles =
      edges(recipe("#{BOX}\n  - {id: h, type: hole, on: b/end.end, at: [3, 2], diameter: 8, through: true}"))
        .edges
        .map(&:ring)
        .compact
        .uniq
    assert_equal [[3.0, 2.0, 0.0], [3.0, 2.0, 10.0]], circles.map { |c| c.centre.map { |v| v.round(9) } }.sort
    assert_equal [4.0], circles.map(&:radius).uniq
  end

  def segment(x0, y0, x1, y1, rank)
    Carriers::Segment.new(nil, 0.0, 1.0, true, rank, x0.to_f, y0.to_f, x1.to_f, y1.to_f)
  end

  def left(segments)
    Carriers
      .deduplicate(segments)
      .map { |s| [s.rank, *[[s.x0, s.y0], [s.x1, s.y1]].sort.flatten.map { |v| v.round(6) }] }
      .sort
  end

  def test_the_more_important_of_coincident_lines_is_drawn # 3.4
    assert_equal [[0, 0, 0, 10, 0]], left([segment(0, 0, 10, 0, 2), segment(10, 0, 0, 0, 0)])
    assert_equal [[0, 2, 0, 6, 0], [2, 0, 0, 2, 0], [2, 6, 0, 10, 0]],
                 left([segment(0, 0, 10, 0, 2), segment(2, 0, 6, 0, 0)])
  end

  def test_equal_lines_are_drawn_once
    assert_equal [[0, 0, 0, 10, 0], [0, 10, 0, 14, 0]], left([segment(0, 0, 10, 0, 0), segment(4, 0, 14, 0, 0)])
  end

  def test_near_and_crossing_lines_stay
    assert_equal 3, left([segment(0, 0, 10, 0, 0), segment(0, 0.001, 10, 0.001, 2), segment(5, -5, 5, 5, 2)]).size
  end

  def test_vertical_lines_either_way_are_one_carrier
    assert_equal 1, left([segment(3, 0, 3, 9, 0), segment(3, 9, 3, 0, 2)]).size
  end

  def test_deduplication_keeps_the_total_on_random_collinear_segments
    rng = Random.new(6)
    20.times do
      given =
        Array
          .new(8) { [rng.rand(0.0..20), rng.rand(0.0..20)] }
          .map { |a, b| segment(a, a * 0.5, b, b * 0.5, rng.rand(3)) }
      union = Intervals.length(Intervals.union(given.map { |s| [s.x0, s.x1].minmax })) * Math.hypot(1, 0.5)
      assert_in_delta union, Carriers.deduplicate(given).sum { |s| Math.hypot(s.x1 - s.x0, s.y1 - s.y0) }, 1e-3
    end
  end

  def arc(from, to, rx: 10.0, ry: 5.0, rotation: 0.3)
    Stroke.new(
      shape: :arc,
      kind: :sharp,
      visible: true,
      centre: [1.0, 2.0],
      rx: rx,
      ry: ry,
      rotation: rotation,
      from: from,
      to: to
    )
  end

  def test_length_of_arcs
    assert_in_delta 10 * 1.5, arc(0.2, 1.7, ry: 10.0).length, 1e-12
    # Ramanujan's second approximation of an ellipse's perimeter, good to 1e-6 here
    h = ((10.0 - 5) / 15)**2
    assert_in_delta Math::PI * 15 * (1 + (3 * h / (10 + Math.sqrt(4 - (3 * h))))), arc(0.0, 2 * Math::PI).length, 1e-4
  end

  def test_box_of_an_arc_holds_all_its_points_and_touches_them
    rng = Random.new(4)
    20.times do
      a = arc(rng.rand(0.0..3), rng.rand(3.1..6.2), rotation: rng.rand(0.0..3))
      points = (0..400).map { |i| a.at(a.from + ((a.to - a.from) * i / 400.0)) }
      box = a.box
      [0, 1].each do |k|
        low, high = points.map { |p| p[k] }.minmax
        assert_in_delta low, box[k], 2e-3
        assert_in_delta high, box[k + 2], 2e-3
      end
    end
  end

  def test_signatures_forget_how_a_line_was_made
    line = ->(a, b) { Stroke.new(shape: :line, kind: :sharp, visible: true, points: [a, b]) }
    assert_equal line[[0.0, 0.0], [1.0, 0.00000001]].signature, line[[0.0, 0.0], [1.0, 0.0]].signature
    refute_equal line[[0.0, 0.0], [1.0, 0.01]].signature, line[[0.0, 0.0], [1.0, 0.0]].signature
  end

  def test_linework_is_frozen_for_certain_and_the_same_every_time
    a, b = Array.new(2) { Linework.of(model(demo('carousel')).solid, ViewFrame.named('iso')) }
    assert Ractor.shareable?(a)
    assert_equal a.digest, b.digest
    assert_equal a.strokes, b.strokes
  end

  def test_scaled_parts_have_scaled_lines
    small, large =
      [3, 9].map do |k|
        lengths(
          recipe(
            "  - {id: b, type: extrude, profile: {kind: rectangle, width: #{30 * k}, height: #{20 * k}}, depth: " \
            "#{10 * k}}\n  - {id: h, type: hole, on: b/end.end, diameter: #{8 * k}, through: true}"
          ),
          'iso'
        )
      end
    small.zip(large).each { |s, l| assert_in_delta 3 * s, l, 1e-4 }
  end

  def test_turned_parts_have_the_same_lines_from_turned_directions
    text = ->(turn) do
      recipe(
        "  - {id: b, type: extrude, turn: #{turn}, profile: {kind: rectangle, width: 30, height: 20}, depth: 10}\n" \
        "  - {id: p, type: extrude, on: b/end.end, turn: #{turn}, depth: 6, profile: {kind: polygon, sides: 5, " \
        "diameter: 12}}"
      )
    end
    turned = Projection::ViewFrame.new([-Math.sin(Math::PI / 6), Math.cos(Math::PI / 6), -0.4], [0, 0, 1])
    plain = Projection::ViewFrame.new([0, 1, -0.4], [0, 0, 1])
    lengths(text[0], plain).zip(lengths(text[30], turned)).each { |a, b| assert_in_delta a, b, 1e-4 }
  end
end
