# frozen_string_literal: true

require 'test_helper'

# Outlines of turned walls that end otherwise than square to their axis: by formula, mm.
class RimsTest < CoreTest
  def outlines(text, view, face)
    linework(text, view).strokes.select { |s| s.kind == :silhouette && s.faces == [face] }.map(&:points)
  end

  # A hole of radius 6 is crossed by one of radius 4.5 whose axis lies 2 mm beside its own: where its outline runs, the
  # other is open for the root of 4.5^2 - 2^2 to both sides.
  def test_outline_of_a_hole_that_another_crosses
    text = recipe(<<~F.gsub(/^/, '  '))
      - {id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 60}, depth: 60}
      - {id: down, type: hole, on: b/end.end, diameter: 12, through: true}
      - {id: across, type: extrude, operation: cut, on: yz, at: [2, 23], both_ways: true, through: true, profile: {kind: circle, diameter: 9}}
    F
    open = Math.sqrt((4.5**2) - 4)
    found = outlines(text, 'front', 'down/wall').select { |(x, _), _| x.negative? }
    assert_equal 2, found.size
    heights = found.flat_map { |ends| ends.map(&:last) }.sort
    [0, 23 - open, 23 + open, 60].zip(heights).each { |wanted, got| assert_in_delta wanted, got, 1e-6 }
  end

  # A pillar of radius 10 cut by a plane that rises by tan(30 degrees) across it, seen from the front: its outlines
  # stand at x = -10 and 10, and end on the plane there, whichever way its chords are turned.
  def test_outline_of_a_pillar_cut_by_a_leaning_plane
    [0, 1, 2.5].each do |turn|
      text = recipe(<<~F.gsub(/^/, '  '))
        - {id: p, type: extrude, turn: #{turn}, profile: {kind: circle, diameter: 20}, depth: 60}
        - {id: lean, type: plane, on: xy, offset: 30, angle: 30, about: y}
        - {id: cut, type: extrude, operation: cut, on: lean, profile: {kind: rectangle, width: 200, height: 200}, depth: 100}
      F
      found = outlines(text, 'front', 'p/side.rim')
      tops = found.map { |ends| ends.min_by(&:last) }.sort
      assert_equal 2, tops.size
      assert_equal [-10, 10], tops.map { |x, _| x.round(6) }
      tilt = 10 * Math.tan(Math::PI / 6)
      assert_equal [30 - tilt, 30 + tilt].map { |h| h.round(6) }, tops.map { |_, h| h.round(6) }.sort
    end
  end
end
