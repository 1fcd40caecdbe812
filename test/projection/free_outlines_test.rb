# frozen_string_literal: true

require 'sketched_helper'

# Outlines of free surfaces with poles, and of cones cut by planes, by formula. mm.
class FreeOutlinesTest < SketchedTest
  # Semi-axes.
  A, B, C = 25.0, 15.0, 18.0
  AROUND = [[1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0], [-1, -1], [0, -1], [1, -1], [1, 0]].freeze
  UP = [[0, -1], [1, -1], [1, 0], [1, 1], [0, 1]].freeze
  HALF = Math.sqrt(0.5)

  # A ball told as a rational spline with its poles at top and bottom, stretched along the axes.
  def ellipsoid
    points = AROUND.map { |x, y| UP.map { |out, z| @s.r.point([A * x * out, B * y * out, C * z].map(&:to_f)) } }
    weights = 9.times.map { |i| 5.times.map { |k| (i.odd? ? HALF : 1.0) * (k.odd? ? HALF : 1.0) } }
    knots = [@s.raw('(3,2,2,2,3)'), @s.raw('(3,2,3)'), [0.0, 1.0, 2.0, 3.0, 4.0], [0.0, 1.0, 2.0]]
    surface = @s.r.complex(
      ['BOUNDED_SURFACE'],
      ['B_SPLINE_SURFACE', @s.raw('2'), @s.raw('2'), points, :UNSPECIFIED, :T, :F, :F],
      ['B_SPLINE_SURFACE_WITH_KNOTS', *knots, :UNSPECIFIED],
      ['GEOMETRIC_REPRESENTATION_ITEM'],
      ['RATIONAL_B_SPLINE_SURFACE', weights],
      ['REPRESENTATION_ITEM', ''],
      ['SURFACE']
    )
    @s.file(@s.solid(@s.face(surface, @s.r.add('VERTEX_LOOP', '', @s.vertex(0.0, 0.0, C)))))
  end

  def view(solid, name)
    frame = Projection::ViewFrame.named(name)
    Projection::Linework.of(solid, frame, edge_set: Projection::EdgeSet.new(solid)).strokes
  end

  # Of an ellipse with these semi-axes, by the trapezoidal rule over a turn (exact to rounding for a smooth period).
  def perimeter(a, b)
    2000.times.sum do |i|
      t = 2 * Math::PI * i / 2000
      Math.hypot(a * Math.sin(t), b * Math.cos(t)) * 2 * Math::PI / 2000
    end
  end

  # Semi-axes of the outline are the roots of the eigenvalues of P M P, with M = diag(a2, b2, c2) and P the image.
  def outline(name)
    frame = Projection::ViewFrame.named(name)
    uu, uv, vv = [[frame.r, frame.r], [frame.r, frame.u], [frame.u, frame.u]].map do |p, q|
      [A, B, C].each_with_index.sum { |s, k| s * s * p[k] * q[k] }
    end
    half, root = (uu + vv) / 2, Math.hypot((uu - vv) / 2, uv)
    [Math.sqrt(half + root), Math.sqrt(half - root)]
  end

  %w[front top right iso].each do |name|
    define_method("test_the_outline_of_an_ellipsoid_from_#{name}_is_a_whole_ellipse") do
      strokes = view(imported(ellipsoid).solid, name)
      assert_empty strokes.reject(&:visible)
      assert_in_delta perimeter(*outline(name)), strokes.sum(&:length), 0.02
      assert_empty strokes.reject { |s| s.kind == :silhouette }
    end
  end

  def test_the_volume_of_an_ellipsoid = assert_volume 4 * Math::PI * A * B * C / 3, ellipsoid, relative: 3e-5

  # A ring seen so that its contour passes a corner of the mesh by nothing, or by next to nothing: its pieces there are
  # as short, and it is the same lines.
  def test_a_contour_that_all_but_meets_a_corner_of_the_mesh_stays_whole
    solid = step_model('torus').solid
    set = Projection::EdgeSet.new(solid)
    facet = solid.facets[700]
    out = solid.outward(facet, facet.loops[0][0])
    across = Geometry::Vec.unit(Geometry::Vec.cross(out, [0.3, 0.8, 0.5]))
    found = [0.0, 3e-7, 1.5e-6, 1e-5, 3e-5, -2e-6].map do |past|
      sight = Geometry::Vec.unit(Geometry::Vec.along(across, out, past))
      frame = Projection::ViewFrame.new(sight, Geometry::Vec.unit(Geometry::Vec.cross(sight, [0.3, 0.2, 0.9])))
      seen = Projection::Linework.of(solid, frame, edge_set: set).strokes.select(&:visible)
      [seen.size, seen.sum(&:length)]
    end
    assert_equal 1, found.map(&:first).uniq.size, found.inspect
    found.each { |_, length| assert_in_delta found[0][1], length, 0.02 }
  end

  NUT = <<~RECIPE
    nockplane: recipe/1
    name: Nut
    features:
      - {id: n, type: extrude, on: xy, turn: 7, depth: 12, profile: {kind: polygon, sides: 6, across_flats: 32}}
      - {id: c, type: revolve, axis: z, operation: intersect, profile: {kind: free, start: [0, 0], edges: [
          {name: low, to: [0, 20]}, {name: cone, to: [12, 16]}, {name: top, to: [12, 0]}, {name: axis}]}}
  RECIPE

  # The two rulings of the cone at which its normal is square to the sight, in the image: [[x, y], [x, y]] from the tip.
  def contours(frame)
    out = (20.0 - 16) / 12
    around = Math.atan2(frame.d[1], frame.d[0])
    aside = Math.acos(-frame.d[2] * out / Math.hypot(frame.d[0], frame.d[1]))
    [around + aside, around - aside].map do |t|
      [[0.0, 0.0, 20.0 / out], [20.0 * Math.cos(t), 20.0 * Math.sin(t), 0.0]].map { |p| frame.image(p) }
    end
  end

  def beside(point, (from, to))
    dx, dy = to[0] - from[0], to[1] - from[1]
    (((point[0] - from[0]) * dy) - ((point[1] - from[1]) * dx)).abs / Math.hypot(dx, dy)
  end

  [7, 15, 22, 37, 50].each do |turn|
    define_method("test_outlines_of_a_nut_turned_by_#{turn}_are_rulings_of_its_chamfer") do
      text = NUT.sub('turn: 7', "turn: #{turn}")
      solid = imported(STEP::Writer.write(Modelling::Builder.build(Modelling::Recipe.parse(text)))).solid
      %w[front right iso].each do |name|
        rulings = contours(Projection::ViewFrame.named(name))
        lines = view(solid, name).select { |s| s.kind == :silhouette }
        refute_empty lines
        off = lines.flat_map(&:points).map { |p| rulings.map { |r| beside(p, r) }.min }
        assert_operator off.max, :<, 1e-5, "#{name}, mm"
      end
    end
  end
end
