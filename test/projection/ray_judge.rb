# frozen_string_literal: true

# An independent judge of hidden lines: from points just beside a drawn piece of an edge it casts a ray to the eye and
# counts by even and odd which facets it passes. It shares no code with the hidden-line method (no pieces, no triangles,
# no clipping, no intervals). Slow and plain on purpose.
class RayJudge
  # mm beside the edge, on both sides, that rays start from: the edge itself lies on its own facets.
  ASIDE = 2e-5
  # mm of depth that a facet must be nearer by to hide: leaning facets at the edge come nearer by their slope.
  NEARER = 8e-4
  # The same for outlines traced inside facets, as a part of the face's radii: above a chord's height (1 - cos 3.75
  # degrees).
  TRACED = 0.0025
  CELLS = 60

  # agreed and judged: mm of image; faults: [[x, y, said visible], ...]
  Verdict = Struct.new(:agreed, :judged, :faults) do
    def share = judged.zero? ? 1.0 : agreed / judged
  end

  def initialize(solid, frame)
    @frame = frame
    @image = Array.new(solid.xs.size) { |i| solid.point(i).then { |p| [frame.x(p), frame.y(p), frame.depth(p)] } }
    @planes = solid.facets.map { |f| plane(f) }
    @chord =
      solid.facets.map do |f|
        f.face.surface.swept? ? 0.05 : ((f.face.surface.radius || 0) + (f.face.surface.minor || 0)) * TRACED
      end
    @curved = solid.facets.map { |f| !f.face.surface.plane? }
    @loops = solid.facets.map(&:loops)
    fill
  end

  # Nearest depth of the solid under an image point, nil outside it.
  def depth(x, y)
    cell(x, y).filter_map { |i| (a, b, c = @planes[i]) && inside?(@loops[i], x, y) ? (a * x) + (b * y) + c : nil }.min
  end

  # Compares what a view draws, before chords become curves, with rays at `samples` places: Carriers::Segments and the
  # depths of vertices. It looks at the chords, not at the true curves that are drawn in their place. hidden: the
  # HiddenLines; edges: those of the edge set (of rings that are told as a whole).
  def verdict(segments, hidden, edges, rng, samples: 400)
    pieces = segments.reject { |s| halfway?(s.seen.edge) }.map { |s| piece(s, hidden) }
    pieces += hidden.rounds.flat_map { |loop, visible| round(loop, visible, hidden, edges) }
    pieces = pieces.select { |p| p[:length] > 0.01 }
    total = pieces.sum { |p| p[:length] }
    verdict = Verdict.new(0.0, 0.0, [])
    samples.times { judge(pick(pieces, rng.rand * total), rng, verdict) }
    verdict
  end

  private

  # Is an edge one of a curved face's strip that is seen edge-on? The face turns away in the middle of it: of the true
  # edge one half is seen, of the chord either all or nothing (TurningTest judges what is drawn for it, by formula).
  def halfway?(edge) = [edge.f, edge.g].any? { |i| @planes[i].nil? && @curved[i] }

  # Chords of a ring or arc that is told as a whole; of one seen edge-on, and seen, those of its nearer half.
  def round(loop, visible, hidden, edges)
    middle = @frame.depth(loop.ring.centre) if visible && loop.ring.image(@frame).nil?
    chords = edges.values_at(*loop.edges).reject { |e| halfway?(e) }
    chords.select! { |e| [e.a, e.b].all? { |v| hidden.pz[v] < middle - NEARER } } if middle
    chords.map do |e|
      a, b = [e.a, e.b].map { |v| [hidden.px[v], hidden.py[v], hidden.pz[v]] }
      { a: a, b: b, visible: visible, length: Math.hypot(b[0] - a[0], b[1] - a[1]), aside: ASIDE, nearer: NEARER }
    end
  end

  # Outlines traced within facets (of tori and balls) lie a chord's height off the facets' own outline.
  def piece(segment, hidden)
    e = segment.seen.edge
    traced = e.f == e.g
    a, b =
      [segment.t0, segment.t1].map do |t|
        [hidden.px, hidden.py, hidden.pz].map { |c| c[e.a] + ((c[e.b] - c[e.a]) * t) }
      end
    {
      a: a,
      b: b,
      visible: segment.visible,
      length: Math.hypot(segment.x1 - segment.x0, segment.y1 - segment.y0),
      aside: traced ? @chord[e.f] : ASIDE,
      nearer: traced ? 2 * @chord[e.f] : NEARER
    }
  end

  def pick(pieces, at)
    pieces.each { |p| return p if (at -= p[:length]) <= 0 }
    pieces[-1]
  end

  # One ray either side; a piece is visible when one side lets it be seen, hidden when both are covered. Close to where
  # a piece begins or ends nothing is judged.
  def judge(piece, rng, verdict)
    t = rng.rand(0.02..0.98)
    a, b = piece.values_at(:a, :b)
    x, y, z = 3.times.map { |k| a[k] + ((b[k] - a[k]) * t) }
    l = Math.hypot(b[0] - a[0], b[1] - a[1])
    covered =
      [piece[:aside], -piece[:aside]].map do |s|
        (d = depth(x - ((b[1] - a[1]) / l * s), y + ((b[0] - a[0]) / l * s))) && d < z - piece[:nearer]
      end
    verdict.judged += 1
    covered.all? == piece[:visible] ? verdict.faults << [x.round(4), y.round(4), piece[:visible]] : verdict.agreed += 1
  end

  # Depth as a x + b y + c, nil for a facet seen edge-on.
  def plane(facet)
    nd = facet.normal.zip(@frame.d).sum { |p, q| p * q }
    return nil if nd.abs < 1e-6

    nr, nu = [@frame.r, @frame.u].map { |v| facet.normal.zip(v).sum { |p, q| p * q } }
    [-nr / nd, -nu / nd, facet.d / nd]
  end

  # Crossings of a ray to the right with all loops: odd is inside.
  def inside?(loops, x, y)
    odd = false
    loops.each do |ids|
      ax, ay = @image[ids[-1]]
      ids.each do |i|
        bx, by = @image[i]
        odd = !odd if (ay > y) != (by > y) && x < ax + ((bx - ax) * (y - ay) / (by - ay))
        ax = bx
        ay = by
      end
    end
    odd
  end

  def fill
    @x0, x1 = @image.map { |p| p[0] }.minmax
    @y0, y1 = @image.map { |p| p[1] }.minmax
    @w = [(x1 - @x0) / CELLS, 1e-9].max
    @h = [(y1 - @y0) / CELLS, 1e-9].max
    @cells = Hash.new { |h, k| h[k] = [] }
    @loops.each_with_index do |loops, i|
      next unless @planes[i]

      (xa, xb), (ya, yb) = loops[0].map { |v| @image[v].first(2) }.transpose.map(&:minmax)
      column(xa).upto(column(xb)) { |c| row(ya).upto(row(yb)) { |r| @cells[(c * 1000) + r] << i } }
    end
  end

  def column(x) = ((x - @x0) / @w).floor.clamp(-1, CELLS)
  def row(y) = ((y - @y0) / @h).floor.clamp(-1, CELLS)
  def cell(x, y) = @cells.fetch((column(x) * 1000) + row(y), [])
end
