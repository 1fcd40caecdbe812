# frozen_string_literal: true

require 'test_helper'

# Loops of a wall that goes round made into an outline with its holes. Parameters: radians, mm.
class PatchCutTest < CoreTest
  TURN = 2 * Math::PI

  def lay(points) = Solids::PatchMesh::Loop.new(points.map(&:first), points.map(&:last), points.each_index.to_a, [0, 0])

  # A wall with a notch beside its seam; a hole told a turn lower that begins a hair within the notch, where its file
  # lets the two cross.
  def test_a_hole_that_begins_outside_is_moved_to_where_most_of_it_lies
    chart = Geometry::Chart::Elementary.new(:cylinder, Geometry::Frame.new([0.0, 0.0, 0.0], [0, 0, 1], [1, 0, 0]),
                                            radius: 10.0)
    outline =
      lay([[0.0, 0.0], [TURN, 0.0], [TURN, 20.0], [0.0, 20.0], [0.0, 12.0], [0.3, 12.0], [0.3, 8.0], [0.0, 8.0]])
    hole = lay([[0.297, 10.0], [0.5, 11.0], [0.7, 10.0], [0.5, 9.0]].map { |u, v| [u - TURN, v] })
    found = Solids::PatchCut.new(chart, nil, nil).closed([outline, hole])
    assert_equal outline, found[0]
    assert_in_delta 0.297, found[1].us[0], 1e-9
  end

  def test_a_hole_beside_the_outline_is_refused
    chart = Geometry::Chart::Elementary.new(:cylinder, Geometry::Frame.new([0.0, 0.0, 0.0], [0, 0, 1], [1, 0, 0]),
                                            radius: 10.0)
    outline = lay([[0.0, 0.0], [TURN, 0.0], [TURN, 20.0], [0.0, 20.0]])
    hole = lay([[1.0, 30.0], [1.2, 31.0], [1.4, 30.0]])
    error = assert_raises(Solids::PatchMesh::Unfit) { Solids::PatchCut.new(chart, nil, nil).closed([outline, hole]) }
    assert_match(/outside the others/, error.message)
  end
end
