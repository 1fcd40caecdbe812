# frozen_string_literal: true

# Where a line passes out of sight it ends on the visible line that hides it: told by the strokes of a view alone, mm of
# the model. It shares no code with the places that lines are moved to.
module PassingLaw
  # Places that a curve is looked at.
  PLACES = 720
  SHAPES = %i[line arc spline].freeze
  # mm around a place that visible lines are looked for.
  FAR = 2.0

  module_function

  # { place => [the visible stroke that ends there, the hidden one that goes on] }
  def passing(strokes)
    ends = Hash.new { |h, k| h[k] = [] }
    strokes
      .select { |s| SHAPES.include?(s.shape) && s.kind != :smooth && !s.closed? }
      .each { |s| tips(s).each { |p| ends[[s.faces, s.kind, p.map { |c| c.round(5) }]] << [s, p] } }
    pairs = ends.values.select { |list| list.size == 2 && list.map { |s, _| s.visible }.uniq.size == 2 }
    pairs.to_h { |list| [list[0][1], list.map(&:first)] }
  end

  # { place => [stroke, mm off the nearest other visible line (at most FAR)] }
  def offs(strokes)
    lines = strokes.select { |s| s.visible && s.kind != :smooth }
    boxes = lines.map(&:box)
    chords = lines.to_h { |s| [s, nil] }.compare_by_identity
    passing(strokes).to_h do |place, own|
      near = lines.each_index.select { |i| within?(boxes[i], place) && own.none? { |o| o.equal?(lines[i]) } }
      off = near.map { |i| distance(chords[lines[i]] ||= points(lines[i]).each_cons(2).to_a, place) }
      [place, [own[0], [*off, FAR].min]]
    end
  end

  def tips(stroke) = stroke.arc? ? [stroke.from, stroke.to].map { |t| stroke.at(t) } : stroke.points.values_at(0, -1)

  def points(stroke)
    return (0..PLACES).map { |i| stroke.at(stroke.from + ((stroke.to - stroke.from) * i / PLACES)) } if stroke.arc?
    return stroke.points unless stroke.spline?

    stroke.beziers.flat_map { |b| (0..32).map { |i| Nockplane::Projection::Stroke.bezier_at(b, i / 32.0) } }
  end

  def within?((x0, y0, x1, y1), (x, y)) = x.between?(x0 - FAR, x1 + FAR) && y.between?(y0 - FAR, y1 + FAR)

  def distance(chords, (x, y))
    chords.map do |(ax, ay), (bx, by)|
      dx, dy = bx - ax, by - ay
      l = (dx * dx) + (dy * dy)
      t = l < 1e-18 ? 0.0 : ((((x - ax) * dx) + ((y - ay) * dy)) / l).clamp(0.0, 1.0)
      Math.hypot(x - ax - (t * dx), y - ay - (t * dy))
    end.min
  end
end
