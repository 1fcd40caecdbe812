# frozen_string_literal: true

require 'test_helper'

# Lines and areas cut to what a detail or a cropped view keeps. Lengths in mm.
class WindowTest < CoreTest
  def line(*points) = Projection::Stroke.new(shape: :line, kind: :sharp, visible: true, faces: [], points: points)

  def circle(r, from = 0.0, to = 2 * Math::PI)
    Projection::Stroke.new(
      shape: :arc,
      kind: :sharp,
      visible: true,
      faces: [],
      centre: [0.0, 0.0],
      rx: r,
      ry: r,
      rotation: 0.0,
      from: from,
      to: to
    )
  end

  def length(strokes) = strokes.sum(&:length)

  def test_a_line_through_a_circle_keeps_its_chord
    window = Projection::Window.circle([0.0, 0.0], 5.0)
    kept = window.keep([line([-10.0, 3.0], [10.0, 3.0])])
    assert_in_delta 8, length(kept), 1e-9
    assert_empty window.keep([line([-10.0, 6.0], [10.0, 6.0])])
    assert_equal [line([0.0, 0.0], [1.0, 1.0])],
                 window.keep([line([0.0, 0.0], [1.0, 1.0])]),
                 'what lies inside stays as it is'
  end

  def test_arcs_end_on_the_border_and_a_circle_cut_once_is_one_arc
    half = Projection::Window.rectangle(0.0, -10.0, 10.0, 10.0)
    kept = half.keep([circle(4.0)])
    assert_equal 1, kept.size
    assert_in_delta 4 * Math::PI, length(kept), 1e-9
    kept[0].then { |arc| [arc.from, arc.to].each { |t| assert_in_delta 0, arc.at(t)[0], 1e-9 } }
    upper = Projection::Window.rectangle(-10.0, 2.0, 10.0, 10.0)
    assert_in_delta 4 * 2 * Math::PI / 3, length(upper.keep([circle(4.0)])), 1e-9
  end

  def test_a_path_is_kept_in_pieces_and_a_curve_by_its_parameter
    window = Projection::Window.rectangle(0.0, 0.0, 10.0, 10.0)
    path =
      Projection::Stroke.new(
        shape: :path,
        kind: :sharp,
        visible: true,
        faces: [],
        points: [[-5.0, 5.0], [5.0, 5.0], [5.0, 15.0], [8.0, 15.0], [8.0, 5.0]]
      )
    kept = window.keep([path])
    assert_equal [[[0.0, 5.0], [5.0, 5.0], [5.0, 10.0]], [[8.0, 10.0], [8.0, 5.0]]], kept.map(&:points)
    # A straight Bezier from (-3, 1) to (3, 1): half of it lies inside.
    straight =
      Projection::Stroke.new(
        shape: :spline,
        kind: :sharp,
        visible: true,
        faces: [],
        points: [[-3.0, 1.0], [-1.0, 1.0], [1.0, 1.0], [3.0, 1.0]]
      )
    assert_in_delta 3, length(window.keep([straight])), 1e-9
  end

  def test_areas_are_cut_with_their_holes
    window = Projection::Window.rectangle(0.0, 0.0, 10.0, 10.0)
    square = [[-5.0, -5.0], [5.0, -5.0], [5.0, 5.0], [-5.0, 5.0]]
    hole = [[1.0, 1.0], [1.0, 3.0], [3.0, 3.0], [3.0, 1.0]]
    area =
      window.cut([square, hole]).sum { |l| Geometry::Polygon.area(l.each_index.to_a, l.map(&:first), l.map(&:last)) }
    assert_in_delta 25 - 4, area, 1e-9
    assert_empty window.cut([])
  end

  def test_what_is_kept_and_what_is_left_make_the_whole
    strokes =
      linework(
        recipe(
          "  - {id: b, type: extrude, profile: {kind: circle, diameter: 30}, depth: 20}\n  - {id: h, type: hole, on: " \
          "b/end.end, diameter: 12, through: true}"
        ),
        'iso'
      ).strokes
    [-7.3, 0.4, 3.9].each do |x|
      low, high =
        Projection::Window.rectangle(-100.0, -100.0, x, 100.0),
        Projection::Window.rectangle(x, -100.0, 100.0, 100.0)
      assert_in_delta length(strokes), length(low.keep(strokes)) + length(high.keep(strokes)), 1e-5
    end
  end
end
