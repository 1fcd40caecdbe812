# frozen_string_literal: true

require 'test_helper'

# Centre lines, marks and bolt circles set by hand on a plate 80 x 40 with four holes of 8 on a circle of 24 and a slot.
class CentringTest < CoreTest
  include Drawings

  def plate(width, circle)
    recipe("- id: plate\n  type: extrude\n  profile: {kind: rectangle, width: #{width}, height: 40}\n  depth: 10\n" \
           "- {id: holes, type: hole, on: plate/end.end, diameter: 8, through: true, " \
           "pattern: {kind: circular, count: 4, pitch_circle: #{circle}}}\n")
  end

  def setup
    texts = [plate(80, 24), plate(100, 28), plate(100, 28).sub(/- \{id: holes.*/m, '')]
    @source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    @drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, @source, title: 'P', number: 'QI-1')
  end

  def set(mode, *points)
    at = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view('plan'))
    Linking::Centring.new(@drawing, @source).set('plan', mode, points.map { |p| at.point(p) })
  end

  def ink(drawing)
    SceneBuilder.new(drawing, 's1', @source).dimension_ink(drawing.dimensions[0]).ink
  end

  def test_a_line_midway_between_two_edges_runs_past_them
    drawing = @drawing.apply(set('line', [10, -20, 10], [10, 20, 10]))
    line = ink(drawing)[0]
    scale = drawing.sheet('s1').scale
    assert_in_delta (80 * scale) + (2 * drawing.standard.centre_overrun), Drafting::Ink.length(line), 1e-6
    middle = SceneBuilder.new(drawing, 's1', @source).place(drawing.view('plan')).point([0, 0, 10])
    line.points.each { |_, y| assert_in_delta middle[1], y, 1e-6 }
    refute_nil line.dash
    assert_equal 'centre', line.layer
  end

  def test_a_bolt_circle_goes_through_the_centres_and_follows_the_model
    centres = [0, 90, 180].map { |a| [12 * Math.cos(a * Math::PI / 180), 12 * Math.sin(a * Math::PI / 180), 10] }
    drawing = @drawing.apply(set('bolts', *centres))
    assert_in_delta 12 * drawing.sheet('s1').scale, ink(drawing)[0].rx, 1e-6
    after = drawing.apply(staleness(drawing, @source, 2).update)
    assert_in_delta 14 * after.sheet('s1').scale, ink(after)[0].rx, 1e-6
    gone = after.apply(staleness(after, @source, 3).update)
    assert_equal [gone.dimensions[0].id], staleness(gone, @source, 3).adrift.map { |a| a.dimension.id }
    assert_in_delta 14 * after.sheet('s1').scale, ink(gone)[0].rx, 1e-6, 'kept as it was last'
  end

  def test_a_mark_is_a_cross_past_the_circle
    drawing = @drawing.apply(set('mark', [12, 0, 10]))
    reach = (4 * drawing.sheet('s1').scale) + drawing.standard.centre_overrun
    lines = ink(drawing)
    assert_equal 2, lines.size
    lines.each { |l| assert_in_delta 2 * reach, Drafting::Ink.length(l), 1e-6 }
    assert_equal 'that one stands there already',
                 Linking::Centring.new(drawing, @source).set('plan', 'mark', [middle_of(drawing)]).reason
  end

  def middle_of(drawing) = SceneBuilder.new(drawing, 's1', @source).place(drawing.view('plan')).point([12, 0, 10])

  def test_an_area_is_lined_between_its_corners_and_follows_them
    drawing = @drawing.apply(set('area', [-40, -20, 10], [40, -20, 10], [40, 20, 10]))
    assert_equal 'hatched_area', drawing.dimensions[0].kind
    scale = drawing.sheet('s1').scale
    outline, *lines = ink(drawing)
    assert_in_delta 80 * 40 / 2 * (scale**2), Geometry::Polygon.area([0, 1, 2], *outline.points.transpose).abs, 1e-6
    assert_operator lines.size, :>, 5
    lines.flat_map(&:points).each { |p| assert Geometry::Box.inside?([*p, *p], Drafting::Ink.box(outline), -0.1) }
    after = drawing.apply(staleness(drawing, @source, 2).update)
    wide = Drafting::Ink.box(ink(after)[0]).then { |b| b[2] - b[0] }
    assert_in_delta 100 * after.sheet('s1').scale, wide, 1e-6
  end

  def test_what_makes_none_is_said_in_words
    assert_match(/pick two edges/, set('line', [10, -20, 10]).reason)
    assert_match(/pick the centres of three holes/, set('bolts', [12, 0, 10], [0, 12, 10]).reason)
    assert_match(/pick a circle/, set('mark', [33, 3, 10]).reason)
  end

  def test_the_document_and_the_rules_keep_them
    drawing = @drawing.apply(set('mark', [12, 0, 10]))
    assert_equal drawing, Drawing.from_h(JSON.parse(JSON.generate(drawing.to_h)))
    assert_equal drawing.dimensions, Tidying.run(drawing, @source).drawing.dimensions
    assert_equal 0, Linking::Completeness.new(drawing, @source).parts[0].report.twice.size
  end
end
