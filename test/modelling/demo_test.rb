# frozen_string_literal: true

require 'test_helper'

# The demo parts: closed, without warnings, and with the volumes that hand calculation gives (mm3).
class DemoTest < CoreTest
  LIBRARY = Dir[File.join(DEMO, '*.yml')].to_h { |f| File.read(f).then { |t| [t[/^ +number: *(.+)/, 1], t] } }
  PI = Math::PI
  Q = 1 - (PI / 4)

  Dir[File.join(DEMO, '*.recipe.yml')].each do |file|
    define_method("test_#{File.basename(file)[/\A[^.]+/].tr('-', '_')}_is_whole") do
      model = model(File.read(file))
      assert_closed model.solid
      assert_empty model.warnings
      assert_equal 1, Solids::Bodies.count(model.solid)
    end
  end

  def assert_volume(expected, name, within: 2e-5)
    assert_in_delta(expected, mass(demo(name)).volume, expected * within)
  end

  def test_spacer_by_hand
    # a sleeve, two chamfers of 0.3 (Pappus), and the oil hole through both walls: 2 A (3 + r2 / 48) in the mean
    hole = 2 * PI * 0.75**2 * (3 + (0.75**2 / 4 / 12))
    assert_volume (PI * (36 - 9) * 8) - (2 * 0.045 * 2 * PI * 5.9) - hole, 'spacer'
  end

  def test_dowel_by_hand
    rounded = Q * 0.16 * 2 * PI * (1.5 - (0.4 * (10 - (3 * PI)) / (12 - (3 * PI))))
    assert_volume (PI * 2.25 * 10) - (0.08 * 2 * PI * (1.5 - (0.4 / 3))) - rounded, 'dowel'
  end

  def test_gasket_cord_by_hand
    # a square of 2 with corners of 0.6, carried along its middle line (Pappus)
    assert_volume (4 - (4 * Q * 0.36)) * ((2 * (184 + 170)) - (8 * 19) + (2 * PI * 19)), 'o-ring'
  end

  def test_variants_of_the_ring_and_the_spacer
    ring = Modelling::Recipe.parse(demo('adapter-ring'))
    assert_equal 8, ring.variants.size
    assert_in_delta 74, model(ring.variant('M54 x 48').text).values['flange'], 0
    refute(
      model(ring.variant('M54 x 48 plain').text).solid.faces.any? { |f| f.name.start_with?('grips') },
      'switched off by its choice'
    )
    spacer = Modelling::Recipe.parse(demo('spacer'))
    assert_equal(
      [3.0, 5.0, 8.0, 12.0, 16.0, 20.0],
      spacer.variants.keys.map { |v| model(spacer.variant(v).text).solid.box[5] }
    )
  end

  def test_the_unit_is_the_sum_of_its_parts
    source = Products::Source.new(store: STORE, library: ->(name, _) { LIBRARY[name] })
    text = File.read(File.join(DEMO, 'filter-wheel-unit.assembly.yml'))
    model = source.model_of(text)
    assert_equal 14, model.components.size
    parts = model.components.sum { |c| source.weight(part_of(c)) }
    assert_in_delta parts, source.weight(text), 1e-9
    housing, lid = %w[housing lid].map { |id| model.components.find { |c| c.path == id } }
    assert_in_delta 30,
                    lid.transform.point([0, 0, 0])[2] - housing.transform.point([0, 0, 0])[2],
                    1e-9,
                    'the lid lies on the housing'
  end

  # The recipe text of a component, of its variant where the wheel asks for one.
  def part_of(component)
    text = LIBRARY.fetch(component.reference)
    component.path.end_with?('spacer') ? Modelling::Recipe.parse(text).variant('3').text : text
  end
end
