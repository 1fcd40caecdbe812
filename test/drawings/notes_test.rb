# frozen_string_literal: true

require 'test_helper'

# Notes on the sheet: items of a list, what is drawn round them, what is refused.
class NotesTest < CoreTest
  include Drawings

  PIN = "- {id: b, type: extrude, profile: {kind: circle, diameter: 9}, depth: 4}\n"

  def setup
    @drawing, @source = drawing_of(recipe(PIN))
  end

  def noted(text, **more) = @drawing.apply(AnnotationEdits.add_note(@drawing, 's1', text, 100.0, 100.0, **more))
  def ink(drawing) = SceneBuilder.new(drawing, 's1', @source).scene.groups.find { |g| g.owner == 'note/n1' }.items

  def test_items_stand_in_line_under_each_other_also_where_they_are_wrapped
    texts =
      ink(noted("General:\n- remove all burrs and break all sharp edges\n2) paint", width: 60.0)).grep(
        Drafting::Ink::Text
      )
    assert_equal 'General:', texts[0].string
    assert_equal %w[• 2)], texts.map(&:string) & %w[• 2) -]
    words = texts.reject { |t| %w[General: • 2)].include?(t.string) }
    first = words.select { |t| t.string != 'paint' }
    assert_operator first.size, :>, 1, 'it is wrapped'
    assert_equal 1, first.map { |t| t.x.round(6) }.uniq.size
    assert_operator first[0].x, :>, texts[0].x
  end

  WORDS = { 'edge' => '-0,2', 'target' => "⌀6\nA1" }.freeze

  def test_every_shape_holds_its_words
    Annotations::NoteShapes.all.each_key do |name|
      next if %w[edge weld underlined].include?(name) # (open, or drawn in place of them)

      items = ink(noted(WORDS.fetch(name, 'A1'), shape: name))
      texts = items.grep(Drafting::Ink::Text).map { |t| Drafting::Ink.box(t) }
      outline = Drafting::Ink.box((items - items.grep(Drafting::Ink::Text))[0])
      texts.each { |t| assert Geometry::Box.inside?(t, outline, 0.0), name }
    end
  end

  def test_iso_13715_the_sign_of_an_edge_is_an_open_corner_at_its_leader
    items = ink(noted('-0,2', shape: 'edge'))
    legs = items.grep(Drafting::Ink::Line)[0]
    up, vertex, along = legs.points
    refute legs.closed
    assert_in_delta up[0], vertex[0], 1e-9
    assert_in_delta along[1], vertex[1], 1e-9
    assert_operator items.grep(Drafting::Ink::Text)[0].x, :>, vertex[0]
    %w[0,2 -x burr].each do |t|
      assert_match(/size with its sign/, AnnotationEdits.add_note(@drawing, 's1', t, 1.0, 1.0, shape: 'edge').reason)
    end
    %w[+0,3 ±0.1 -0,1/-0,3].each do |t|
      assert_kind_of Edit, AnnotationEdits.add_note(@drawing, 's1', t, 1.0, 1.0, shape: 'edge')
    end
  end

  def test_dat_07_a_datum_target_is_parted_level_and_ends_with_a_cross
    drawing = noted("⌀6\nA1", shape: 'target')
    circle = ink(drawing).grep(Drafting::Ink::Arc)[0]
    size, name = ink(drawing).grep(Drafting::Ink::Text)
    assert_operator size.y, :>, circle.centre[1]
    assert_operator name.y, :<, circle.centre[1]
    middle = SceneBuilder.new(drawing, 's1', @source).place(drawing.view('plan')).point([0.0, 0.0, 4.0])
    tip = Annotations::Pointing.new(drawing, 's1', SceneBuilder.new(drawing, 's1', @source)).tip(*middle)
    pointed = drawing.apply(AnnotationEdits.point(drawing, 'n1', tip))
    cross = ink(pointed).grep(Drafting::Ink::Line).last(2)
    cross.each do |l|
      l.points.transpose.map { |c| c.sum / 2 }.zip(middle).each { |got, want| assert_in_delta want, got, 1e-6 }
    end
    assert_match(/letter and number/, AnnotationEdits.add_note(@drawing, 's1', 'AA', 1.0, 1.0, shape: 'target').reason)
  end

  def test_lining_keeps_clear_of_a_note_in_a_shape
    template = Template.all.fetch('a3-part-first-angle')
    text =
      recipe(
        "- {id: b, type: extrude, profile: {kind: circle, diameter: 60}, depth: 30}\n" \
          "- {id: h, type: hole, on: b/end.end, diameter: 20, through: true}\n"
      )
    source = Products::Source.new(store: STORE) { |_, _| text }
    drawing = template.fill('m', 1, source, title: 'P', number: 'QI-1')
    x0, y0, x1, y1 = SceneBuilder.new(drawing, 's1', source).place(drawing.view('front')).outline
    line = [[(x0 + x1) / 2, y0 - 5], [(x0 + x1) / 2, y1 + 5]]
    cut = drawing.apply(Views::Making.new(drawing, source).section('front', line, 'full'))
    section = cut.views.find { |v| v.kind == 'section' }
    noted = cut.apply(AnnotationEdits.add_note(cut, 's1', 'B', section.x, section.y, shape: 'triangle'))
    scene = SceneBuilder.new(noted, 's1', source).scene
    refute_nil scene.groups.find { |g| g.owner == 'note/n1' }
  end

  def test_a_triangle_stands_level_with_its_point_upwards
    points = ink(noted('B', shape: 'triangle')).grep(Drafting::Ink::Line)[0].points
    assert_in_delta points[0][1], points[1][1], 1e-9
    assert_operator points[2][1], :>, points[0][1]
    sides = points.each_index.map { |i| Math.hypot(*points[i].zip(points[i - 1]).map { |a, b| a - b }) }
    sides.each { |s| assert_in_delta sides[0], s, 1e-6 }
  end

  def test_what_does_not_fit_is_refused_in_words
    assert_equal 'a triangle holds at most 4 letters',
                 AnnotationEdits.add_note(@drawing, 's1', 'revision', 1.0, 1.0, shape: 'triangle').reason
    assert_equal 'round a note goes flag, box, circle, triangle, edge, target, weld, balloon, underlined',
                 AnnotationEdits.add_note(@drawing, 's1', 'x', 1.0, 1.0, shape: 'cloud').reason
    marked = noted('C', shape: 'circle')
    assert_match(/at most 4 letters/, AnnotationEdits.change_note(marked, 'n1', text: 'far too long').reason)
    plain = marked.apply(AnnotationEdits.change_note(marked, 'n1', shape: nil))
    assert_nil plain.notes[0].shape
    assert_equal marked, Drawing.from_h(JSON.parse(JSON.generate(marked.to_h)))
  end
end
