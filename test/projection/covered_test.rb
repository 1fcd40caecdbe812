# frozen_string_literal: true

require 'delegate'
require 'test_helper'

# Cells of a grid that a facet covers wholly, against what each cell's own corners and the facet's edges say. mm.
class CoveredTest < CoreTest
  GRID = [0.0, 0.0, 1.0, 0.5, 30, 60].freeze

  # { [row, column] => true }
  def covered(*loops)
    points = loops.flatten(1)
    ids = loops.map(&:size).each_with_object([]) { |n, all| all << (all.sum(&:size)...(all.sum(&:size) + n)).to_a }
    found = {}
    Projection::Covered.new(GRID).each_span(ids, points.map(&:first), points.map(&:last)) do |row, from, to|
      from.upto(to) { |column| found[[row, column]] = true }
    end
    found
  end

  def edges(loops) = loops.flat_map { |l| l.each_index.map { |i| [l[i - 1], l[i]] } }

  # Even-odd rule along a ray to the right.
  def inside?(loops, (x, y))
    edges(loops).count do |(ax, ay), (bx, by)|
      (ay <= y) != (by <= y) && x < ax + ((y - ay) * (bx - ax) / (by - ay))
    end.odd?
  end

  # Does an edge come into a rectangle? (By halving: as fine as a thousandth of the cell.)
  def meets?((a, b), x0, y0, x1, y1)
    return false if [a, b].all? { |p| p[0] < x0 } || [a, b].all? { |p| p[0] > x1 }
    return false if [a, b].all? { |p| p[1] < y0 } || [a, b].all? { |p| p[1] > y1 }
    return true if (b[0] - a[0]).abs + (b[1] - a[1]).abs < 1e-3

    middle = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
    meets?([a, middle], x0, y0, x1, y1) || meets?([middle, b], x0, y0, x1, y1)
  end

  def expected(loops)
    _, _, cw, ch, nx, ny = GRID
    cells = (0...ny).to_a.product((0...nx).to_a)
    cells.select do |row, column|
      x, y = column * cw, row * ch
      inside?(loops, [x + (cw / 2), y + (ch / 2)]) && edges(loops).none? { |e| meets?(e, x, y, x + cw, y + ch) }
    end
  end

  def test_a_square_with_a_square_hole_by_hand
    hole = [[6.2, 6.2], [6.2, 8.8], [8.8, 8.8], [8.8, 6.2]]
    found = covered([[2.5, 2.5], [12.5, 2.5], [12.5, 12.5], [2.5, 12.5]], hole)
    # 9 columns of 10 lie between the sides (a side at 2.5 touches column 2); rows 5 and 25 are touched by the sides.
    assert_equal 9, found.keys.count { |row, _| row == 8 }
    assert_equal [3, 4, 5, 9, 10, 11], found.keys.select { |row, _| row == 14 }.map(&:last).sort, 'beside the hole'
    assert_empty found.keys.select { |row, _| row < 6 || row > 24 }
  end

  def test_random_facets_with_holes
    rng = Random.new(7)
    20.times do
      ring = ->(cx, cy, r, n) do
        n.times.map do |i|
          t = (2 * Math::PI * i / n) + 0.1
          far = r * rng.rand(0.6..1.0)
          [cx + (far * Math.cos(t)), cy + (far * Math.sin(t))]
        end
      end
      loops = [ring[15.0, 15.0, 14.0, 3 + rng.rand(20)], ring[15.0, 15.0, 4.0, 3 + rng.rand(9)].reverse]
      found = covered(*loops).keys.sort
      assert_equal expected(loops).sort, found
    end
  end

  # A plate under a plate: what the upper one covers hides all below, so that the lower one's inside is hidden whole.
  def test_what_lies_behind_a_facet_is_hidden_as_before
    text = recipe(<<~F.gsub(/^/, '  '))
      - {id: upper, type: extrude, profile: {kind: rectangle, width: 80, height: 60}, depth: 4}
      - {id: foot, type: extrude, on: upper/end.start, profile: {kind: rectangle, width: 30, height: 20}, depth: 20}
      - {id: hole, type: hole, on: upper/end.end, at: [5, 3], diameter: 8, through: true}
    F
    lines = linework(text, 'top').strokes.select { |s| s.shape == :line && s.faces.any? { |f| f.start_with?('foot') } }
    refute_empty lines
    assert_equal [false], lines.map(&:visible).uniq
  end

  # Nothing covers a cell: every edge is clipped against all pieces.
  class Open < SimpleDelegator
    def cover = Array.new(super.size, Float::INFINITY)
  end

  def test_edges_in_covered_cells_are_hidden_as_clipped
    solid = model(demo('housing')).solid
    set = Projection::EdgeSet.new(solid)
    frame = Projection::ViewFrame.named('iso')
    px, py, pz = frame.project(solid)
    front = solid.facets.map { |f| V.dot(f.normal, frame.d) < -1e-9 }
    laid = Projection::Occluders.new(solid, set, frame, front, px, py)
    assert_operator laid.cover.count(&:finite?), :>, 100
    quick, plain = [laid, Open.new(laid)].map { |l| Projection::Hiding.new(l, px, py, pz) }
    set.edges.each do |e|
      a, b = [quick, plain].map { |h| h.of(e) }
      assert_equal b.size, a.size, e.inspect
      a.flatten.zip(b.flatten).each { |t, u| assert_in_delta u, t, 1e-6 }
    end
  end
end
