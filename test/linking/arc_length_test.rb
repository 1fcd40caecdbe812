# frozen_string_literal: true

require 'test_helper'

# Lengths along arcs: a plate 80 x 50 with corners of R10 (15,708 along each) and a lug of half a circle; mm.
class ArcLengthTest < CoreTest
  include Drawings

  PLATE =
    '- {id: b, type: extrude, profile: {kind: rectangle, width: %<w>s, height: 50, corner_radius: %<r>s}, depth: 20}'

  def setup
    texts = [[80, 10], [90, 12]].map { |w, r| recipe("#{format(PLATE, w: w, r: r)}\n") }
    @source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    @drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, @source, title: 'P', number: 'QI-1')
  end

  def at(point) = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view('plan')).point(point)

  def measured =
    @drawing.apply(Linking::Measuring.new(@drawing, @source).arc('plan', at([30, 15, 20]), at([55, 40, 20])))

  def ink(drawing) = SceneBuilder.new(drawing, 's1', @source).dimension_ink(drawing.dimensions[0]).ink

  def test_the_length_is_that_of_a_quarter_and_follows_the_model
    drawing = measured
    assert_in_delta 10 * Math::PI / 2, drawing.dimensions[0].snapshot.value, 1e-6
    assert_equal '⌒15,71', Annotations.words(drawing.standard, drawing.dimensions[0]).to_s
    after = drawing.apply(staleness(drawing, @source, 2).update)
    assert_in_delta 12 * Math::PI / 2, after.dimensions[0].snapshot.value, 1e-6
  end

  def test_it_is_picked_anywhere_on_the_arc
    on = [30 + (10 * Math.cos(Math::PI / 4)), 15 + (10 * Math.sin(Math::PI / 4)), 20]
    edit = Linking::Measuring.new(@drawing, @source).arc('plan', at(on), at([55, 40, 20]))
    assert_in_delta 10 * Math::PI / 2, @drawing.apply(edit).dimensions[0].snapshot.value, 1e-6
  end

  def test_dim_22_the_line_is_concentric_and_extension_lines_run_along_the_bisector
    arc = ink(measured).grep(Drafting::Ink::Arc)[0]
    at([30, 15, 20]).zip(arc.centre).each { |want, got| assert_in_delta want, got, 1e-6 }
    assert_operator arc.rx, :>, 10 * @drawing.sheet('s1').scale
    lines = ink(measured).grep(Drafting::Ink::Line).select { |l| l.points.size == 2 && !l.closed }
    ways = lines.first(2).map { |l| l.points.then { |p, q| Math.atan2(q[1] - p[1], q[0] - p[0]) } }
    ways.each { |w| assert_in_delta Math::PI / 4, w, 1e-6 }
  end

  def test_whole_circles_and_nothing_are_refused
    refused = Linking::Measuring.new(@drawing, @source).arc('plan', at([0, 0, 20]), [10.0, 10.0])
    assert_match(/no arc is there/, refused.reason)
    again = Drawing.from_h(JSON.parse(JSON.generate(measured.to_h)))
    assert_equal measured, again
    tidied = Tidying.run(measured.with([measured.dimensions[0].dup.tap { |d| d.pinned = false }]), @source).drawing
    assert_kind_of Annotations::AlongArc, tidied.dimensions[0].place
  end
end
