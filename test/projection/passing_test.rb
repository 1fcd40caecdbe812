# frozen_string_literal: true

require 'step_helper'
require 'random_recipe'
require_relative 'passing_law'

# Where a line passes out of sight it ends on the visible line that hides it: told by the drawn lines alone, on parts of
# recipes and of files. mm of the model.
class PassingTest < StepTest
  NEAR = 1e-3

  def assert_ends_on_lines(solid, least, frame = Projection::ViewFrame.named('iso'))
    offs = PassingLaw.offs(Projection::Linework.of(solid, frame).strokes)
    assert_operator offs.size, :>=, least
    offs.each do |place, (stroke, off)|
      assert_operator off, :<, NEAR, "#{stroke.faces.join(' and ')} at #{place.map { |c| c.round(3) }}"
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

  # (Longer: bench/passing.rb)
  RANDOM = [1, 12, 24, 52, 59, 78, 81, 114, 118].freeze

  RANDOM.each do |seed|
    define_method("test_random_part_#{seed}") do
      rng = Random.new(seed)
      solid = model(recipe(RandomRecipe.new(rng).features)).solid
      odd = Projection::ViewFrame.new([rng.rand(-1.0..1), rng.rand(0.1..1), rng.rand(-1.0..1)], [0, 0, 1])
      [Projection::ViewFrame.named('iso'), odd].each { |frame| assert_ends_on_lines(solid, 0, frame) }
    end
  end
end
