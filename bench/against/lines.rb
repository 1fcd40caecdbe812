# frozen_string_literal: true

# Lines of a view as polylines [[x, y], ...], and how much of some lies off all others. mm.
module Lines
  module_function

  # mm between places of a line that are looked at.
  STEP = 0.2

  def of(stroke)
    return stroke.beziers.flat_map { |b| (0..12).map { |i| bezier(b, i / 12.0) } } if stroke.spline?
    return stroke.points unless stroke.arc?

    n = [((stroke.to - stroke.from) * Math.sqrt(stroke.rx / 0.004)).ceil, 4].max
    (0..n).map { |i| stroke.at(stroke.from + ((stroke.to - stroke.from) * i / n)) }
  end

  def bezier(b, t) = Nockplane::Projection::Stroke.bezier_at(b, t)

  # [mm of lines farther than `far` from all of the others, [x, y] of one such place].
  def off(lines, others, far)
    near = Near.new(others)
    amount = 0.0
    place = nil
    lines.each do |line|
      each_place(line) do |x, y, mm|
        next if near.distance(x, y) <= far

        amount += mm
        place ||= [x.round(2), y.round(2)]
      end
    end
    [amount, place]
  end

  def each_place(line)
    line.each_cons(2) do |(x0, y0), (x1, y1)|
      length = Math.hypot(x1 - x0, y1 - y0)
      n = [(length / STEP).ceil, 1].max
      n.times do |i|
        t = (i + 0.5) / n
        yield x0 + ((x1 - x0) * t), y0 + ((y1 - y0) * t), length / n
      end
    end
  end

  # Chords of lines in cells a millimetre wide.
  class Near
    def initialize(lines)
      @cells = Hash.new { |h, k| h[k] = [] }
      lines.each { |line| line.each_cons(2) { |a, b| put(a, b) } }
    end

    # mm from a place to the nearest chord in the cells around it.
    def distance(x, y)
      i, j = x.floor, y.floor
      (-1..1).flat_map { |di| (-1..1).flat_map { |dj| @cells.fetch([i + di, j + dj], []) } }
        .map { |a, b| from(x, y, a, b) }
        .min || Float::INFINITY
    end

    private

    def put(a, b)
      n = [Math.hypot(b[0] - a[0], b[1] - a[1]).ceil, 1].max
      places = (0..n).map { |i| [0, 1].map { |k| a[k] + ((b[k] - a[k]) * i.fdiv(n)) } }
      cells = places.each_cons(2).flat_map do |p, q|
        across, up = [0, 1].map { |k| Range.new(*[p[k].floor, q[k].floor].minmax).to_a }
        across.product(up)
      end
      cells.uniq.each { |cell| @cells[cell] << [a, b] }
    end

    def from(x, y, (ax, ay), (bx, by))
      dx, dy = bx - ax, by - ay
      square = (dx * dx) + (dy * dy)
      t = square.zero? ? 0.0 : ((((x - ax) * dx) + ((y - ay) * dy)) / square).clamp(0.0, 1.0)
      Math.hypot(x - ax - (t * dx), y - ay - (t * dy))
    end
  end
end
