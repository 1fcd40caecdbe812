# frozen_string_literal: true

require 'test_helper'

class BooleanTest < CoreTest
  include Solids

  def box(x, y, z, at: [0, 0, 0], name: 'box')
    corners = [[0, 0], [x, 0], [x, y], [0, y]]
    pieces = corners.each_index.map { |i| Piece.new("e#{i}", corners[i], corners[(i + 1) % 4]) }
    Prism.new(name, Geometry::Frame.new(at, [0, 0, 1], [1, 0, 0]), [Outline.new(pieces)], 0, z).solid
  end

  def cylinder(radius, length, frame, name: 'cyl')
    pieces = [
      ['s', [0.0, 0.0], [0.0, radius]],
      ['w', [0.0, radius], [length, radius]],
      ['e', [length, radius], [length, 0.0]],
      ['a', [length, 0.0], [0.0, 0.0]]
    ]
    Turned.new(name, frame, Outline.new(pieces.map { |p| Piece.new(*p) })).solid
  end

  def volume(solid) = Mass.of(solid).volume

  def test_flush_boxes_join_into_one_face
    solid = Boolean.union(box(10, 10, 5, name: 'a'), box(10, 10, 5, at: [10, 0, 0], name: 'b'))
    assert_closed solid
    assert_in_delta 1000, volume(solid), 1e-9
    assert_equal 6, solid.facets.size
    top = solid.face('a/end.end')
    assert top.named?('b/end.end'), 'the merged face answers to both names'
  end

  def test_boss_standing_on_a_face_needs_no_special_case
    solid = Boolean.union(box(10, 10, 5), box(4, 4, 3, at: [3, 3, 5]))
    assert_closed solid
    assert_in_delta 548, volume(solid), 1e-9
    assert_in_delta 400 + 48, Mass.of(solid).area, 1e-9
  end

  def test_cut_flush_with_the_top
    solid = Boolean.difference(box(10, 10, 5), box(4, 4, 2, at: [3, 3, 3]))
    assert_closed solid
    assert_in_delta 500 - 32, volume(solid), 1e-9
  end

  def test_nothing_in_common
    a = box(1, 1, 1)
    b = box(1, 1, 1, at: [3, 0, 0])
    assert Boolean.intersection(a, b).empty?
    assert_in_delta 2, volume(Boolean.union(a, b)), 1e-12
    assert_equal a.facets.size, Boolean.difference(a, b).facets.size
  end

  def test_taking_away_all_leaves_nothing
    assert Boolean.difference(box(2, 2, 2, at: [1, 1, 1]), box(9, 9, 9)).empty?
  end

  def test_inner_void_keeps_two_shells
    solid = Boolean.difference(box(10, 10, 10), box(4, 4, 4, at: [3, 3, 3]))
    assert_closed solid
    assert_equal 2, solid.shells.size
    assert_in_delta 936, volume(solid), 1e-9
  end

  def test_boxes_touching_along_an_edge_stay_closed
    solid = Boolean.union(box(1, 1, 1), box(1, 1, 1, at: [1, 1, 0]))
    assert_closed solid
    assert_in_delta 2, volume(solid), 1e-12
  end

  def test_solids_are_frozen_for_certain
    assert Ractor.shareable?(box(1, 2, 3))
  end

  # Volume laws and closedness on bodies with coplanar faces, equal radii, tangent and rotated placements.
  # Long runs of the same fuzz: bench/fuzz.rb.
  def test_fuzz_volume_laws
    %i[lattice turned free].each { |mode| 40.times { |seed| check_laws(mode, Random.new(seed)) } }
  end

  def check_laws(mode, rng)
    a, b = Array.new(2) { body(mode, rng) }
    d, i, u = %i[difference intersection union].map { |o| Boolean.public_send(o, a, b) }
    [d, i, u].each { |s| assert_empty s.open_edges, "#{mode}, #{rng.seed}" }
    assert_in_delta volume(a), volume(d) + volume(i), 1e-6, "A = (A - B) + (A & B), #{mode}, #{rng.seed}"
    assert_in_delta volume(a) + volume(b), volume(u) + volume(i), 1e-6, "A + B, #{mode}, #{rng.seed}"
  end

  def body(mode, rng)
    number = ->(from, to) { mode == :free ? rng.rand(from.to_f..to) : rng.rand(from..to).to_f }
    z = mode == :free ? Array.new(3) { rng.rand(-1.0..1.0) } : [[0, 0, 1], [1, 0, 0], [0, 1, 0]].sample(random: rng)
    z = [1, 1, 0] if mode == :turned && rng.rand < 0.5
    frame =
      Geometry::Frame.new(
        Array.new(3) { number[-3, 3] },
        z,
        [z[1] + 0.1, -z[0], z[2] + 1.3].then do |x|
          mode == :free ? x : [z[1], z[2], z[0]].then { |y| V.parallel?(y, z) ? [0, 0, 1] : y }
        end
      )
    return cylinder(number[1, 3], number[1, 5], frame) if rng.rand < 0.5

    w, h = number[1, 4], number[1, 4]
    corners = [[0, 0], [w, 0], [w, h], [0, h]]
    Prism.new(
      'p',
      frame,
      [Outline.new(corners.each_index.map { |i| Piece.new("e#{i}", corners[i], corners[(i + 1) % 4]) })],
      0,
      number[1, 5]
    ).solid
  end

  # Corners that were welded: a triangle that became a line goes, a quad loses one corner, a hole that became a line is
  # none.
  def test_corners_that_came_to_one_place_are_told_once
    pool = VertexPool.new([0.0, 4.0, 4.0, 0.0, 1.0, 2.0], [0.0, 0.0, 4.0, 4.0, 1.0, 1.0], [0.0] * 6)
    face = Face.new('f', Geometry::Surface.plane([0.0, 0.0, 0.0], [0.0, 0.0, 1.0]))
    up = [0.0, 0.0, 1.0, 0.0]
    facets = [[[0, 1, 1]], [[0, 1, 2, 2]], [[2, 3, 0, 2]], [[0, 1, 2, 3], [4, 5, 5]], [[0, 1, 2]]]
    told = Repair.without_repeats(facets.map { |loops| Facet.over(pool, loops, face, up) })
    assert_equal [[[0, 1, 2]], [[3, 0, 2]], [[0, 1, 2, 3]], [[0, 1, 2]]], told.map(&:loops)
  end
end
