# frozen_string_literal: true

require 'test_helper'

# The size of a curve by points: a plate whose upper edge is a spline from (0, 20) over (30, 34) to (80, 24); mm.
class PointTableTest < CoreTest
  include Drawings

  PLATE = <<~F
    - id: plate
      type: extrude
      depth: 10
      profile:
        kind: free
        start: [0, 0]
        edges:
          - {name: low, to: [%<long>s, 0]}
          - {name: right, to: [%<long>s, 24]}
          - {name: top, to: [0, 20], through: [[30, 34]]}
          - {name: left, to: [0, 0]}
  F

  def setup
    texts = [80, 90].map { |long| recipe(format(PLATE, long: long)) }
    @source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    @drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, @source, title: 'P', number: 'QI-1')
    @at = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view('plan'))
  end

  def curve = snaps.points.select { |p| p.words == 'on the curve' }
  def snaps = Annotations::Snaps.new(builder.shown(@drawing.view('plan')), @at)
  def builder = SceneBuilder.new(@drawing, 's1', @source)

  def tabled
    picks = [@at.point([0, 0, 10]), @at.point([0, 20, 10]), [curve[4].x, curve[4].y], @at.point([80, 24, 10])]
    @drawing.apply(Tables::Making.new(@drawing, @source).points('plan', picks))
  end

  def rows(drawing)
    table = drawing.tables.find(&:view)
    context = Tables::Kind::Context.new(drawing, drawing.sheet('s1'), nil, @source)
    Tables.of(table).rows(table, context).map { |r| r.values_at('label', 'x', 'y') }
  end

  def test_points_on_the_curve_are_offered_and_lie_on_it
    assert_operator curve.size, :>, 5
    found = curve.map { |p| Modelling::Spots.of(builder.shown(@drawing.view('plan')).solid).find(p.spot).point }
    assert(found.all? { |p| p[1].between?(20, 36) })
    assert(found.each_cons(2).all? { |p, q| (q[0] - p[0]).abs > 1 }, 'along it')
  end

  def test_points_are_numbered_and_measured_from_the_origin
    first, middle, last = rows(tabled)
    assert_equal %w[1 0 20], first
    assert_equal %w[3 80 24], last
    assert_equal '2', middle[0]
    group = SceneBuilder.new(tabled, 's1', @source).scene.groups.find { |g| g.owner.start_with?('holes/') }
    assert_equal %w[1 2 3 X Y], group.items.grep(Drafting::Ink::Text).map(&:string).sort
  end

  def test_it_follows_the_curve
    after = tabled.apply(staleness(tabled, @source, 2).update)
    assert_equal %w[3 90 24], rows(after)[2]
    assert_empty staleness(after, @source, 2).lost
    assert_match(/pick an origin/, Tables::Making.new(@drawing, @source).points('plan', [[1.0, 1.0]]).reason)
  end
end
