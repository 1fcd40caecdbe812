# frozen_string_literal: true

require 'test_helper'

# Square to an edge, angles of three points, threads, and adopting in several views at once. A wedge 60 long whose
# upper edge rises by 30 degrees, with a thread M8; mm.
class MoreMeasuringTest < CoreTest
  include Drawings

  WEDGE = <<~F
    - id: wedge
      type: extrude
      depth: 20
      profile:
        kind: free
        start: [0, 0]
        edges: [{name: low, to: [60, 0]}, {name: right, to: [60, 50]}, {name: slope, to: [0, 15.358984]}, {name: left, to: [0, 0]}]
    - {id: tap, type: hole, on: wedge/end.end, at: [20, 12], kind: tapped, thread: M8, through: true}
  F

  def setup
    @drawing, @source = drawing_of(recipe(WEDGE))
  end

  def at(point) = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view('plan')).point([*point, 20])
  def measure(form, *points) = measuring.measure('plan', form, points.map { |p| at(p) }, [60.0, 60.0], anyway: true)
  def measuring = Linking::Measuring.new(@drawing, @source)
  def value(edit) = @drawing.apply(edit).dimensions.last.snapshot

  def test_square_to_an_edge
    # From the middle of the sloped edge to the lower right corner: the distance of (60, 0) from the line y = 15,36 + x
    # tan 30.
    found = value(measure('square', [30, 15.358984 + (30 * Math.tan(Math::PI / 6))], [60, 0]))
    assert_in_delta (15.358984 + (60 * Math.tan(Math::PI / 6))) * Math.cos(Math::PI / 6), found.value, 1e-4
    assert_match(/pick a straight edge/, measure('square', [0, 0], [60, 0]).reason)
  end

  def test_an_angle_of_three_points
    found = value(measure('corner', [0, 0], [60, 0], [60, 50]))
    assert_in_delta Math.atan2(50, 60) * 180 / Math::PI, found.value, 1e-6
    assert_match(/pick three places/, measure('corner', [0, 0], [60, 0]).reason)
    assert_match(/the third pick met nothing/, measure('corner', [0, 0], [60, 0], [45, 25]).reason)
  end

  def test_a_thread_is_said_by_its_name_not_by_its_drill
    said = measuring.round('plan', at([20, 12]), [60.0, 60.0])
    assert_kind_of Linking::Measuring::Said, said
    assert_match(/\AM8/, said.words)
    assert_equal 'tap.thread', said.offer.dimension.id
  end

  def test_adopting_on_a_whole_sheet_takes_each_dimension_once
    edit = Linking::Adoption.everywhere(@drawing, @source, @drawing.views.map(&:id))
    after = @drawing.apply(edit)
    assert_match(/\A\d+ dimensions adopted in \d views\z/, edit.label)
    ids = after.dimensions.map(&:dimension)
    assert_equal ids.uniq, ids
    again = Linking::Adoption.everywhere(after, @source, after.views.map(&:id))
    assert_equal 'no model dimension is left that shows well there', again.reason
    assert_equal @drawing, after.apply(edit.inverse(@drawing))
  end
end
