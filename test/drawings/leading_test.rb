# frozen_string_literal: true

require 'test_helper'
require 'step_helper'

# Leaders end on what is drawn: radii on their own arc, frames and datums on their own edge; they are short.
class LeadingTest < CoreTest
  include Drawings
  include StepHelpers

  LID =
    "- {id: plate, type: extrude, profile: {kind: rectangle, width: 100, height: 80, corner_radius: 12}, depth: 6}\n" \
    "- {id: eye, type: hole, on: plate/end.end, at: [8, 5], diameter: 14, through: true}\n" \
    "- {id: far, type: hole, on: plate/end.end, at: [-30, -22], diameter: 5, through: true}\n"

  def placed(text)
    drawing, source = drawing_of(text)
    drawing = adopted(drawing, source, 'plan')
    [drawing, SceneBuilder.new(drawing, 's1', source), source]
  end

  # Tip of a leader: its first line's beginning.
  def tip(builder, dimension) = builder.dimension_ink(dimension).ink.grep(Drafting::Ink::Line)[0].points[0]

  def test_a_radius_is_pointed_at_on_its_arc
    drawing, builder, = placed(recipe(LID))
    radius = drawing.dimensions.find { |d| d.dimension.end_with?('corner_radius') }
    at = builder.place(drawing.view('plan'))
    x, y = tip(builder, radius)
    # The corner's arc: within 90 degrees, beyond both straight edges' ends.
    corner = at.point(radius.snapshot.centre)
    middle = at.point([0, 0, 0])
    assert_in_delta 12 * at.scale, Math.hypot(x - corner[0], y - corner[1]), 1e-6
    assert_operator (x - corner[0]) * (corner[0] - middle[0]), :>, 0
    assert_operator (y - corner[1]) * (corner[1] - middle[1]), :>, 0
  end

  def test_leaders_are_short_and_do_not_cross_the_part
    drawing, builder, = placed(recipe(LID))
    holes = drawing.dimensions.select { |d| d.place.is_a?(Annotations::Leader) }
    assert_operator holes.size, :>=, 3
    holes.each do |d|
      length = Drafting::Ink.length(builder.dimension_ink(d).ink.grep(Drafting::Ink::Line)[0])
      assert_operator length, :<=, 30, d.dimension
    end
  end

  def test_notched_rims_are_pointed_at_between_the_notches
    arcs =
      DrawnArcs.new(
        Struct.new(:strokes).new([stroke(10, 80), stroke(100, 350)]),
        Projection::ViewFrame.named('top'),
        Annotations::Snapshot.new(kind: 'diameter', value: 20.0, centre: [0.0, 0.0, 0.0])
      )
    assert_equal [true, false, true, false, false], [45, 90, 200, 0, 82].map { |a| arcs.include?(a) }
    assert_equal [45, 225], arcs.middles.map(&:round)
  end

  def stroke(from, to)
    Projection::Stroke.new(
      shape: :arc,
      centre: [0.0, 0.0],
      rx: 10.0,
      ry: 10.0,
      rotation: 0.0,
      from: from * Math::PI / 180,
      to: to * Math::PI / 180,
      visible: true,
      faces: []
    )
  end

  # annotated-plate.step: datum A is the underside (z = 0), B the bore of 20, C the side x = 0 or so; by the file's own
  # faces.
  def test_datums_and_frames_stand_on_the_faces_they_name
    source = step_source('annotated-plate')
    drawing = Template.all['a3-part-first-angle'].fill('m', 1, source, title: 'Plate', number: 'QI-1')
    drawing =
      %w[front plan side].reduce(drawing) do |d, v|
        (e = Linking::Adoption.new(d, source).adopt(d.view(v))).is_a?(Edit) ? d.apply(e) : d
      end
    builder = SceneBuilder.new(drawing, 's1', source)
    marks = drawing.dimensions.select { |d| %w[datum tolerance_frame].include?(d.snapshot.kind) }
    assert_operator marks.size, :>=, 3
    marks.each { |d| assert_on_face(drawing, builder, source, d) }
  end

  # The tip lies on a visible stroke of a face that the annotation names; a datum's leader is square to a straight one.
  def assert_on_face(drawing, builder, source, dimension)
    view = drawing.view(dimension.view)
    at = builder.place(view)
    x, y = tip(builder, dimension)
    knee = builder.dimension_ink(dimension).ink.grep(Drafting::Ink::Line)[0].points[1]
    own =
      ShownModel
        .of(source, drawing, view)
        .linework
        .strokes
        .select { |s| s.visible && s.faces.intersect?(dimension.snapshot.faces) }
    near = own.min_by { |s| distance(s, at, x, y) }
    assert near, "#{dimension.snapshot.prefix}: the view draws the face"
    assert_operator distance(near, at, x, y), :<, 0.01, "#{dimension.snapshot.prefix} meets its face"
    return unless dimension.snapshot.kind == 'datum' && !near.arc?

    a, b = near.points.map { |p| at.paper(*p) }
    assert_in_delta 0,
                    ((knee[0] - x) * (b[0] - a[0])) + ((knee[1] - y) * (b[1] - a[1])),
                    1e-3 * Math.hypot(b[0] - a[0], b[1] - a[1]),
                    'square to the edge'
  end

  def distance(stroke, at, x, y)
    if stroke.arc?
      cx, cy = at.paper(*stroke.centre)
      return (Math.hypot(x - cx, y - cy) - (stroke.rx * at.scale)).abs
    end
    stroke.points.map { |p| at.paper(*p) }.each_cons(2).map { |p, q| to_segment(p, q, x, y) }.min
  end

  def to_segment(p, q, x, y)
    l = ((q[0] - p[0])**2) + ((q[1] - p[1])**2)
    t = l.zero? ? 0.0 : ((((x - p[0]) * (q[0] - p[0])) + ((y - p[1]) * (q[1] - p[1]))) / l).clamp(0.0, 1.0)
    Math.hypot(x - (p[0] + (t * (q[0] - p[0]))), y - (p[1] + (t * (q[1] - p[1]))))
  end
end
