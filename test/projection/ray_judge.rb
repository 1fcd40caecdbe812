# frozen_string_literal: true

# An independent judge of hidden lines: for points of drawn strokes it casts a ray to the eye through all facets, without
# any code of the hidden-line method. Slow and plain on purpose.
class RayJudge
  V = Nockplane::Geometry::Vec

  def initialize(solid, frame)
    @frame = frame
    @triangles = solid.facets.flat_map { |f| Nockplane::Solids::Triangulator.triangles(solid, f).map { |t| t.map { |i| solid.point(i) } } }
  end

  # Nearest depth of the solid under an image point, nil outside it.
  def depth(x, y)
    @triangles.filter_map { |t| hit(t, x, y) }.min
  end

  private

  def hit(triangle, x, y)
    a, b, c = triangle.map { |p| [@frame.x(p), @frame.y(p), @frame.depth(p)] }
    area = ((b[0] - a[0]) * (c[1] - a[1])) - ((b[1] - a[1]) * (c[0] - a[0]))
    return nil if area.abs < 1e-12

    u = (((b[0] - x) * (c[1] - y)) - ((b[1] - y) * (c[0] - x))) / area
    v = (((c[0] - x) * (a[1] - y)) - ((c[1] - y) * (a[0] - x))) / area
    w = 1 - u - v
    return nil if u < 0 || v < 0 || w < 0

    (u * a[2]) + (v * b[2]) + (w * c[2])
  end
end
