# frozen_string_literal: true

require 'test_helper'

# Edges by name, their treatment, shells and thin walls, one step below the features.
class EdgesTest < CoreTest
  BOX = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}'
  ROUNDED = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30, corner_radius: 6}, depth: 20}'

  def spans(features, pair) = Solids::EdgeSpans.new(built(features).solid).spans(pair)

  def test_a_box_has_twelve_pairs_of_faces
    edges = Solids::EdgeSpans.new(built(BOX).solid)
    assert_equal 12, edges.pairs.size
    assert_equal 4, edges.around('b/end.end').size
  end

  def test_straight_edges_and_circles
    straight = spans(BOX, %w[b/end.end b/side.left])[0]
    assert straight.straight?
    assert_equal 2, straight.vertices.size
    ring =
      spans('  - {id: b, type: extrude, profile: {kind: circle, diameter: 40}, depth: 20}', %w[b/end.end b/side.rim])[0]
    assert ring.closed
    assert_equal 48, ring.vertices.size
    assert_equal [[0.0, 0.0, 1.0], [0.0, 0.0, 20.0]], ring.arc
  end

  def test_an_edge_split_by_a_slot_is_two_spans
    text = "#{BOX}\n  - {id: s, type: slot, on: b/end.end, at: [-20, 0], length: 10, width: 6, depth: 5}"
    assert_equal 2, spans(text, %w[b/end.end b/side.left]).size
  end

  def test_tangent_edges_are_found
    edges = Solids::EdgeSpans.new(built(ROUNDED).solid)
    assert_equal 8, edges.with_tangents([%w[b/end.end b/side.left]]).size
    sharp = Solids::EdgeSpans.new(built(BOX).solid)
    assert_equal 1, sharp.with_tangents([%w[b/end.end b/side.left]]).size
  end

  def test_other_curves_are_refused
    crossing =
      "  - {id: a, type: extrude, profile: {kind: circle, diameter: 40}, depth: 40}\n  - {id: b, type: extrude, on: " \
      "xz, at: [0, 20], depth: 50, profile: {kind: circle, diameter: 20}}"
    error = assert_raises(Solids::EdgeSpans::Unfit) { spans(crossing, %w[a/side.rim b/side.rim]) }
    assert_equal "the edge between 'a/side.rim' and 'b/side.rim' is neither straight nor a circle square to its axis",
                 error.message
  end

  def tools(features, pairs, kind, size)
    solid = built(features).solid
    edges = Solids::EdgeSpans.new(solid)
    Solids::Blend.new(solid, edges.with_tangents(pairs).flat_map { |p| edges.spans(p) }, kind, [size, size], 'r').tools
  end

  def test_a_wedge_is_the_corner_less_the_round
    body, operation, name = tools(BOX, [%w[b/end.end b/side.left]], :round, 5.0)[0]
    assert_equal [:cut, 'r/round.b.end.end+b.side.left'], [operation, name]
    assert_closed body
    steps = Solids::Discretise.tube_steps(Math::PI / 2, 5.0)
    polygon = 25 - (12.5 * steps * Math.sin(Math::PI / 2 / steps)) # square less the inscribed chords' sector
    assert_in_delta polygon * 30, Solids::Mass.of(body).volume, 1e-9
  end

  def test_concave_edges_get_material
    ell =
      '  - {id: b, type: extrude, depth: 10, profile: {kind: free, start: [0, 0], edges: [{name: a, to: [40, 0]}, ' \
      '{name: b, to: [40, 15]}, {name: c, to: [15, 15]}, {name: d, to: [15, 40]}, {name: e, to: [0, 40]}, {name: f}]}}'
    assert_equal(%i[boss], tools(ell, [%w[b/side.c b/side.d]], :chamfer, 3.0).map { |t| t[1] })
  end

  def test_where_three_rounds_meet_there_is_a_ball
    found = tools(BOX, [%w[b/end.end b/side.left], %w[b/end.end b/side.top], %w[b/side.left b/side.top]], :round, 4.0)
    ball = found.find { |t| t[2].start_with?('r/corner') }
    assert_equal 'r/corner.b.end.end+b.side.left+b.side.top', ball[2]
    assert_closed ball[0]
    # a cube of side 4 less an eighth of a ball, of which chords cut off a little
    assert_in_delta 64 - (4.0 / 3 * Math::PI * 64 / 8), Solids::Mass.of(ball[0]).volume, 1.0
  end

  def test_convex_and_concave_edges_at_one_corner_are_refused
    step =
      "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}\n" \
      "  - {id: s, type: boss, on: b/end.end, at: [-10, 0], width: 20, height: 30, depth: 10}\n" \
      "  - {id: r, type: round, edges: [[b/end.end, s/side.right], [b/side.top, b/end.end]], radius: 2}"
    assert_match(
      /convex and concave edges meet at|in a way that is not treated/,
      assert_raises(Modelling::RecipeFault) { built(step) }.message
    )
  end

  def test_offsets_outwards_and_back_are_the_solid
    solid = built(BOX).solid
    grown = Solids::Offset.of(solid, ->(_) { 2.0 }) { |n| n }
    assert_in_delta 44 * 34 * 24, Solids::Mass.of(grown).volume, 1e-9
    back = Solids::Offset.of(grown, ->(_) { -2.0 }) { |n| n }
    assert_equal solid.box.map { |v| v.round(9) }, back.box.map { |v| v.round(9) }
    assert_raises(Solids::Offset::TooFar) { Solids::Offset.of(solid, ->(_) { -11.0 }) { |n| n } }
  end

  def test_thin_walls_of_a_solid
    thin = ->(x) do
      Solids::ThinWalls.at(
        built("#{BOX}\n  - {id: p, type: pocket, on: b/end.end, at: [#{x}, 0], width: 10, height: 10, depth: 5}").solid
      ) { |n| n.start_with?('p/') }
    end
    assert_nil thin[0]
    assert_in_delta 0.005, thin[14.995][0], 1e-6
    assert_nil thin[14.9]
  end

  def test_prefixes_are_built_once_over_a_late_edit
    cache = Modelling::Builder::Prefixes.new
    text =
      recipe(
        "#{BOX}\n  - {id: r, type: round, edges: [b/end.end], radius: 2}\n  - {id: h, type: hole, on: b/end.end, " \
        "diameter: 6, through: true}"
      )
    Modelling::Builder.build(Modelling::Recipe.parse(text), cache: cache)
    built = 0
    counting = Object.new
    counting.define_singleton_method(:fetch) { |key, &work| cache.fetch(key) { (built += 1) && work.call } }
    Modelling::Builder.build(Modelling::Recipe.parse(text.sub('diameter: 6', 'diameter: 7')), cache: counting)
    assert_equal 1, built, 'only the hole is made again'
  end
end
