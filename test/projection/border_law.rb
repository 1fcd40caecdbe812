# frozen_string_literal: true

# The border of what is seen of a part lies on visible edges and outlines: the part is painted as a raster, by facets
# alone, and every cell on the border of the paint must have such a line near by. Shares no code with hidden lines.
module BorderLaw
  # Cells along the longer side; mm that a line may be off (the paint is of chords).
  CELLS = 400
  NEAR = 0.12
  # mm of border on which a law is broken (at single cells rows of paint end between two facets).
  LEAST = 0.5

  # A raster: left, bottom, mm of a cell, and its rows of bytes.
  Raster =
    Struct.new(:x, :y, :step, :rows) do
      def column(place) = ((place - x) / step)
      def row(place) = ((place - y) / step)
      def at(i, j) = rows[j].getbyte(i)
      def wide = rows[0].bytesize
      def high = rows.size
      def middle(i, j) = [x + ((i + 0.5) * step), y + ((j + 0.5) * step)]
    end

  module_function

  # [[x, y] in mm, ...] of the border without a line; none where it is less than LEAST. strokes: of the view; solid: of
  # a mesh as fine as can be had.
  def missing(solid, frame, strokes)
    paint = painted(solid, frame)
    lines = drawn(paint, strokes.select { |s| s.visible && s.kind != :smooth })
    found = border(paint).select { |i, j| lines.at(i, j).zero? }.map { |i, j| paint.middle(i, j) }
    found.size * paint.step < LEAST ? [] : found
  end

  def empty(paint) = Raster.new(paint.x, paint.y, paint.step, Array.new(paint.high) { "\0" * paint.wide })

  def painted(solid, frame)
    xs, ys, = frame.project(solid)
    (x0, x1), (y0, y1) = xs.minmax, ys.minmax
    step = [x1 - x0, y1 - y0].max / CELLS
    wide, high = [x1 - x0, y1 - y0].map { |mm| (mm / step).ceil + 8 }
    raster = Raster.new(x0 - (4 * step), y0 - (4 * step), step, Array.new(high) { "\0" * wide })
    solid.facets.each do |f|
      next unless Nockplane::Geometry::Vec.dot(f.normal, frame.d) < -1e-9

      rows_of(f.loops.map { |l| l.map { |v| [xs[v], ys[v]] } }, raster) { |j, from, to| fill(raster, j, from, to) }
    end
    raster
  end

  # Yields row, left and right (mm) of what lies within loops of points.
  def rows_of(loops, raster)
    heights = loops.flatten(1).map(&:last).minmax
    ((raster.row(heights[0]) - 0.5).ceil..(raster.row(heights[1]) - 0.5).floor).each do |j|
      y = raster.middle(0, j)[1]
      crossed = loops.flat_map do |points|
        points.each_with_index.filter_map do |(bx, by), k|
          ax, ay = points[k - 1]
          ax + ((y - ay) * (bx - ax) / (by - ay)) if (ay <= y) != (by <= y)
        end
      end
      crossed.sort.each_slice(2) { |from, to| yield j, from, to if to }
    end
  end

  def fill(raster, row, from, to)
    first, last = (raster.column(from) - 0.5).ceil, (raster.column(to) - 0.5).floor
    raster.rows[row][first..last] = "\1" * (last - first + 1) if last >= first
  end

  # [[column, row], ...] of paint with none beside it.
  def border(paint)
    (1...(paint.high - 1)).flat_map do |j|
      (1...(paint.wide - 1)).filter_map do |i|
        next if paint.at(i, j).zero?

        [i, j] if [[i - 1, j], [i + 1, j], [i, j - 1], [i, j + 1]].any? { |x, y| paint.at(x, y).zero? }
      end
    end
  end

  # Raster of the cells near lines.
  def drawn(paint, strokes)
    raster = empty(paint)
    room = [2, (NEAR / paint.step).ceil].max
    strokes.each do |s|
      points(s).each_cons(2) do |(ax, ay), (bx, by)|
        n = (Math.hypot(bx - ax, by - ay) / paint.step).ceil + 1
        (0..n).each { |k| mark(raster, ax + ((bx - ax) * k / n), ay + ((by - ay) * k / n), room) }
      end
    end
    raster
  end

  def mark(raster, x, y, room)
    i, j = raster.column(x).floor, raster.row(y).floor
    first, last = [i - room, 0].max, [i + room, raster.wide - 1].min
    return if last < first

    stroke = "\1" * (last - first + 1)
    ([j - room, 0].max..[j + room, raster.high - 1].min).each { |r| raster.rows[r][first..last] = stroke }
  end

  def points(stroke)
    return stroke.beziers.flat_map { |b| Nockplane::Projection::Stroke.bezier_points(b, 24) } if stroke.spline?
    return stroke.points unless stroke.arc?

    (0..200).map { |i| stroke.at(stroke.from + ((stroke.to - stroke.from) * i / 200)) }
  end
end
