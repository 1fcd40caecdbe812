# frozen_string_literal: true

require 'test_helper'

# Lines drawn once, lines left over, and where lines pass out of sight. mm of the view.
class CoincidentTest < CoreTest
  S = Projection::Stroke

  def line(a, b, kind: :sharp, visible: true)
    S.new(shape: :line, kind: kind, visible: visible, faces: ['f'], points: [a, b])
  end

  def arc(from, to, radius: 10.0, visible: true, kind: :sharp)
    S.new(
      shape: :arc,
      kind: kind,
      visible: visible,
      faces: ['f'],
      centre: [0.0, 0.0],
      rx: radius,
      ry: radius,
      rotation: 0.0,
      from: from,
      to: to
    )
  end

  def length(strokes) = strokes.sum(&:length)

  def test_equal_lines_are_drawn_once_and_visible_ones_win
    found =
      Projection::Coincident.thin(
        [
          line([0.0, 0.0], [10.0, 0.0], visible: false),
          line([4.0, 0.0], [6.0, 0.0]),
          line([0.0, 0.0], [10.0, 0.0], visible: false)
        ]
      )
    assert_in_delta 10, length(found), 1e-9
    assert_in_delta 2, length(found.select(&:visible)), 1e-9
  end

  def test_arcs_too_also_across_the_full_turn
    found = Projection::Coincident.thin([arc(0.0, 2 * Math::PI, visible: false), arc(-0.5, 0.5)])
    assert_in_delta 20 * Math::PI, length(found), 1e-6
    assert_in_delta 10, length(found.select(&:visible)), 1e-6
  end

  def test_lines_beside_each_other_stay
    assert_equal 2, Projection::Coincident.thin([line([0.0, 0.0], [10.0, 0.0]), line([0.0, 1e-3], [10.0, 1e-3])]).size
  end

  def test_what_no_other_covers
    left =
      Projection::Coincident.uncovered(
        [line([0.0, 0.0], [10.0, 0.0]), arc(0.0, 3.0)],
        [line([2.0, 0.0], [5.0, 0.0]), arc(1.0, 5.0)]
      )
    assert_in_delta 7 + 10, length(left), 1e-6
    assert_equal [:sharp], left.map(&:kind).uniq
  end

  def test_hidden_lines_do_not_cover_visible_ones
    assert_equal 1,
                 Projection::Coincident.uncovered(
                   [line([0.0, 0.0], [10.0, 0.0])],
                   [line([0.0, 0.0], [10.0, 0.0], visible: false)]
                 ).size
  end

  def test_nothing_is_left_of_a_view_against_itself
    strokes = linework(demo('lid'), 'top').strokes
    assert_in_delta 0, length(Projection::Coincident.uncovered(strokes, strokes)), 1e-6
  end

  # A circle found hidden from 1.02 on, on chords; the line that hides it crosses it where x = 5: at 60 degrees, 1.0472.
  def test_ends_move_to_where_the_curves_cross
    seen, hidden = arc(0.0, 1.02), arc(1.02, 2.0, visible: false)
    edge = line([5.0, -20.0], [5.0, 20.0])
    moved = Projection::Junctions.settle([seen, hidden, edge])
    assert_in_delta Math::PI / 3, moved[0].to, 1e-9
    assert_in_delta Math::PI / 3, moved[1].from, 1e-9
    assert_equal edge.points, moved[2].points
  end

  def test_ends_stay_where_nothing_crosses_near
    seen, hidden = arc(0.0, 1.02), arc(1.02, 2.0, visible: false)
    moved = Projection::Junctions.settle([seen, hidden, line([-5.0, -20.0], [-5.0, 20.0])])
    assert_equal [1.02, 1.02], [moved[0].to, moved[1].from]
  end

  def test_lines_that_run_along_each_other_are_no_crossing
    seen, hidden = line([0.0, 0.0], [4.9, 0.0]), line([4.9, 0.0], [10.0, 0.0], visible: false)
    assert_equal [4.9, 0.0], Projection::Junctions.settle([seen, hidden, line([4.8, 0.0], [5.2, 1e-4])])[0].points[1]
  end
end
