# frozen_string_literal: true

require 'step_helper'
require 'pdf-reader'

# A face that can't be read: told by name, spanned flat, hatched where it is seen; the drawing says that it is
# incomplete, on paper too.
class IncompleteTest < StepTest
  # A block of 20 x 30 x 40 whose top is on a surface nobody knows.
  def block(unreadable: 1)
    s = StepSketch.new
    text = s.file(s.solid(*s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0])))
    faces = text.scan(/ADVANCED_FACE\('',\(#\d+\),#(\d+)/).flatten
    unreadable.zero? ?
      text :
      text.sub(/##{faces[unreadable]}=PLANE\('',(#\d+)\)/, "##{faces[unreadable]}=BENT_SURFACE('',\\1)")
  end

  def model = STEP::Import.read(block).model

  def test_the_face_is_told_and_the_shape_stays_closed
    assert_closed model.solid
    assert_equal 6, model.solid.faces.size
    assert_equal 1, model.gaps.size
    gap = model.gaps[0]
    assert_match(/\A#\d+\z/, gap[:face])
    assert gap[:stands_in]
    assert_match(
      /a flat piece stands in its place, hatched in views: BENT_SURFACE: this kind of surface is not read/,
      gap[:why]
    )
    assert_includes model.warnings.join(' '), 'incomplete: 1 piece of the shape could not be read'
    assert_equal(
      { plane: 5, stand_in: 1 },
      model.solid.faces.group_by { |f| f.surface.kind }.transform_values(&:size).sort.to_h
    )
    refute_predicate STEP::Import.read(block(unreadable: 0)).model, :incomplete?
  end

  def source
    Products::Source.new(importer: ->(_, refine) { STEP::Import.read(block, refine: refine).model }) do |_, _|
      Modelling::ImportReference.new(file: 'b', name: 'b', bytes: 1).to_s
    end
  end

  def scenes
    from = source
    drawing = Drawings::Template.all['a3-part-first-angle'].fill('m', 1, from, title: 'Block', number: 'QI-1')
    Drawings::SceneBuilder.new(drawing, 's1', from).scene
  end

  def test_only_views_that_see_it_hatch_it
    from = source
    seen =
      %w[front top bottom].to_h do |name|
        [name, from.stand_ins(Products::Subject.new('m', 1), Projection::ViewFrame.named(name))]
      end
    assert_equal(
      { 'front' => 0.0, 'top' => 600.0, 'bottom' => 0.0 },
      seen.transform_values { |regions| regions.sum { |r| area(r) }.round(6) }
    )
    xs, ys = seen['top'].flat_map { |r| r.loops[0] }.transpose
    assert_equal [[0.0, 20.0], [0.0, 30.0]], [xs, ys].map { |c| c.minmax.map { |v| v.round(6) } }
  end

  def area(region) = region.loops.sum { |l| Geometry::Polygon.area(l.each_index.to_a, l.map(&:first), l.map(&:last)) }

  def test_paper_says_that_the_model_is_incomplete
    scene = scenes
    items = scene.groups.flat_map(&:items)
    assert_equal 4,
                 items
                   .grep(Drafting::Ink::Text)
                   .count { |t| t.string.start_with?('INCOMPLETE: 1 piece of the model could not be read') }
    assert_operator items.grep(Drafting::Ink::Line).count { |l| l.layer == 'hatch' }, :>, 4
    text = PDF::Reader.new(StringIO.new(Formats::Pdf.write([scene]))).pages[0].text
    assert_includes text, 'INCOMPLETE: 1 piece of the model could not be read'
  end

  # An edge whose curve can't be read takes both its faces along; what is left is spanned with it straight.
  def test_an_unreadable_edge
    s = StepSketch.new
    text = s.file(s.solid(*s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0])))
    line = text[/EDGE_CURVE\('',#\d+,#\d+,#(\d+)/, 1]
    found = STEP::Import.read(text.sub(/##{line}=LINE\(/, "##{line}=CLOTHOID(")).model
    assert_equal 2, found.gaps.size
    assert_closed found.solid
    assert_in_delta 24_000, Solids::Mass.of(found.solid).volume, 1e-6
  end

  def test_a_missing_body_and_a_missing_part_are_gaps
    s = StepSketch.new
    body = s.solid(*s.box([0.0, 0.0, 0.0], [20.0, 30.0, 40.0]))
    text = s.file(body, s.r.add('MANIFOLD_SOLID_BREP', '', s.r.add('CLOTHOID', '')))
    found = STEP::Import.read(text).model
    assert_equal [[nil, false]], found.gaps.map { |g| g.values_at(:face, :stands_in) }
    assert_includes found.gaps[0][:why], 'a body is missing from the picture'
  end
end
