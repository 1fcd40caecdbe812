# frozen_string_literal: true

require 'test_helper'
require 'view_helper'

# Balloons put one by one by picking a part, put in a row along an edge, stacked and taken apart (IR-04 to IR-06).
class BalloonRowsTest < CoreTest
  BAR =
    "nockplane: recipe/1\nname: %s\nproperties: {number: %s}\nfeatures:\n" \
      "  - {id: bar, type: extrude, profile: {kind: rectangle, width: %d, height: 12}, depth: 8}\n"
  PARTS = { 'A' => [100, 'Base'], 'B' => [30, 'Block'], 'C' => [20, 'Key'], 'D' => [10, 'Pin'] }.freeze
  UNIT = <<~A
    nockplane: assembly/1
    name: Stand
    properties: {number: ST}
    components:
      - {id: base, model: A}
      - {id: block, model: B, offset: 8, at: [-30, 0]}
      - {id: key, model: C, offset: 8, at: [0, 0]}
      - {id: pin, model: D, offset: 8, at: [30, 0]}
      - {id: pin2, model: D, offset: 8, at: [44, 0]}
  A

  def source
    @source ||=
      begin
        library = ->(name, _) { PARTS[name]&.then { |width, title| format(BAR, title, name, width) } }
        Products::Source.new(library: library) { UNIT }
      end
  end

  def setup
    @drawing = Linking::FreshDrawing.of(Drawings::Template.all['a2-assembly'], 'u', 1, source, title: 'T', number: 'N')
    @drawing = @drawing.apply(Drawings::Edit.new('none', @drawing.notes.to_h { |n| ["note/#{n.id}", nil] }))
  end

  def builder = Drawings::SceneBuilder.new(@drawing, 's1', source, shade: :known)
  def view = @drawing.view('front')
  # Paper point of a model point in the front view.
  def paper(*point) = builder.place(view).point(point)
  def balloons(**given) = Drawings::Balloons.new(@drawing, source, 'front', **given)
  def rows = Drawings::BalloonRows.new(@drawing, source)
  def done(edit) = edit.is_a?(Drawings::Refusal) ? flunk(edit.reason) : @drawing = @drawing.apply(edit)
  def words = Drawings::Tables::Referring.new(@drawing, source).then { |r| @drawing.notes.map { |n| r.words(n) } }

  def whole
    done(balloons.picked(paper(-35, -6, 16), [20, 200]))
    done(balloons.picked(paper(5, -6, 16), [30, 200]))
    done(balloons.picked(paper(30, -6, 16), [40, 200]))
    @drawing.notes.map(&:id)
  end

  def test_a_part_that_is_picked_gets_a_balloon_where_it_is_put
    done(balloons.picked(paper(-35, -6, 16), [40, 200]))
    note = @drawing.notes[0]
    assert_equal [40, 200], [note.x, note.y]
    assert_equal ['2'], words, 'the block is the second line'
    assert_in_delta 0,
                    Math.hypot(
                      *builder.tips(note)[0].then { |t| [t.x, t.y] }.zip(paper(-35, -6, 16)).map { |a, b| a - b }
                    ),
                    1
    again = balloons.picked(paper(-20, -6, 16), [50, 200])
    assert_equal 'item 2 has a balloon already', again.reason
    assert_match(/no edge of a part is there/, balloons.picked([5, 5], [50, 200]).reason)
  end

  def test_quantities_and_forms
    done(balloons(shape: 'underlined', counted: true).picked(paper(30, -6, 16), [40, 200]))
    assert_equal ['4/2×'], words
    assert_equal 'underlined', @drawing.notes[0].shape
  end

  def test_a_row_along_a_level_edge_in_the_order_in_which_they_point
    ids = whole
    at = [paper(0, 0, 0)[0], paper(0, 0, 40)[1]]
    done(rows.along('front', ids.reverse, paper(-10, -6, 0), at))
    notes = @drawing.notes.sort_by(&:x)
    assert_equal([at[1].round(3)], notes.map(&:y).uniq)
    assert_equal %w[2 3 4], notes.map { |n| Drawings::Tables::Referring.new(@drawing, source).words(n) }
    pitch = (2 * Drawings::Annotations::NoteShapes::Balloon.radius(@drawing.standard.note_height)) + 2.5
    notes.each_cons(2) { |a, b| assert_operator b.x - a.x, :>=, pitch - 1e-3 }
    tips = notes.map { |n| builder.tips(n)[0].x }
    gaps = tips.each_cons(2).map { |a, b| b - a }
    if gaps.min > pitch
      assert_equal tips.map { |x| x.round(2) }, notes.map { |n| n.x.round(2) }, 'each right over its place'
    end
  end

  # What would stand too near spreads to both sides alike; nothing else is moved.
  def test_balloons_that_point_at_nearly_one_place_spread_about_it
    wanted = [0.0, 1.0, 2.0, 100.0]
    pitch = (2 * Drawings::Annotations::NoteShapes::Balloon.radius(@drawing.standard.note_height)) + 2.5
    places = rows.send(:spread, wanted)
    assert_in_delta 1.0, places.first(3).sum / 3, 1e-9
    assert_in_delta pitch, places[1] - places[0], 1e-9
    assert_in_delta 100.0, places[3], 1e-9
  end

  def test_a_row_along_an_upright_edge
    ids = whole
    at = [paper(70, 0, 0)[0], paper(0, 0, 8)[1]]
    done(rows.along('front', ids.first(2), paper(50, -6, 4), at))
    moved, stays = @drawing.notes.partition { |n| ids.first(2).include?(n.id) }
    assert_equal [at[0].round(3)], moved.map(&:x).uniq
    assert_equal [40, 200], [stays[0].x, stays[0].y], 'the one not ticked stays'
    assert_match(/tick the balloons/, rows.along('front', [], paper(50, -6, 4), at).reason)
    assert_match(/pick a straight edge/, rows.along('front', ids, [3, 3], at).reason)
  end

  def test_stacked_on_one_leader_and_taken_apart_again
    first, second, third = whole
    done(rows.stacked(second, first))
    done(rows.stacked(third, first))
    assert_equal ["2\n3\n4"], words
    ink =
      builder
        .scene
        .groups
        .flat_map(&:items)
        .select { |i| i.is_a?(Drafting::Ink::Arc) && i.rx > 4 && (i.centre[0] - 20).abs < 1e-6 }
    assert_equal 3, ink.size, 'three circles'
    assert_equal 1, ink.map { |i| i.rx.round(6) }.uniq.size, 'of one diameter (IR-02)'
    steps = ink.map { |i| i.centre[1] }.sort.each_cons(2).map { |a, b| b - a }
    steps.each { |step| assert_in_delta 2 * ink[0].rx, step, 1e-9, 'they touch (IR-06)' }
    done(rows.unstacked(first))
    assert_equal ["2\n3", '4'], words
    loose = @drawing.notes.last
    pins = [25..35, 39..49].map { |x| paper(x.begin, 0, 0)[0] - 0.1..paper(x.end, 0, 0)[0] + 0.1 }
    assert(pins.any? { |x| x.cover?(builder.tips(loose)[0].x) }, 'it points at its own part')
    done(rows.unstacked(first))
    assert_equal 'it refers to one item only', rows.unstacked(first).reason
    assert_match(/choose a balloon/, rows.stacked(first, first).reason)
  end

  def test_every_edit_can_be_taken_back
    ids = whole
    before = @drawing
    [rows.stacked(ids[1], ids[0]), rows.along('front', ids, paper(-10, -6, 0), [0.0, 250.0])].each do |edit|
      after = before.apply(edit)
      assert_equal before.cells, after.apply(edit.inverse(before)).cells
    end
  end
end
