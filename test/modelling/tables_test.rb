# frozen_string_literal: true

require 'test_helper'

# Threads, clearance holes and materials against standards.md 7.3 and handbooks.
class TablesTest < CoreTest
  def test_minor_diameters_are_those_of_the_table # standards.md 7.3, column D1
    {
      'M3' => 2.459,
      'M3.5' => 2.850,
      'M6' => 4.917,
      'M8' => 6.647,
      'M12' => 10.106,
      'M22' => 19.294,
      'M42' => 37.129,
      'M64' => 57.505
    }.each { |name, minor| assert_in_delta minor, Modelling::Threads.find(name).minor, 6e-4, name }
  end

  def test_fine_threads
    thread = Modelling::Threads.find('M10x1.25')
    assert_equal [10.0, 1.25, 8.8], [thread.major, thread.pitch, thread.drill]
    assert_nil Modelling::Threads.find('M10x3')
  end

  def test_clearance_holes # ISO 273
    assert_equal [5.3, 5.5, 5.8], %w[fine medium coarse].map { |fit| Modelling::Threads.clearance('M5', fit) }
    assert_nil Modelling::Threads.clearance('M5.5', 'fine')
  end

  def test_a_tapped_hole_shows_its_thread
    model =
      built(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}\n  - {id: h, type: " \
        "hole, kind: tapped, on: b/end.end, thread: M8x1, depth: 10}"
      )
    assert_equal 'M8x1', model.threads['h/wall'].name
    assert_equal 'M8x1', model.dimension('h.thread').prefix
  end

  def test_densities
    assert_equal 2700.0, Modelling::Materials.density('material' => 'EN AW-6061 T6')
    assert_equal 2800.0, Modelling::Materials.density('material' => 'EN AW-2024')
    assert_equal 1234.5, Modelling::Materials.density('material' => 'C45', 'density' => '1234.5 kg/m3')
    assert_nil Modelling::Materials.density({})
  end

  def test_expressions_in_degrees
    values = ->(text) do
      Modelling::Scope.of(Modelling::Recipe.parse(recipe('  - {id: b, type: extrude}', text))).values
    end
    found =
      values['{a: "10 * sin(30)", b: "atan(1)", c: "if(a > 4, 1, 2)", d: "max(a, 7)", e: "2 * pi", f: "sqrt(16)"}']
    { 'a' => 5, 'b' => 45, 'c' => 1, 'd' => 7, 'e' => 2 * Math::PI, 'f' => 4 }.each do |name, value|
      assert_in_delta value, found[name], 1e-9, name
    end
  end
end
