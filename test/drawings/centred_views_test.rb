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
end
