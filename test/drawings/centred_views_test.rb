# frozen_string_literal: true

require 'test_helper'
require 'view_helper'

# Centre lines and marks of a view without hidden lines: of what is seen, not of bores inside. mm.
class CentredViewsTest < CoreTest
  # A block with a blind bore from below, a through bore beside it, and a boss on top.
  BLOCK = <<~R
    nockplane: recipe/1
    name: Block
    features:
      - {id: block, type: extrude, profile: {kind: rectangle, width: 80, height: 40}, depth: 20}
      - {id: blind, type: hole, on: block/end.start, at: [-25, 0], diameter: 10, depth: 8}
      - {id: bore, type: hole, on: block/end.end, at: [0, 0], diameter: 10, through: true}
      - {id: boss, type: extrude, on: block/end.end, at: [25, 0], profile: {kind: circle, diameter: 12}, depth: 6}
  R

  def source = @source ||= Products::Source.new { BLOCK }

  # Middles of the centre lines and marks of a view, in mm of the model across it, in their order.
  def centres(name, style)
    template = Drawings::Template.all['a3-part-first-angle']
    drawing = Linking::FreshDrawing.of(template, 'm', 1, source, title: 'T', number: 'N', adopt: [])
    view = drawing.view(name).dup.tap { |v| v.style = style }
    drawing = drawing.apply(Drawings::Edit.put('style', view))
    builder = Drawings::SceneBuilder.new(drawing, 's1', source, shade: :known)
    items = builder.scene.groups.find { |g| g.owner == "view/#{name}" }.items
    place = builder.place(drawing.view(name))
    lines = items.grep(Drafting::Ink::Line).select { |i| i.layer == 'centre' }
    lines.map { |l| place.image(*l.points.transpose.map { |c| c.sum / c.size })[0].round(3) }.uniq.sort
  end

  def test_from_above_only_what_is_seen_is_marked
    assert_equal [0.0, 25.0], centres('plan', 'visible')
    assert_equal [-25.0, 0.0, 25.0], centres('plan', 'hidden')
  end

  def test_from_the_front_a_bore_inside_has_no_centre_line
    assert_equal [25.0], centres('front', 'visible')
    assert_equal [-25.0, 0.0, 25.0], centres('front', 'hidden')
  end

  DISC = <<~R
    nockplane: recipe/1
    name: Disc
    properties: {number: D}
    features:
      - {id: disc, type: extrude, profile: {kind: circle, diameter: 60}, depth: 10}
      - {id: bore, type: hole, on: disc/end.end, at: [10, 0], diameter: 12, through: true}
      - {id: notch, type: hole, on: disc/end.end, at: [0, 30], diameter: 8, through: true}
  R
  UNIT = <<~R
    nockplane: assembly/1
    name: Unit
    components:
      - {id: disc, model: D}
      - {id: other, model: D, at: [80, 0]}
    display_sets:
      plain: {simple: [disc]}
  R

  # Simplified, a component goes without its bores and their centre marks; its outline stays whole, notches and all.
  def test_a_simplified_component_goes_without_its_bores_and_keeps_its_outline
    made = Products::Source.new(library: ->(_, _) { DISC }) { UNIT }
    drawing =
      Linking::FreshDrawing.of(Drawings::Template.all['a2-assembly'], 'u', 1, made, title: 'T', number: 'N', adopt: [])
    drawing = drawing.apply(Drawings::Views::Shaping.new(drawing, made, 'plan').display_set('plain'))
    builder = Drawings::SceneBuilder.new(drawing, 's1', made, shade: :known)
    place = builder.place(drawing.view('plan'))
    arcs = builder.scene.groups.find { |g| g.owner == 'view/plan' }.items.grep(Drafting::Ink::Arc)
    found = ->(radius) { arcs.select { |a| (a.rx - (radius * place.scale)).abs < 1e-6 && a.layer == 'visible' } }
    assert_equal [80.0 + 10], found[6].map { |a| place.image(*a.centre)[0].round(3) }, 'the bore of the other one alone'
    notches = found[4].map { |a| [place.image(*a.centre)[0].round(3), (a.to - a.from).round(6)] }
    one, other = [0.0, 80.0].map { |x| notches.select { |at, _| at == x }.map(&:last).sort }
    assert_equal other, one, 'both are notched alike'
    refute_empty one
    assert_equal [0.0, 80.0], found[30].map { |a| place.image(*a.centre)[0].round(3) }.uniq.sort
  end
end
