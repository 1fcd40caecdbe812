# frozen_string_literal: true

require 'test_helper'

# Sheets of views kept on a model, and berths that take the annotations of their plane.
class ViewSheetTest < CoreTest
  PLATE = <<~F
    - {id: plate, type: extrude, profile: {kind: rectangle, width: 120, height: 80}, depth: 20}
    - {id: bore, type: hole, on: plate/end.end, at: [20, 10], diameter: 16, through: true}
  F

  # A flatness that is put in the front plane, one in the plane that suits, and a position seen from above.
  def planned(plane: nil)
    statements = [
      { 'kind' => 'datum', 'id' => 'd1', 'letter' => 'A', 'faces' => ['plate/end.start'] },
      { 'kind' => 'frame', 'id' => 'g1', 'words' => '⏥|0.1', 'faces' => ['plate/end.end'], 'plane' => 'front' },
      { 'kind' => 'frame', 'id' => 'g2', 'words' => '⏥|0.2', 'faces' => ['plate/side.left'], 'plane' => plane },
      { 'kind' => 'frame', 'id' => 'g3', 'words' => '⌖|⌀0.3|A', 'faces' => ['bore/wall'], 'plane' => 'top' }
    ].map(&:compact)
    Modelling::TolerancePlan.new('statements' => statements).in(recipe(PLATE))
  end

  def sheet_of(text, look, **more)
    source = Products::Source.new { text }
    subject = Products::Subject.new('m', 1)
    frame = Projection::ViewFrame.named(look)
    drawing =
      Planning::ViewSheet.of(
        Drawings::Template.all['a3-part-first-angle'],
        subject,
        source,
        direction: frame.d,
        up: frame.u,
        name: 'From here',
        title: 'Plate',
        number: 'QI-1',
        **more
      )
    [drawing, source]
  end

  def overlaps(drawing, source)
    drawing.sheets.flat_map do |sheet|
      scene = Drawings::SceneBuilder.new(drawing, sheet.id, source, shade: :known).scene
      Drawings::Overlaps.new(drawing, sheet, scene).all
    end
  end

  def said(drawing) = drawing.dimensions.map(&:dimension).sort

  def test_a_square_view_has_the_annotations_that_lie_in_its_plane
    drawing, source = sheet_of(planned, 'front')
    assert_equal [['From here'], 'QI-1', '1'], [drawing.views.map(&:name), drawing.meta.number, drawing.meta.revision]
    assert_equal %w[plan.d1 plan.g1 plan.g2], said(drawing)
    assert_empty overlaps(drawing, source)
    assert_equal %w[plan.g3], said(sheet_of(planned, 'top')[0])
    assert_equal %w[plan.d1 plan.g1], said(sheet_of(planned(plane: 'top'), 'front')[0]), 'one was put elsewhere'
  end

  def test_a_turned_view_has_none_and_a_note_stands_beside_it
    drawing, = sheet_of(planned, 'iso', note: "Seen after\ndeburring")
    assert_empty drawing.dimensions
    assert_equal ["Seen after\ndeburring"], drawing.notes.map(&:text)
  end

  def test_an_annotation_goes_into_a_drawing_once
    drawing, source = sheet_of(planned, 'front')
    refused = Linking::PlaneAdoption.edit(drawing, source, drawing.views[0])
    assert_match(/no annotation is left in the plane that From here shows/, refused.reason)
  end

  def test_berths_of_a_template_take_theirs_by_plane
    document = Drawings::Template.all['a3-part-first-angle'].document
    front = document.berths.find { |b| b.orientation == 'front' }
    turned = document.with([front.dup.tap { |b| b.adopt, b.by_plane = nil, true }])
    others = document.berths.reject { |b| b.id == front.id }.map { |b| b.dup.tap { |x| x.adopt = nil } }
    template = Drawings::Template.new('planes', turned.with(others))
    source = Products::Source.new { planned }
    drawing = Linking::FreshDrawing.of(template, 'm', 1, source, title: 'Plate', number: 'QI-1')
    assert_equal %w[plan.d1 plan.g1 plan.g2], said(drawing)
    assert_equal [front.id], drawing.dimensions.map(&:view).uniq
  end
end
