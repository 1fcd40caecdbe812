# frozen_string_literal: true

require 'step_helper'

# Places picked on an imported model are found again in its later revisions, by the lasting names of faces.
class PickedStepTest < StepTest
  def first = @first ||= Linking::FaceNames.first(step_model('motor-plate-r1').solid)
  def one = @one ||= renamed(step_model('motor-plate-r1').solid, first.names)

  def later(name)
    solid = step_model(name).solid
    renamed(solid, Linking::FaceNames.after(solid, first.used, one).names)
  end

  # Distances seen from above between corners that no others share their faces with: { id => mm }.
  def sizes
    corners = Modelling::Spots.of(one).corners.select { |_, list| list.size == 1 }.keys.first(12)
    corners.combination(2).filter_map do |a, b|
      spots = [a, b].map { |f| Modelling::Spots::Spot.new(kind: 'corner', faces: f) }
      id = Modelling::Picked.id('along', [0.0, 0.0, 1.0], *spots)
      Modelling::Picked.find(one, id)&.then { |d| [id, d.value] }
    end.to_h
  end

  def test_sizes_are_measured_again_where_the_part_has_other_sizes
    two = later('motor-plate-r2')
    again = sizes.to_h { |id, _| [id, Modelling::Picked.find(two, id)&.value] }
    refute_empty again
    assert_empty again.select { |_, v| v.nil? }, 'all faces are there still'
    assert(again.any? { |id, v| (v - sizes[id]).abs > 0.5 })
  end

  def test_turned_moved_and_numbered_anew_they_measure_the_same
    two = later('motor-plate-r2')
    three = later('motor-plate-r3')
    ids = sizes.keys
    assert_equal(*[two, three].map { |s| ids.map { |id| Modelling::Picked.find(s, id)&.value&.round(5) } })
  end

  def test_what_lost_a_face_is_not_found
    gone = first.names.values - later('motor-plate-r5').faces.map(&:name)
    refute_empty gone
    id = Modelling::Picked.id(
      'across',
      [1.0, 0.0, 0.0],
      *[gone.first, one.faces.first.name].map { |n| Modelling::Spots::Spot.new(kind: 'axis', faces: [n]) }
    )
    assert_nil Modelling::Picked.find(later('motor-plate-r5'), id)
  end

  # A flat 8 mm off the axis of a shaft ⌀20: its edges are 2 * sqrt(10^2 - 8^2) apart, whatever the mesh's chords say.
  FLAT = <<~TEXT
    nockplane: recipe/1
    name: Shaft
    features:
      - {id: s, type: extrude, profile: {kind: circle, diameter: 20}, depth: 30}
      - {id: f, type: extrude, operation: cut, on: s/end.end, at: [13, 0], depth: 30,
         profile: {kind: rectangle, width: 10, height: 40}}
  TEXT

  def test_places_lie_on_the_true_surfaces
    solid = model(FLAT).solid
    spots = Modelling::Spots.of(solid)
    corners = spots.corners.fetch(%w[f/side.left s/end.end s/side.rim])
    assert_in_delta 12.0, Geometry::Vec.distance(*corners), 1e-9
    edges = spots.lines.fetch(%w[f/side.left s/side.rim])
    assert_equal 2, edges.size
    picks =
      [0, 1].map do |i|
        Modelling::Spots::Spot.new(kind: 'edge', faces: %w[f/side.left s/side.rim], nth: [i, 2], share: 0.5)
      end
    id = Modelling::Picked.id('across', [0.0, 1.0, 0.0], *picks)
    assert_in_delta 12.0, Modelling::Picked.find(solid, id).value, 1e-9
  end

  def test_damaged_ids_measure_nothing
    ['picked:', 'picked:[]', 'picked:[1,2]', 'picked:["along",[0,0,1],["corner",[]],["edge",["x"]]]', 'picked:{}']
      .each { |id| assert_nil Modelling::Picked.find(one, id), id }
  end

  Shown = Struct.new(:solid, :linework, :view, :axes, :windows, :opening)
  Flat = Struct.new(:frame, :scale) { def point(place) = frame.image(place) }
  Lines = Struct.new(:style) { def hidden_lines? = true }

  # Does a stroke run through a place of the image?
  def on?(stroke, x, y)
    return stroke.points.each_cons(2).any? { |a, b| beside(a, b, x, y) < 0.05 } unless stroke.arc?

    dx, dy = x - stroke.centre[0], y - stroke.centre[1]
    c, s = Math.cos(stroke.rotation), Math.sin(stroke.rotation)
    (Math.hypot(((dx * c) + (dy * s)) / stroke.rx, ((dy * c) - (dx * s)) / stroke.ry) - 1).abs < 0.02
  end

  def beside(a, b, x, y)
    length = ((b[0] - a[0])**2) + ((b[1] - a[1])**2)
    return Math.hypot(x - a[0], y - a[1]) if length < 1e-12

    t = ((((x - a[0]) * (b[0] - a[0])) + ((y - a[1]) * (b[1] - a[1]))) / length).clamp(0.0, 1.0)
    Math.hypot(a[0] + (t * (b[0] - a[0])) - x, a[1] + (t * (b[1] - a[1])) - y)
  end

  def test_every_point_that_is_offered_lies_on_something_that_is_drawn
    %w[plate-4 flange housing halved lever].product(%w[front top iso]).each do |name, direction|
      solid = step_model(name).solid
      frame = Projection::ViewFrame.named(direction)
      linework = Projection::Linework.of(solid, frame)
      shown = Shown.new(solid, linework, Lines.new('hidden'), Products::Axis.all(solid), [])
      points = Drawings::Annotations::Snaps.new(shown, Flat.new(frame, 1.0)).points
      assert_operator points.size, :>, 3, "#{name} #{direction}"
      drawn = points.reject { |p| %w[centre crossing].include?(p.words) }
      off = drawn.reject { |p| linework.strokes.any? { |s| on?(s, p.x, p.y) } }
      assert_empty off.map { |p| [p.words, p.spot.faces] }, "#{name} #{direction}"
    end
  end
end
