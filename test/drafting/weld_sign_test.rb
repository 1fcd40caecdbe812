# frozen_string_literal: true

require 'test_helper'

# Symbols of welds (standards.md 12.3, ISO 2553 system A), letters 3,5 mm high.
class WeldSignTest < CoreTest
  W = Drafting::WeldSign
  PEN = { width: 0.25, layer: 'note' }.freeze

  def ink(text) = W.new(W.read(text), 3.5, **PEN).ink(10.0, 50.0)
  def lines(text) = ink(text).grep(Drafting::Ink::Line)

  def test_what_is_typed_is_read
    weld = W.read("fillet a5\n3x50 (20)\naround\n/ 135")
    assert_equal ['fillet', 'a5', '3×50 (20)', ['around'], '135'], weld.to_a
    assert_equal ['V', nil, nil, [], nil], W.read('V').to_a
    ['glue a5', 'fillet five', "fillet a5\nbehind", "fillet a5\nother side\nboth sides", ''].each do |t|
      assert_nil W.read(t), t
    end
  end

  def test_a_fillet_is_a_triangle_on_the_solid_line_its_upright_leg_to_the_left
    triangle = lines('fillet a5').find { |l| l.points.size == 4 }
    low, top, right, = triangle.points
    assert_in_delta 50.0, low[1], 1e-9
    assert_in_delta low[0], top[0], 1e-9
    assert_in_delta 3.5, top[1] - low[1], 1e-9
    assert_in_delta 3.5, right[0] - low[0], 1e-9
    size = ink('fillet a5').grep(Drafting::Ink::Text)[0]
    assert_operator size.x, :<, low[0], 'the size stands to the left (a5)'
  end

  def test_the_other_side_hangs_from_the_dashed_line_and_both_sides_have_none
    dashed = lines("fillet a5\nother side").select(&:dash)
    assert_equal [50.0 - W::APART] * 2, dashed[0].points.map(&:last)
    triangle = lines("fillet a5\nother side").find { |l| l.points.size == 4 }
    assert(triangle.points.all? { |_, y| y <= 50.0 - W::APART + 1e-9 })
    both = lines("fillet a5\nboth sides")
    assert_empty both.select(&:dash)
    assert_equal 2, both.count { |l| l.points.size == 4 }
  end

  def test_around_site_and_tail
    found = ink("V\naround\nsite\n/111")
    circle = found.grep(Drafting::Ink::Arc)[0]
    assert_equal [10.0, 50.0], circle.centre
    assert_equal ['111'], found.grep(Drafting::Ink::Text).map(&:string)
  end

  def test_on_a_sheet_it_stands_in_place_of_the_words_and_its_leader_begins_at_the_line
    drawing, source = drawing_of(recipe("- {id: b, type: extrude, profile: {kind: circle, diameter: 9}, depth: 4}\n"))
    drawing =
      drawing.apply(Drawings::AnnotationEdits.add_note(drawing, 's1', "fillet a5\n50", 100.0, 100.0, shape: 'weld'))
    group = Drawings::SceneBuilder.new(drawing, 's1', source).scene.groups.find { |g| g.owner == 'note/n1' }
    assert_equal %w[a5 50], group.items.grep(Drafting::Ink::Text).map(&:string)
    refusal = Drawings::AnnotationEdits.add_note(drawing, 's1', 'solder', 1.0, 1.0, shape: 'weld')
    assert_match(/a weld is said in lines: fillet, square, V/, refusal.reason)
  end
end
