# frozen_string_literal: true

require 'test_helper'

# One part or sub-assembly of an assembly as a model of its own. mm.
class OnePartTest < CoreTest
  BLOCK =
    "nockplane: recipe/1\nname: %s\nproperties: {number: %s}\nfeatures:\n  - {id: b, type: extrude, profile: {kind: " \
      "rectangle, width: %d, height: 10}, depth: 6}\n"
  TEXTS = {
    'A' => format(BLOCK, 'Base', 'A', 40),
    'P' => format(BLOCK, 'Pin', 'P', 8),
    'S' =>
      "nockplane: assembly/1\nname: Set\nproperties: {number: S}\ncomponents:\n" \
        "  - {id: pins, model: P, pattern: {kind: linear, columns: 2, column_spacing: 20}}\n" \
        "  - {id: base, model: A, offset: 6}\n"
  }.freeze
  WHOLE =
    "nockplane: assembly/1\nname: Whole\ncomponents:\n  - {id: left, model: S}\n" \
      "  - {id: right, model: S, at: [100, 0]}\n"

  def whole = @whole ||= Products::Source.new(library: ->(name, _) { TEXTS[name] }).model_of(WHOLE)
  def instance(path) = whole.components.find { |i| i.path == path }
  def part(path) = Modelling::OnePart.of(whole, Modelling::OnePart.key(instance(path)))

  def test_a_part_stands_where_it_was_made
    pin = part('right:pins[2]')
    assert_equal [-4, -5, 0, 4, 5, 6], pin.solid.box.map { |c| c.round(6) }
    assert_equal 'Pin', pin.name
    assert_equal 'P', pin.properties['number']
    refute_predicate pin, :assembly?
    assert_empty pin.solid.faults
    assert_equal part('left:pins[1]').solid.box, pin.solid.box, 'whichever of them is asked for'
  end

  def test_a_sub_assembly_stands_as_in_the_whole_with_paths_of_its_own
    unit = Modelling::OnePart.of(whole, "#{Modelling::OnePart::UNIT}right")
    assert_equal %w[pins[1] pins[2] base], unit.components.map(&:path)
    # The base 40 wide about 100, the pins 8 wide at 100 and 120.
    assert_equal [80, 124], unit.solid.box.values_at(0, 3).map { |c| c.round(6) }
    assert_equal %w[base pins[1] pins[2]], unit.solid.faces.map { |f| f.name[/\A[^:]+/] }.uniq.sort
    assert_empty unit.solid.faults
    # Each component's solid begins where it says.
    unit.components.each do |c|
      assert_equal c.path, unit.solid.facets[c.facet].face.name[/\A[^:]+/]
      assert_equal unit.solid.point(c.vertex), unit.solid.point(unit.solid.facets[c.facet].loops.flatten.min)
    end
    assert_equal 2, unit.parts.size, 'two shapes'
  end

  def test_what_there_is_not
    assert_nil Modelling::OnePart.of(whole, 'nobody')
    assert_nil Modelling::OnePart.of(whole, "#{Modelling::OnePart::UNIT}middle")
  end

  # In another revision of the file a part has the key it had, or that of the only one called so.
  def test_the_key_in_another_revision
    key = Modelling::OnePart.key(instance('left:base'))
    assert_equal key, Modelling::OnePart.key_in(whole, key)
    other = key.sub(/\d+\z/, '77')
    assert_equal key, Modelling::OnePart.key_in(whole, other)
    assert_nil Modelling::OnePart.key_in(whole, 'X | Nobody | 0')
    assert_equal 'unit: left', Modelling::OnePart.key_in(whole, 'unit: left')
    assert_nil Modelling::OnePart.key_in(whole, 'unit: gone')
  end

  def test_faces_under_names_given
    solid = whole.parts[0]
    named = Modelling::OnePart.named(solid, {})
    assert_same solid, named
  end
end
