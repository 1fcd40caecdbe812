# frozen_string_literal: true

require 'test_helper'

# How dimensions are drawn by hand: arrows, broken extension lines, further lines, the jogged radius, the other side.
class DrawnAsTest < CoreTest
  include Drawings

  PLATE =
    "- {id: plate, type: extrude, profile: {kind: rectangle, width: 60, height: 40, corner_radius: 8}, depth: 12}\n"

  def setup
    @drawing, @source = drawing_of(recipe(PLATE))
    @drawing = adopted(@drawing, @source, 'plan')
  end

  def one(id) = @drawing.dimensions.find { |d| d.dimension == id }
  def builder(drawing) = SceneBuilder.new(drawing, 's1', @source)
  def ink(drawing, id) = builder(drawing).scene.groups.find { |g| g.owner == "dimension/#{id}" }.items

  # Does its dimension line end at the extension lines? (It runs on under arrows that stand outside.)
  def arrows_inside?(drawing, id)
    from, to = builder(drawing).dimension_ink(drawing.dimension(id)).span
    xs = ink(drawing, id).grep(Drafting::Ink::Line).flat_map(&:points).map(&:first)
    xs.minmax.then { |a, b| a >= from - 1e-6 && b <= to + 1e-6 }
  end

  def test_arrows_are_turned_out_and_in_by_hand_and_stay_so_in_their_row
    id = one('plate.profile.width').id
    assert arrows_inside?(@drawing, id)
    out = @drawing.apply(AnnotationEdits.draw_as(@drawing, id, arrows: 'out'))
    refute arrows_inside?(out, id)
    again = Tidying.run(out, @source).drawing
    assert_equal 'out', again.dimension(id).place.arrows
    assert_match(/arrows stand in or out/, AnnotationEdits.draw_as(@drawing, id, arrows: 'up').reason)
  end

  def test_further_lines_stand_below_the_first
    id = one('plate.profile.width').id
    worded =
      @drawing.apply(AnnotationEdits.word(@drawing, id, Annotations::Wording.new(below: "ground\nafter hardening")))
    texts = ink(worded, id).grep(Drafting::Ink::Text)
    assert_equal ['60', 'ground', 'after hardening'], texts.map(&:string)
    assert_equal texts.map(&:y).sort.reverse, texts.map(&:y)
    long = AnnotationEdits.word(@drawing, id, Annotations::Wording.new(below: "x\n" * 9))
    assert_match(/at most 6 lines/, long.reason)
  end

  def test_extension_lines_are_open_where_others_cross_them
    width, height = one('plate.profile.width'), one('plate.profile.height')
    # The height's dimension line beyond the width's, so that its extension lines cross none; a leader across them does.
    crossing = height.dup.tap { |d| d.place = height.place.with(gap: 20.0) }
    drawing = @drawing.with([crossing])
    broken = drawing.apply(AnnotationEdits.draw_as(drawing, width.id, breaks: true))
    others = [[0.0, 0.0, 420.0, 0.0]]
    e = builder(broken).dimension_ink(broken.dimension(width.id))
    line = e.ink.grep(Drafting::Ink::Line).find { |l| Annotations::Breaks.extension?(l, e.axes[1]) }
    y = line.points.sum { |p| p[1] } / 2
    others[0][1] = others[0][3] = y
    cut = Annotations::Breaks.pieces(line, others)
    assert_equal 2, cut.size
    assert_in_delta Drafting::Ink.length(line) - (2 * Annotations::Breaks::GAP),
                    cut.sum { |l| Drafting::Ink.length(l) },
                    1e-6
    assert_equal [line], Annotations::Breaks.pieces(line, [])
  end

  def test_a_jogged_radius_aims_at_its_true_middle_and_steps_square
    id = one('plate.profile.corner_radius').id
    jogged = @drawing.apply(AnnotationEdits.draw_as(@drawing, id, jog: true))
    first, step, last, = builder(jogged).dimension_ink(jogged.dimension(id)).ink.grep(Drafting::Ink::Line)
    ways = [first, step, last].map { |l| l.points.then { |p, q| [q[0] - p[0], q[1] - p[1]] } }
    assert_in_delta 0.0, (ways[0][0] * ways[1][0]) + (ways[0][1] * ways[1][1]), 1e-9
    assert_in_delta 0.0, (ways[0][0] * ways[2][1]) - (ways[0][1] * ways[2][0]), 1e-9
    centre = builder(jogged).dimension_ink(jogged.dimension(id)).centre
    tip = first.points[0]
    toward = [centre[0] - tip[0], centre[1] - tip[1]]
    assert_in_delta 0.0, (toward[0] * ways[0][1]) - (toward[1] * ways[0][0]), 1e-9
    assert_operator (toward[0] * ways[0][0]) + (toward[1] * ways[0][1]), :>, 0
  end

  def test_a_row_is_turned_to_the_other_side_and_pinned
    id = one('plate.profile.width').id
    turned = @drawing.apply(AnnotationEdits.turn_side(@drawing, id))
    assert_equal(-@drawing.dimension(id).place.side, turned.dimension(id).place.side)
    assert turned.dimension(id).pinned
    assert_equal turned, Drawing.from_h(JSON.parse(JSON.generate(turned.to_h)))
  end
end
