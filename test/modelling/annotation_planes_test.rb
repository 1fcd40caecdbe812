# frozen_string_literal: true

require 'test_helper'

# Annotation planes of a part: six along it, more along its faces.
class AnnotationPlanesTest < CoreTest
  Planes = Modelling::AnnotationPlanes

  # A wedge of 30 degrees with a bore square to its slope.
  WEDGE = <<~F
    - id: body
      type: extrude
      on: xz
      profile:
        kind: free
        start: [0, 0]
        edges: [{name: foot, to: [60, 0]}, {name: slope, to: [0, 34.641]}, {name: back, to: [0, 0]}]
      depth: 20
    - {id: bore, type: hole, diameter: 6, depth: 8, on: body/side.slope, at: [0, 20]}
  F

  def wedge = @wedge ||= built(WEDGE)
  def shape = @shape ||= Solids::Indexed.of(wedge.solid)

  def planned(planes)
    Modelling::Planned::Weaving.new(wedge, Modelling::TolerancePlan.new('planes' => planes)).woven
  end

  def test_six_where_a_plan_names_none
    assert_equal %w[front top right left bottom back], Planes.of(planned([])).map(&:name)
  end

  # (tan 30 = 34.641 / 60: the slope looks along (sin 30, 0, cos 30))
  def test_a_plane_along_a_slope_looks_outwards_and_stands_upright
    plane = Planes.of(planned(['body/side.slope'])).last
    assert_equal 'body/side.slope', plane.name
    [0.5, 0.0, Math.cos(Math::PI / 6)].zip(plane.normal) { |want, is| assert_in_delta want, is, 1e-5 }
    [-Math.cos(Math::PI / 6), 0.0, 0.5].zip(plane.up) { |want, is| assert_in_delta want, is, 1e-5 }
  end

  def test_a_plane_of_a_bore_is_square_to_its_axis
    plane = Planes.at_face(shape, 'bore/wall')
    [0.5, 0.0, Math.cos(Math::PI / 6)].zip(plane.normal) { |want, is| assert_in_delta want, is, 1e-5 }
  end

  def test_every_plane_has_right_angles
    names = shape.faces.map(&:name)
    planes = names.filter_map { |n| Planes.at_face(shape, n) } + Planes::BASE
    planes.each do |p|
      assert_in_delta 0, Geometry::Vec.dot(p.normal, p.up), 1e-12, p.name
      assert_in_delta 1, Geometry::Vec.length(p.up), 1e-12, p.name
    end
    assert_operator planes.size, :>=, 11
  end

  def test_level_faces_have_the_up_of_the_planes_above_and_below
    assert_equal [0.0, -1.0, 0.0], Planes.at_face(shape, 'body/side.foot').up
  end

  def test_faces_that_are_gone_give_none
    assert_nil Planes.at_face(shape, 'body/side.lid')
    assert_equal 6, Planes.of(planned(['body/side.lid'])).size
  end

  def test_plans_keep_their_planes_in_the_text
    text = Modelling::TolerancePlan.new('planes' => ['body/side.slope']).with([note]).in(recipe(WEDGE))
    assert_match(%r{^  planes: \[body/side.slope\]$}, text)
    assert_equal ['body/side.slope'], Modelling::TolerancePlan.of(text).planes
  end

  def test_a_plan_with_planes_that_are_no_names_is_refused
    wrong = assert_raises(Modelling::RecipeFault) { Modelling::TolerancePlan.new('planes' => [3]) }
    assert_match(/plan.planes.*must be a list of the faces/, wrong.faults[0].to_s)
  end

  def test_put_in_a_plane_of_its_own_and_back_when_that_is_taken_away
    editing = ->(plan) { Planning::Tolerances::Editing.new(wedge, plan) }
    plan = editing[Modelling::TolerancePlan.new({}).with([note])].add_plane('body/side.slope')
    put = editing[plan].place(['n1'], 'body/side.slope', [1.0, 2.0, 3.0])
    woven = Modelling::Planned::Weaving.new(wedge, put).woven
    assert_equal(['body/side.slope'], Linking::SpaceMarks.of(woven).select { |m| m.id == 'plan.n1' }.map(&:plane))
    back = editing[put].drop_plane('body/side.slope')
    assert_equal [[], nil, nil], [back.planes, back.statements[0].plane, back.statements[0].at]
  end

  def test_planes_that_can_not_be_are_refused
    editing = Planning::Tolerances::Editing.new(wedge, Modelling::TolerancePlan.new('planes' => ['body/side.slope']))
    said = ->(face) { assert_raises(Planning::Tolerances::Refused) { editing.add_plane(face) }.message }
    assert_match(/no face 'lid'/, said['lid'])
    assert_match(/direction of plane left/, said['body/side.back'])
    assert_match(%r{direction of plane body/side.slope}, said['bore/wall'])
  end

  private

  def note =
    Modelling::Planned.read('kind' => 'note', 'id' => 'n1', 'words' => 'deburr', 'faces' => ['body/side.slope'])
end
