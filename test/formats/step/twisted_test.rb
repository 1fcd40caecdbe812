# frozen_string_literal: true

require 'sketched_helper'

# A square column of 15 mm to its corners whose top is turned by 45 degrees: each wall is told by two straight lines
# that turn about each other (a hyperbolic paraboloid), and have no chords of their own.
class StepTwistedTest < SketchedTest
  RADIUS = 15.0
  HEIGHT = 30.0
  TURN = Math::PI / 4

  def setup
    super
    @low, @high = [[0.0, 0.0], [HEIGHT, TURN]].map do |z, turn|
      angles = 4.times.map { |i| (i * Math::PI / 2) + turn }
      angles.map { |t| [RADIUS * Math.cos(t), RADIUS * Math.sin(t), z] }
    end
  end

  def wall(a, b, c, d)
    rows = [[a, d], [b, c]].map { |row| row.map { |p| @s.r.point(p) } }
    knots = [@s.raw('(2,2)'), @s.raw('(2,2)'), [0.0, 1.0], [0.0, 1.0]]
    ways = [@s.raw('1'), @s.raw('1'), rows, :UNSPECIFIED, :F, :F, :F]
    surface = @s.r.add('B_SPLINE_SURFACE_WITH_KNOTS', '', *ways, *knots, :UNSPECIFIED)
    @s.face(surface, @s.polygon(a, b, c, d))
  end

  def column
    walls = 4.times.map { |i| wall(@low[i], @low[(i + 1) % 4], @high[(i + 1) % 4], @high[i]) }
    bottom = @s.face(@s.plane(@low[0], [0.0, 0.0, -1.0]), @s.polygon(*@low.reverse))
    @s.file(@s.solid(*walls, bottom, @s.face(@s.plane(@high[0]), @s.polygon(*@high))))
  end

  # Corners of a level run straight from bottom to top: a square of r2 (1 - 2 t (1 - t) (1 - cos turn)) to its corners,
  # squared, at the part t of the height.
  def area(part) = 2 * RADIUS * RADIUS * (1 - (2 * part * (1 - part) * (1 - Math.cos(TURN))))

  def test_its_volume_is_that_of_the_formula
    assert_volume 2 * RADIUS * RADIUS * HEIGHT * (1 - ((1 - Math.cos(TURN)) / 3)), column, relative: 2e-6
  end

  def test_its_facets_lie_on_its_walls
    solid = imported(column).solid
    off = solid.facets.reject { |f| f.face.surface.plane? }.map do |facet|
      points = facet.loops[0].map { |v| solid.point(v) }
      facet.face.surface.field.distance(3.times.map { |k| points.sum { |p| p[k] } / points.size }).abs
    end
    assert_operator off.max, :<, 0.03, 'mm'
  end

  def test_a_section_halfway_up
    section = Solids::Slice.of(imported(column).solid, [0.0, 0.0, HEIGHT / 2], [0.0, 0.0, 1.0])
    assert_in_delta area(0.5), section.area, 0.3, 'mm2'
  end

  # Where the wall beside an upright edge turns away from a sight the edge goes out of sight, the wall on its other side
  # looking away all along. Corners and edge are straight, so that n.d of the wall grows evenly along it.
  [20, 35].each do |around|
    define_method("test_an_edge_of_two_walls_seen_from_#{around}_degrees_ends_where_one_turns_away") do
      sight = Geometry::Vec.unit([Math.sin(around * Math::PI / 180), Math.cos(around * Math::PI / 180), -0.2])
      right = Geometry::Vec.cross(sight, [0.0, 0.0, 1.0])
      frame = Projection::ViewFrame.new(sight, Geometry::Vec.unit(Geometry::Vec.cross(right, sight)))
      along = Geometry::Vec.sub(@high[1], @low[1])
      below, above = [@low, @high].map do |level|
        Geometry::Vec.dot(Geometry::Vec.cross(Geometry::Vec.sub(level[2], level[1]), along), sight)
      end
      assert_operator below * above, :<, 0, 'it turns on the way'
      part = below / (below - above)
      ends = [@low[1], @high[1]].map { |p| frame.image(p) }
      seen = (below.negative? ? part : 1 - part) * Math.hypot(*ends.transpose.map { |a, b| b - a })
      assert_in_delta seen, edge_seen(imported(column).solid, frame, ends), 0.02, 'mm'
    end
  end

  # mm of visible edges that lie on the line through two points of the image.
  def edge_seen(solid, frame, (from, to))
    lines = Projection::Linework.of(solid, frame, edge_set: Projection::EdgeSet.new(solid)).strokes
    way = [to[0] - from[0], to[1] - from[1]]
    lines.select do |s|
      s.visible && s.kind == :sharp &&
        s.points.all? { |x, y| (((x - from[0]) * way[1]) - ((y - from[1]) * way[0])).abs / Math.hypot(*way) < 1e-3 }
    end.sum(&:length)
  end
end
