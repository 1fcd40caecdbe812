# frozen_string_literal: true

require 'test_helper'

class ExtentTest < CoreTest
  def extent(text) = Solids::Extent.of(model(text).solid)

  def assert_extent(expected, text, within: 1e-6)
    expected.zip(extent(text)).each { |want, got| assert_in_delta want, got, within }
  end

  DISC = '  - {id: d, type: extrude, profile: {kind: circle, diameter: 150}, depth: 8}'

  def test_a_whole_disc = assert_extent([-75, -75, 0, 75, 75, 8], recipe(DISC))

  def test_a_disc_with_a_notch_at_a_quadrant
    text =
      recipe(
        "#{DISC}\n  - {id: n, type: extrude, operation: cut, on: d/end.end, at: [0, -75], through: true, profile: " \
        "{kind: rectangle, width: 4, height: 6}}"
      )
    # what is left beside the notch: 75 cos(asin(2 / 75))
    assert_extent [-75, -Math.sqrt((75**2) - 4), 0, 75, 75, 8], text, within: 2e-4
    assert_operator extent(text)[1], :<, model(text).solid.box[1], 'nearer than the chords'
  end

  def test_a_disc_turned_off_the_quadrants
    assert_extent [-75, -75, 0, 75, 75, 8], recipe(DISC.sub('depth: 8', 'depth: 8, turn: 3'))
  end

  def test_an_inclined_pin
    # radius 5 about an axis in the xz plane at 30 degrees: in z it adds 5 cos 30 to the ends of the axis
    frame = Geometry::Frame.new([0, 0, 0], [Math.cos(Math::PI / 6), 0, 0.5], [0, 1, 0])
    outline =
      Solids::Outline.new(
        [
          Solids::Piece.new('s', [0.0, 0.0], [0.0, 5.0]),
          Solids::Piece.new('w', [0.0, 5.0], [40.0, 5.0]),
          Solids::Piece.new('e', [40.0, 5.0], [40.0, 0.0]),
          Solids::Piece.new('a', [40.0, 0.0], [0.0, 0.0])
        ]
      )
    box = Solids::Extent.of(Solids::Turned.new('pin', frame, outline).solid)
    c = 5 * Math.cos(Math::PI / 6)
    [-2.5, -5, -c, (40 * Math.cos(Math::PI / 6)) + 2.5, 5, 20 + c].zip(box)
      .each { |want, got| assert_in_delta want, got, 1e-9 }
  end

  def test_a_cone_and_a_block
    assert_extent [-10, -10, 0, 10, 10, 12],
                  recipe(
                    '  - {id: c, type: revolve, axis: z, profile: {kind: free, start: [0, 0], edges: [{name: base, ' \
                    'to: [0, 10]}, {name: flank, to: [12, 4]}, {name: top, to: [12, 0]}, {name: axis}]}}'
                  )
    assert_extent [-15, -10, 0, 15, 10, 5],
                  recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 30, height: 20}, depth: 5}')
  end

  def test_holes_do_not_widen_the_box
    text =
      recipe(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 30, height: 20}, depth: 5}\n  - {id: h, type: " \
        "hole, on: b/end.end, diameter: 18, through: true}"
      )
    assert_extent [-15, -10, 0, 15, 10, 5], text
  end

  def test_never_smaller_than_the_chords
    %w[carousel hub-spindle].each do |name|
      chords = model(demo(name)).solid.box
      found = extent(demo(name))
      3.times { |k| assert found[k] <= chords[k] + 1e-9 && found[k + 3] >= chords[k + 3] - 1e-9 }
    end
  end
end
