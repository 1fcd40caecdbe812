# frozen_string_literal: true

require 'step_helper'

# Where a line passes out of sight it ends on the visible line that hides it: told by the drawn lines alone, on parts of
# recipes and of files. mm of the model.
class PassingTest < StepTest
  # Places that a curve is looked at, and mm that its chords then lie off it.
  PLACES = 400
  NEAR = 1e-3

  def tips(stroke) = stroke.arc? ? [stroke.from, stroke.to].map { |t| stroke.at(t) } : stroke.points.values_at(0, -1)

  def points(stroke)
    return stroke.points if stroke.shape == :line || stroke.shape == :path
    if stroke.arc?
      return (0..PLACES).map { |i| stroke.at(stroke.from + ((stroke.to - stroke.from) * i / PLACES)) }
    end

    stroke.beziers.flat_map { |b| (0..32).map { |i| Projection::Stroke.bezier_at(b, i / 32.0) } }
  end

  def distance(chords, (x, y))
    chords.map do |(ax, ay), (bx, by)|
      dx, dy = bx - ax, by - ay
      l = (dx * dx) + (dy * dy)
      t = l < 1e-18 ? 0.0 : ((((x - ax) * dx) + ((y - ay) * dy)) / l).clamp(0.0, 1.0)
      Math.hypot(x - ax - (t * dx), y - ay - (t * dy))
    end.min
  end

  # { place => [the visible stroke that ends there, the hidden one that goes on] }
  def passing(strokes)
    ends = Hash.new { |h, k| h[k] = [] }
    strokes
      .select { |s| %i[line arc].include?(s.shape) && s.kind != :smooth && !s.closed? }
      .each { |s| tips(s).each { |p| ends[[s.faces, s.kind, p.map { |c| c.round(5) }]] << [s, p] } }
    pairs = ends.values.select { |list| list.size == 2 && list.map { |s, _| s.visible }.uniq.size == 2 }
    pairs.to_h { |list| [list[0][1], list.map(&:first)] }
  end

  def assert_ends_on_lines(solid, least)
    strokes = Projection::Linework.of(solid, Projection::ViewFrame.named('iso')).strokes
    lines = strokes.select { |s| s.visible && s.kind != :smooth }
    chords = lines.to_h { |s| [s, points(s).each_cons(2).to_a] }.compare_by_identity
    found = passing(strokes)
    assert_operator found.size, :>=, least
    found.each do |place, own|
      off = chords.reject { |s, _| own.any? { |o| o.equal?(s) } }.map { |_, list| distance(list, place) }.min
      assert_operator off, :<, NEAR, "#{own[0].faces.join(' and ')} at #{place.map { |c| c.round(3) }}"
    end
  end

  # The foot of a low boss goes out of sight where the outline of its rounded corner begins: where the circle's image
  # runs along the sight, a multiple of pi; other ends are those of the corner, at odd multiples of pi / 4 from there.
  def test_a_foot_goes_out_of_sight_at_the_outline_of_its_wall
    text = recipe(<<~F.gsub(/^/, '  '))
      - {id: plate, type: extrude, profile: {kind: rectangle, width: 120, height: 100}, depth: 8}
      - {id: boss, type: extrude, on: plate/end.end, profile: {kind: rectangle, width: 90, height: 70, corner_radius: 17.8}, depth: 1.6}
    F
    foot =
      Projection::Linework.of(model(text).solid, Projection::ViewFrame.named('iso')).strokes.select do |s|
        s.visible && s.arc? && s.faces.include?('plate/end.end')
      end
    assert_equal 3, foot.size
    ends = foot.flat_map { |s| [s.from, s.to] }.map { |t| t / (Math::PI / 4) }
    ends.each { |t| assert_in_delta t.round, t, 1e-6 }
    assert_equal 2, ends.count { |t| (t.round % 4).zero? }
  end

  { 'housing' => 20, 'lid' => 10 }.each do |name, least|
    define_method("test_#{name}") { assert_ends_on_lines(model(demo(name)).solid, least) }
  end

  def test_an_assembly_with_pins_in_holes
    assembly = File.read(File.join(DEMO, 'filter-wheel-unit.assembly.yml'))
    numbers = Dir[File.join(DEMO, '*.yml')].to_h { |f| File.read(f).then { |t| [t[/^ +number: *(.+)/, 1], t] } }
    source = Products::Source.new(store: STORE, library: ->(name, _) { numbers[name] })
    assert_ends_on_lines(source.model_of(assembly).solid, 50)
  end

  { 'lever' => 5, 'motor-plate-r6' => 10, 'housing' => 15 }.each do |name, least|
    define_method("test_#{name.tr('-', '_')}_from_a_file") { assert_ends_on_lines(step_model(name).solid, least) }
  end
end
