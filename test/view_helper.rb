# frozen_string_literal: true

require 'test_helper'

# A block with two bores on a sheet, its front and its plan, and what is done to its views. Lengths in mm.
class ViewTest < CoreTest
  include Drawings
  # A block 100 by 60 by 40 with a bore ⌀20 at (-20, 0) and a blind bore ⌀16, 25 deep, at (25, 10); a slope cut off one
  # corner.
  BLOCK = <<~F
    nockplane: recipe/1
    name: Block
    parameters: {x: -20}
    features:
      - {id: block, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: 40}
      - {id: bore, type: hole, on: block/end.end, at: [x, 0], diameter: 20, through: true}
      - {id: blind, type: hole, on: block/end.end, at: [25, 10], diameter: 16, depth: 25, point_angle: 180}
  F

  def setup
    @source = Products::Source.new(store: STORE) { |_, n| n == 1 ? BLOCK : @later }
    @drawing = Template.all['a3-part-first-angle'].fill('m', 1, @source, title: 'Block', number: 'QI-9-D')
    @drawing
      .views
      .map(&:id)
      .each { |id| done(ViewEdits.remove(@drawing, id)) unless id == 'front' || @drawing.view(id).nil? }
    done(Views::Making.new(@drawing, @source).pull('front', 'down'))
  end

  def plan = @drawing.views.find { |v| v.direction == 'down' && v.kind == 'projected' }
  def making = Views::Making.new(@drawing, @source)
  def shaping(view) = Views::Shaping.new(@drawing, @source, view.id)
  def shown(view) = ShownModel.of(@source, @drawing, view)
  def last = @drawing.views.last
  # mm of paper of a place of the part, seen from above (model x, y).
  def on_plan(x, y) = SceneBuilder.new(@drawing, 's1', @source).place(plan).point([x, y, 20.0])

  def mark_of(view)
    SceneBuilder.new(@drawing, 's1', @source).scene.groups.find { |g| g.owner == "mark/#{view.id}" }.items
  end

  def label_of(view)
    SceneBuilder.new(@drawing, 's1', @source).scene.groups.find { |g| g.owner == "label/#{view.id}" }.items
  end

  def items(view)
    SceneBuilder.new(@drawing, 's1', @source).scene.groups.find { |g| g.owner == "view/#{view.id}" }.items
  end

  def done(edit)
    refute_kind_of Refusal, edit, (edit.reason if edit.is_a?(Refusal))
    before = @drawing
    @drawing = before.apply(edit)
    assert_equal before, @drawing.apply(edit.inverse(before)), "#{edit.label}, taken back"
    anew = Products::Source.new(store: STORE) { |_, n| n == 1 ? BLOCK : @later }
    assert_equal groups(anew), groups(@source), "#{edit.label}: drawn from memory and anew"
    @drawing
  end

  def groups(source) = SceneBuilder.new(@drawing, 's1', source).scene.groups

  def refused(words, edit) = assert_equal(words, edit.is_a?(Refusal) ? edit.reason : edit.label)

  def section(points, form = 'full', away: [0, 30], **more)
    done(
      making.section(plan.id, points.map { |p| on_plan(*p) }, form, at: [plan.x + away[0], plan.y + away[1]], **more)
    )
    last
  end

  def on_front(x, z) = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view('front')).point([x, 0.0, z.to_f])
end
