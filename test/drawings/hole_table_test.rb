# frozen_string_literal: true

require 'test_helper'

# The hole table: letters by size, places from its origin, and what becomes of it. A plate 100 x 60 with holes of 8 at
# (30, 20), (70, 20), one of 12 at (50, 40) counterbored, seen from above; mm.
class HoleTableTest < CoreTest
  include Drawings

  def plate(at: [[-20, -10], [20, -10]], wide: 100)
    recipe(<<~F)
      - {id: plate, type: extrude, profile: {kind: rectangle, width: #{wide}, height: 60}, depth: 10}
      - {id: small, type: hole, on: plate/end.end, diameter: 8, through: true, pattern: {kind: free, places: #{at}}}
      - {id: big, type: hole, on: plate/end.end, at: [0, 10], kind: counterbored, diameter: 12, through: true,
         counterbore_diameter: 18, counterbore_depth: 4}
    F
  end

  def setup
    texts = [
      plate,
      plate(at: [[-20, -10], [25, -10], [0, -20]]),
      recipe("- {id: plate, type: extrude, profile: {kind: circle, diameter: 60}, depth: 10}\n")
    ]
    @source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    @drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, @source, title: 'P', number: 'QI-1')
  end

  def at(drawing, point) = SceneBuilder.new(drawing, 's1', @source).place(drawing.view('plan')).point(point)
  def tabled = @drawing.apply(Tables::Making.new(@drawing, @source).holes('plan', at(@drawing, [-50, -30, 10])))
  def table(drawing) = drawing.tables.find(&:view)

  def rows(drawing)
    context = Tables::Kind::Context.new(drawing, drawing.sheet('s1'), nil, @source)
    Tables.of(table(drawing)).rows(table(drawing), context).map { |r| r.values_at('label', 'x', 'y', 'size') }
  end

  def test_dim_43_letters_and_places_from_the_corner
    assert_equal [['A1', '50', '40', '⌀12 ⌴ ⌀18 ↧4'], %w[B1 30 20 ⌀8], %w[B2 70 20 ⌀8]], rows(tabled)
  end

  def test_letters_stand_at_their_holes_and_the_origin_is_marked
    drawing = tabled
    group = SceneBuilder.new(drawing, 's1', @source).scene.groups.find { |g| g.owner == "holes/#{table(drawing).id}" }
    words = group.items.grep(Drafting::Ink::Text).to_h { |t| [t.string, t] }
    assert_equal %w[A1 B1 B2 X Y], words.keys.sort
    x, y = at(drawing, [-20, -10, 10])
    near = Math.hypot(words['B1'].x - x, words['B1'].y - y)
    assert_operator near, :<, (4 * drawing.sheet('s1').scale) + 14
    circle = group.items.grep(Drafting::Ink::Arc)[0]
    at(drawing, [-50, -30, 10]).zip(circle.centre).each { |want, got| assert_in_delta want, got, 1e-6 }
  end

  def test_it_follows_the_model
    drawing = tabled
    after = drawing.apply(staleness(drawing, @source, 2).update)
    assert_equal [['A1', '50', '40', '⌀12 ⌴ ⌀18 ↧4'], %w[B1 30 20 ⌀8], %w[B2 75 20 ⌀8], %w[B3 50 10 ⌀8]], rows(after)
  end

  def test_an_origin_that_is_gone_is_told_and_the_last_one_kept
    drawing = tabled
    after = drawing.apply(staleness(drawing, @source, 3).update)
    assert_includes staleness(after, @source, 3).lost.map(&:last),
                    'the origin of its hole table, or a point of it, is gone; pick another one'
    group = SceneBuilder.new(after, 's1', @source).scene.groups.find { |g| g.owner.start_with?('holes/') }
    assert(group.items.all? { |i| i.tone == Drafting::Ink::OCHRE })
    moved = Tables::Making.new(@drawing, @source)
    again = tabled.apply(Tables::Making.new(tabled, @source).origin(table(tabled).id, at(@drawing, [0, 10, 10])))
    assert_equal %w[0 0], rows(again)[0][1, 2]
    assert_match(/nothing is there/, moved.holes('plan', [1.0, 1.0]).reason)
    assert_match(/shows no holes true/, moved.holes('iso', [1.0, 1.0]).reason)
  end

  def test_it_goes_with_its_view_and_comes_back
    drawing = tabled
    edit = ViewEdits.remove(drawing, 'plan')
    after = drawing.apply(edit)
    assert_nil table(after)
    assert_equal drawing, after.apply(edit.inverse(drawing))
    assert_equal drawing, Drawing.from_h(JSON.parse(JSON.generate(drawing.to_h)))
  end
end
