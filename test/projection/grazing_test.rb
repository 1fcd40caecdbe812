# frozen_string_literal: true

require 'test_helper'

# Outlines and edges at a grazing sight, by formula. mm.
class GrazingTest < CoreTest
  # A ball of radius 8 at the origin in a wall along a free curve, whose nearest place is `behind` mm behind its middle.
  def ball(behind)
    built(
      '  - {id: s, type: revolve, axis: z, profile: {kind: free, start: [-8, 0], edges: [{name: ball, to: [8, 0], ' \
      "centre: [0, 0], turn: right}, {name: axis}]}}\n" \
      "  - {id: b, type: extrude, on: xy, offset: -20, at: [0, #{behind}], depth: 40, profile: {kind: free, start: " \
      '[-40, 6], edges: [{name: wave, to: [40, 6], through: [[-20, 1.5], [0, 0], [20, 1.5]]}, {name: right, to: ' \
      '[40, 30]}, {name: back, to: [-40, 30]}, {name: left}]}}'
    ).solid
  end

  def view(solid, name)
    frame = Projection::ViewFrame.named(name)
    Projection::Linework.of(solid, frame, edge_set: Projection::EdgeSet.new(solid)).strokes
  end

  [0.02, 0.09, 0.4].each do |behind|
    define_method("test_a_ball_#{behind}_before_a_wall_is_a_whole_circle") do
      strokes = view(ball(behind), 'front').select { |s| s.faces.include?('s/ball') }
      outline, edges = strokes.partition { |s| s.kind == :silhouette }
      assert_equal [true], outline.map(&:visible)
      assert_in_delta 16 * Math::PI, outline[0].length, 1e-3
      assert_empty edges.select(&:visible), 'the ball stands before the edge'
    end

    define_method("test_the_outline_of_a_ball_#{behind}_before_a_wall_is_one_line_from_any_side") do
      strokes = view(ball(behind), 'iso')
      assert_equal 1, (strokes.count { |s| s.kind == :silhouette && s.faces == ['s/ball'] })
      assert_empty strokes.select { |s| s.shape == :path }
    end
  end

  # A pin of radius 10 with a cap that meets its wall at an angle of a sixth of a degree: no edge, but what bounds the
  # picture along the axis.
  def test_an_outline_where_a_blend_is_not_quite_tangent_is_seen
    pin = built(
      '  - {id: pin, type: revolve, axis: z, profile: {kind: free, start: [0, 0], edges: [{name: foot, to: [0, 10]}, ' \
      '{name: wall, to: [20, 10]}, {name: cap, to: [29.97, 0], centre: [19.97, 0], turn: right}, {name: axis}]}}'
    ).solid
    lines = view(pin, 'top').reject { |s| s.kind == :smooth }
    assert_in_delta 20 * Math::PI, lines.select(&:visible).sum(&:length), 1e-3
    assert_empty lines.reject(&:visible)
  end

  # Turned, with two waists of 10 mm radius, at 30 and 90 mm, and 20 mm above, between and below them.
  def waists
    built(
      '  - {id: h, type: revolve, axis: z, profile: {kind: free, start: [0, 0], edges: [{name: foot, to: [0, 20]}, ' \
      '{name: wall, to: [120, 20], through: [[30, 10], [60, 20], [90, 10]]}, {name: top, to: [120, 0]}, {name: axis}]}}'
    ).solid
  end

  # Indices of facets of a face before a place, in the image over it.
  def before(solid, frame, face, place)
    x, y, z = frame.x(place), frame.y(place), frame.depth(place)
    solid.facets.each_index.select do |i|
      f = solid.facets[i]
      next false unless f.face.name == face && Geometry::Vec.dot(f.normal, frame.d).negative?

      corners = f.loops[0].map { |v| solid.point(v) }.map { |q| [frame.x(q), frame.y(q)] }
      sides = corners.each_with_index.map do |(bx, by), k|
        ax, ay = corners[k - 1]
        ((bx - ax) * (y - ay)) - ((by - ay) * (x - ax))
      end
      (sides.all?(&:positive?) || sides.all?(&:negative?)) &&
        (f.d - Geometry::Vec.dot(f.normal, place)) / Geometry::Vec.dot(f.normal, frame.d) < 0 && z.finite?
    end
  end

  # From the side its chords stand out before its outline, between their ends; from steeply above what is between
  # the waists hides the lower one.
  def test_chords_of_a_waist_hide_nothing_that_its_surface_does_not_hide
    solid = waists
    side = Projection::ViewFrame.named('front')
    place = ->(z, frame) do
      across = Geometry::Vec.unit(Geometry::Vec.cross(frame.d, [0.0, 0.0, 1.0]))
      foot, = solid.face('h/wall').surface.settled(Geometry::Vec.add(Geometry::Vec.scale(across, 12.0), [0.0, 0.0, z]))
      foot
    end
    proud = 25.times.map { |i| place[8.0 + (0.2 * i), side] }
    proud = proud.to_h { |p| [p, before(solid, side, 'h/wall', p)] }.reject { |_, list| list.empty? }
    refute_empty proud, 'chords stand out'
    steep = Projection::ViewFrame.new(Geometry::Vec.unit([0.0, 0.3, -1.0]), [0.0, 1.0, 0.3])
    waist = place[30.0, side]
    hidden = before(solid, steep, 'h/wall', waist)
    refute_empty hidden
    grazing = ->(frame) { Projection::Grazing.new(solid, frame, Projection::Contours.new(solid, frame)) }
    proud.each { |p, list| assert grazing[side].clear?(list[0], list, p, p) }
    refute grazing[steep].clear?(hidden[0], hidden, waist, waist)
  end

  # A wall along a free curve, 20 mm out at its farthest, with a hole of 1 mm there, narrower than its strips: the
  # outline passes one strip above the hole and below it.
  def test_the_outline_of_a_wall_goes_on_beyond_a_hole_in_it
    solid =
      built(
        '  - {id: p, type: extrude, on: xy, depth: 40, profile: {kind: free, start: [0, -15], edges: [' \
        "{name: wave, to: [0, 15], through: [[20, 0]]}, {name: back}]}}\n" \
        '  - {id: h, type: hole, on: yz, offset: 25, at: [0, 20], diameter: 1, depth: 15}'
      ).solid
    turn = 1.5 * Math::PI / 180 # beside the corners of the mesh
    frame = Projection::ViewFrame.new([Math.sin(turn), Math.cos(turn), 0.0], [0.0, 0.0, 1.0])
    strokes = Projection::Linework.of(solid, frame, edge_set: Projection::EdgeSet.new(solid)).strokes
    lines = strokes.select { |s| s.kind == :silhouette && s.faces == ['p/side.wave'] }
    assert_equal [true, true], lines.map(&:visible)
    (low, under), (over, high) = lines.map { |s| s.points.map { |p| p[1] }.minmax }.sort
    [[0.0, low], [40.0, high], [40.0, under + over]].each { |want, found| assert_in_delta want, found, 2e-3 }
    assert_includes 0.3..1.0, over - under
  end

  # Two straight lines over it, and half of its tube at either end; the other halves are behind it.
  def assert_torus(solid)
    %w[front right].each do |name|
      seen, hidden = view(solid, name).partition(&:visible)
      outline = [10 * Math::PI, 10 * Math::PI, 80, 80].map { |l| l.round(2) }
      assert_equal outline, seen.map { |s| s.length.round(2) }.sort, name
      assert_equal 2, hidden.size
    end
  end

  def test_a_torus_from_the_side
    assert_torus built(
      '  - {id: ring, type: revolve, axis: z, profile: {kind: free, start: [10, 40], edges: [{name: inside, to: ' \
      '[-10, 40], centre: [0, 40]}, {name: outside, to: [10, 40], centre: [0, 40]}]}}'
    ).solid
  end

  def test_a_torus_of_one_face
    bytes = File.binread(File.join(__dir__, '../models/torus.step'))
    assert_torus Formats::Step::Import.read(bytes).model.solid
  end

  # A ball of radius 20 cut off 12 mm below its middle. Looked down at by an angle, its rim (radius 16) is seen as far
  # as the ball looks at the viewer there, 12 tan(angle) mm before the middle and farther on; the outline begins there.
  def cut_ball
    built(
      '  - {id: s, type: revolve, axis: z, profile: {kind: free, start: [20, 0], edges: [{name: ball, to: [-12, 16], ' \
        'centre: [0, 0], turn: left}, {name: foot, to: [-12, 0]}, {name: axis}]}}'
    ).solid
  end

  [17.0, 30.0, 41.0].each do |angle|
    define_method("test_the_rim_of_a_ball_is_seen_up_to_where_its_outline_begins_at_#{angle.to_i}_degrees") do
      down = angle * Math::PI / 180
      solid = cut_ball
      [0.0, 0.03, 0.061].each do |turned| # (somewhere within a chord)
        way = [Math.sin(turned) * Math.cos(down), Math.cos(turned) * Math.cos(down), -Math.sin(down)]
        frame = Projection::ViewFrame.new(way, [0, 0, 1])
        strokes = Projection::Linework.of(solid, frame, edge_set: Projection::EdgeSet.new(solid)).strokes
        rim = strokes.select { |s| s.visible && s.faces == %w[s/ball s/foot] }
        half = Math.acos(12 * Math.tan(down) / 16)
        assert_equal 1, rim.size
        assert_in_delta 32 * half, 16 * (rim[0].to - rim[0].from), 1e-3, 'mm round the rim'
        outline = strokes.select { |s| s.visible && s.kind == :silhouette }
        ends = rim.flat_map { |s| [s.at(s.from), s.at(s.to)] }
        tips = outline.flat_map { |s| s.arc? ? [s.at(s.from), s.at(s.to)] : s.points.values_at(0, -1) }
        ends.each { |p| assert_operator tips.map { |q| Math.hypot(p[0] - q[0], p[1] - q[1]) }.min, :<, 0.05 }
      end
    end
  end
end
