# frozen_string_literal: true

require 'test_helper'

class ShadingTest < CoreTest
  def regions(text, view) = Projection::Shading.of(model(text).solid, Projection::ViewFrame.named(view))

  def area(points) = points.each_index.sum { |i| (points[i - 1][0] * points[i][1]) - (points[i][0] * points[i - 1][1]) } / 2

  def test_three_faces_of_a_box_in_three_tones
    found = regions(recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 10, height: 10}, depth: 10}'), 'iso')
    assert_equal 3, found.size
    assert_equal 3, found.map(&:light).uniq.size
    found.each { |r| assert_in_delta 100 * Math.sqrt(1 / 3.0), area(r.points), 1e-9 }
  end

  def test_what_is_nearer_is_painted_later
    text = recipe("  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 5}\n  - {id: post, type: extrude, on: b/end.end, depth: 30, profile: {kind: rectangle, width: 10, height: 10}}")
    found = regions(text, 'iso')
    over = ->(x, y) { found.reverse.find { |r| Geometry::Polygon.around?(r.points.each_index.to_a, r.points.map(&:first), r.points.map(&:last), x, y) } }
    top = Projection::ViewFrame.named('iso').image([0, 0, 35])
    sun_side = regions(recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 10, height: 10}, depth: 10}'), 'iso').max_by(&:light)
    assert_equal sun_side.light, over[*top].light, 'the top of the post hides the plate behind it'
  end
end
