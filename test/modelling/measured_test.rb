# frozen_string_literal: true

require 'test_helper'

# Sizes measured on faces, against the sizes the part was made with. mm.
class MeasuredTest < CoreTest
  PLATE = <<~R.gsub(/^/, '  ')
    - {id: p, type: extrude, profile: {kind: rectangle, width: 80, height: 50, corner_radius: 6}, depth: 12}
    - {id: h, type: hole, on: p/end.end, at: [-25, -15], diameter: 5, through: true, pattern: {kind: linear, columns: 2, rows: 2, column_spacing: 50, row_spacing: 30}}
    - {id: b, type: boss, on: p/end.end, at: [0, 0], diameter: 20, depth: 8}
  R

  def solid = @solid ||= built(PLATE).solid
  def find(id) = Modelling::Measured.find(solid, id)
  def all = @all ||= Modelling::Measured.all(solid)

  def test_equal_holes_are_one_size
    holes = find('measured.size.h[1,1]/wall')
    assert_equal [:diameter, 5.0, 4], [holes.kind, holes.value, holes.count]
    assert_equal 4, holes.faces.size
    refute holes.editable?
    assert_nil holes.tolerance
  end

  def test_a_boss_is_a_turned_diameter_and_a_round_a_radius
    assert_equal [:turned_diameter, 20.0, 1],
                 all.find { |d| d.kind == :turned_diameter }.then { |d| [d.kind, d.value, d.count] }
    rounds = all.find { |d| d.kind == :radius }
    assert_equal [6.0, 4], [rounds.value, rounds.count]
  end

  def test_distances_between_planes_and_to_axes
    across = find('measured.distance.p/side.left|p/side.right')
    assert_in_delta 80, across.value, 1e-9
    assert_in_delta 80, V.distance(across.from, across.to), 1e-9
    assert_in_delta 15, find('measured.distance.p/side.left|h[1,1]/wall').value, 1e-9
    assert_in_delta 50, find('measured.distance.h[1,1]/wall|h[2,1]/wall').value, 1e-9
    assert_nil find('measured.distance.p/side.left|p/end.end'), 'square planes have no distance'
  end

  def test_everything_worth_measuring_is_offered_once
    values = all.select { |d| d.kind == :linear }.map { |d| d.value.round(6) }
    [80.0, 50.0, 12.0, 20.0].each { |v| assert_includes values, v }
    assert_equal all.size, all.map(&:id).uniq.size
    all.each { |d| assert_equal d.value, find(d.id).value, d.id }
  end

  def test_faces_that_are_gone_measure_nothing
    assert_nil find('measured.size.x/wall')
    assert_nil find('measured.distance.p/side.left|x')
  end

  def test_frames_stand_at_their_faces
    frame =
      Modelling::Measured.frame(
        solid,
        [solid.face('p/end.end')],
        id: 'given.flatness.a',
        kind: :tolerance_frame,
        value: 0.1,
        words: '⏥|0.1'
      )
    assert_in_delta 12, frame.centre[2], 1e-9
    assert_equal 'flatness a', frame.label
    bore =
      Modelling::Measured.frame(
        solid,
        [solid.face('h[1,1]/wall')],
        id: 'given.datum.B',
        kind: :datum,
        value: 0.0,
        words: 'B'
      )
    assert_in_delta 2.5, V.distance(bore.from, bore.to), 1e-9
  end

  def test_spans_tell_round_faces_from_parts_of_them
    wall = Modelling::Span.of(solid, solid.face('h[1,1]/wall'))
    assert_equal [true, true], [wall.round?, wall.concave?]
    assert_in_delta 6, wall.centre[2], 1e-9
    corner =
      Modelling::Span.of(
        solid,
        solid.faces.find { |f| f.surface.kind == :cylinder && (f.surface.radius - 6).abs < 1e-9 }
      )
    assert_equal [false, false], [corner.round?, corner.concave?]
    assert_in_delta Math.sqrt(0.5), corner.towards[0].abs, 1e-3, 'its middle looks out of the corner'
  end

  def test_references_to_files_are_read_as_they_were_written
    reference =
      Modelling::ImportReference.new(
        file: 'ab12',
        name: 'plate.step',
        bytes: 99,
        faces: {
          12 => 'bore-1'
        },
        used: {
          '' => {
            'bore' => 1
          }
        },
        doubts: {
          'bore-2' => %w[bore-1]
        },
        gone: ['plane-3']
      )
    again = Modelling::ImportReference.parse(reference.to_s)
    values = ->(one) { Modelling::ImportReference::FIELDS.to_h { |f| [f, one.public_send(f)] } }
    assert_equal values[reference], values[again]
    assert Modelling::ImportReference.is?(reference.to_s)
    refute Modelling::ImportReference.is?("nockplane: recipe/1\n")
  end
end
