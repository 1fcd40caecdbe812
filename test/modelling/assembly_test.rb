# frozen_string_literal: true

require 'test_helper'

# Assemblies: placing, nesting, patterns, explosion, masses; a plate with pins, by hand-derived figures (mm, kg).
class AssemblyTest < CoreTest
  PLATE =
    "nockplane: recipe/1\nname: Plate\nproperties: {number: P, material: EN AW-6082}\nparameters: {t: " \
      "10}\nfeatures:\n  - {id: plate, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: t}\n"
  PIN =
    "nockplane: recipe/1\nname: Pin\nproperties: {number: Q, material: C45}\nvariants: {long: {length: 40}}\n" \
      "parameters: {length: 20}\nfeatures:\n" \
      "  - {id: pin, type: extrude, profile: {kind: circle, diameter: 8}, depth: length}\n"
  PARTS = { 'P' => PLATE, 'Q' => PIN }.freeze

  def assembly(components, more = '') = "nockplane: assembly/1\nname: Block\ncomponents:\n#{components}#{more}"
  def source(parts = PARTS) = Products::Source.new(library: ->(name, _) { parts[name] })

  PINS = <<~C.gsub(/^/, '  ')
    - {id: base, model: P}
    - {id: pins, model: Q, purchased: true, on: "base:plate/end.end", at: [-40, 0], pattern: {kind: linear, columns: 3, column_spacing: 40}}
  C

  def test_components_stand_on_faces_of_those_before
    model = source.model_of(assembly(PINS))
    assert_equal %w[base pins[1] pins[2] pins[3]], model.components.map(&:path)
    assert_equal [-50, -30, 0, 50, 30, 30], model.solid.box.map { |v| v.round(6) }
    assert_equal %w[pins[2]:pin/end.end pins[2]:pin/end.start pins[2]:pin/side.rim],
                 model.solid.faces.map(&:name).grep(/\Apins\[2\]/).sort
    assert_empty model.solid.faults
    thick = source(PARTS.merge('P' => PLATE.sub('t: 10', 't: 15'))).model_of(assembly(PINS))
    assert_in_delta 35, thick.solid.box[5], 1e-9, 'the pins follow the plate'
  end

  def test_volume_and_mass_add_up
    all = source
    assert_in_delta 60_000 + (3 * Math::PI * 16 * 20), all.mass(assembly(PINS)).volume, 0.05
    assert_in_delta (60_000 * 2700e-9) + (3 * Math::PI * 16 * 20 * 7850e-9), all.weight(assembly(PINS)), 1e-6
  end

  def test_variants_flips_and_hidden_components
    text =
      assembly(
        "  - {id: base, model: P, hidden: true}\n  - {id: pin, model: Q, variant: long, on: xz, at: [5, 7], flip: " \
          "true}\n"
      )
    model = source.model_of(text)
    assert_equal [1, 0, 3, 1, 40, 11],
                 model.solid.box.map { |v| v.round(6) }.then { |b| [b[0], b[1], b[2], b[0], b[4] - b[1], b[5]] }
    assert_nil model.components[0].facet
  end

  def test_nested_assemblies_and_explosion
    inner = assembly(PINS).sub('name: Block', 'name: Inner')
    outer =
      assembly(
        "  - {id: left, model: I, at: [-100, 0]}\n  - {id: right, model: I, at: [100, 0]}\n",
        "explode:\n  - {components: [right], direction: [0, 0, 2], distance: 25}\n"
      )
    all = source(PARTS.merge('I' => inner))
    model = all.model_of(outer)
    assert_equal 8, model.components.size
    assert_includes model.components.map(&:path), 'right:pins[2]'
    assert_equal [-150, -30, 0, 150, 30, 30], model.solid.box.map { |v| v.round(6) }
    assert_equal 55, all.model_of(outer, explosion: '').solid.box[5].round(6)
    pin = model.components.find { |c| c.path == 'right:pins[3]' }
    assert_equal [140, 0, 10], pin.transform.point([0, 0, 0]).map { |v| v.round(6) }
  end

  def test_a_component_hidden_deep_inside_stays_out_of_the_picture
    inner =
      assembly(
        "  - {id: base, model: P}\n  - {id: pin, model: Q, offset: 10, hidden: true}\n  - {id: far, model: Q, at: " \
          "[30, 0], offset: 10}\n"
      ).sub('name: Block', 'name: Inner')
    all = source(PARTS.merge('I' => inner))
    text = assembly("  - {id: left, model: I}\n  - {id: right, model: I, at: [200, 0]}\n")
    model = all.model_of(text)
    assert_equal %w[left:pin right:pin], model.components.select(&:hidden?).map(&:path)
    key = ->(e) { [e.a, e.b, e.kind.to_s] }
    assert_equal Projection::EdgeSet.new(model.solid).edges.map(&key).sort, all.edge_set_of(text).edges.map(&key).sort
  end

  def test_the_edges_put_together_are_those_found_in_the_whole
    all = source
    text = assembly(PINS)
    placed = all.edge_set_of(text)
    found = Projection::EdgeSet.new(all.model_of(text).solid)
    key = ->(e) { [e.a, e.b, e.kind] }
    assert_equal found.edges.map(&key).sort_by(&:to_s), placed.edges.map(&key).sort_by(&:to_s)
    frame = Projection::ViewFrame.named('iso')
    solid = all.model_of(text).solid
    assert_equal Projection::Linework.of(solid, frame).digest,
                 Projection::Linework.of(solid, frame, edge_set: placed).digest
  end

  def test_front_view_of_plate_and_pins
    lines = Projection::Linework.of(source.model_of(assembly(PINS)).solid, Projection::ViewFrame.named('front'))
    # the plate's outline; each pin's two sides, its top, and its foot which lies on the plate's upper edge
    assert_in_delta (2 * (100 + 10)) + (3 * ((2 * 20) + 8)),
                    lines.lengths(true).then { |l| l[:sharp] + l[:silhouette] },
                    1e-3
  end

  def test_what_is_wrong_is_said
    fault = ->(text, parts = PARTS) do
      assert_raises(Modelling::RecipeFault) { source(parts).model_of(text) }.faults[0].to_s
    end
    assert_equal "line 4, components[0].model: there is no model 'X' here", fault[assembly("  - {id: a, model: X}\n")]
    assert_equal "line 4, components[0].id: a component needs an id of small letters, digits and _ (found 'A')",
                 fault[assembly("  - {id: A, model: P}\n")]
    assert_equal "line 6, explode[0].components: there is no component 'b'; use a",
                 fault[
                   assembly(
                     "  - {id: a, model: P}\n",
                     "explode:\n  - {components: [b], direction: [0, 0, 1], distance: 5}\n"
                   )
                 ]
    assert_match(
      /contains this assembly itself/,
      fault[assembly("  - {id: a, model: S}\n"), { 'S' => assembly("  - {id: a, model: S}\n") }]
    )
    assert_match(
      /there is no face 'base:plate.nowhere' here/,
      fault[assembly("  - {id: base, model: P}\n  - {id: q, model: Q, on: 'base:plate/nowhere'}\n")]
    )
  end

  def test_pins_are_written_and_replaced
    recipe = Modelling::AssemblyRecipe.parse(assembly(PINS))
    pinned = Modelling::AssemblyRecipe.parse(recipe.with_pins({ 'P' => 3, 'Q' => 1 }))
    assert_equal({ 'P' => 3, 'Q' => 1 }, pinned.pins)
    assert_equal [['P', 3], ['Q', 1]], pinned.references
    assert_equal recipe.text, pinned.with_pins({})
  end
end
