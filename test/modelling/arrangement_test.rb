# frozen_string_literal: true

require 'test_helper'

# Explosions and display sets in the text of an assembly: read, checked, changed, written back. Lengths in mm.
class ArrangementTest < CoreTest
  UNIT = <<~A
    nockplane: assembly/1
    name: Unit
    # what it is made of
    components:
      - {id: base, model: P}
      - {id: pins, model: Q, pattern: {kind: linear, columns: 2, column_spacing: 20}}
      - {id: lid, model: P, on: "base:plate/end.end"}
      - {id: knob, model: P, on: "lid:plate/end.end"}
    explode:
      # the lid comes off first
      - {components: [lid], direction: [0, 0, 2], distance: 40} # enough for a hand
      - {components: [pins, lid], direction: [1, 0, 0], distance: 5}
    display_sets:
      inside: {out: [lid], thin: [base]}
  A
  PATHS = %w[base pins[1] pins[2] lid knob].freeze
  PART =
    "nockplane: recipe/1\nname: Plate\nproperties: {number: P}\nfeatures:\n  - {id: plate, type: extrude, profile: " \
      "{kind: rectangle, width: 10, height: 10}, depth: 4}\n"

  def arrangement(text = UNIT) = Modelling::Arrangement.of(text)
  def source = @source ||= Products::Source.new(library: ->(_, _) { PART })
  def does(asked, text = UNIT) = Modelling::Arranging.apply(arrangement(text), PATHS, asked).in(text)
  def faults(text) = assert_raises(Modelling::RecipeFault) { Modelling::AssemblyRecipe.parse(text) }.faults.map(&:to_s)

  def refused(asked, text = UNIT)
    assert_raises(Modelling::RecipeFault) { does(asked, text) }.faults.map(&:reason).join(' ')
  end

  # Least corner of a component, x and z.
  def corner(path, explosion, text = UNIT)
    model = source.model_of(text, explosion: explosion)
    names = model.solid.faces.map(&:name).select { |n| n.start_with?("#{path}:") }
    points = names.flat_map { |n| model.solid.facets_of(n) }.flat_map { |f| f.loops.flatten }.uniq
    [0, 2].map { |k| points.map { |i| model.solid.point(i)[k] }.min.round(6) }
  end

  def test_each_component_moves_by_the_steps_that_name_it_and_by_no_others
    assert_equal [-5.0, 4.0], corner('lid', nil)
    assert_equal [0.0, 44.0], corner('lid', ''), 'both steps; a direction is taken for its way only'
    assert_equal [-5.0, 8.0], corner('knob', ''), 'what stands on the lid is not named'
    assert_equal corner('base', nil), corner('base', '')
    assert_equal [1, 2].map { |n| corner("pins[#{n}]", nil).then { |x, z| [x + 5, z] } },
                 [1, 2].map { |n| corner("pins[#{n}]", '') }
  end

  def test_an_exploded_solid_is_whole_and_every_point_lies_on_its_surface
    model = source.model_of(UNIT, explosion: '')
    assert_empty model.solid.faults
    model.solid.facets.each do |f|
      f.loops.flatten.each { |i| assert_in_delta f.d, Geometry::Vec.dot(f.normal, model.solid.point(i)), 1e-9 }
      f.loops.flatten.each do |i|
        surface = f.face.surface
        assert_in_delta 0,
                        Geometry::Vec.dot(Geometry::Vec.sub(model.solid.point(i), surface.origin), surface.axis),
                        1e-9
      end
    end
    lid = model.components.find { |c| c.path == 'lid' }
    assert_equal [5.0, 0.0, 44.0], lid.transform.point([0.0, 0.0, 0.0]).map { |c| c.round(6) }
  end

  def test_a_named_explosion_beside_the_first_and_one_instance_of_a_pattern
    text =
      does({ 'do' => 'add explosion', 'name' => 'Service access' }).then do |t|
        does(
          {
            'do' => 'add step',
            'explosion' => 'Service access',
            'components' => ['pins[2]'],
            'direction' => [0, -1, 0],
            'distance' => '12,5'
          },
          t
        )
      end
    assert_equal ['', 'Service access'], arrangement(text).explosions.keys
    moved = source.moves(text, 'Service access')
    assert_equal [[%w[pins[2]], [0.0, -12.5, 0.0]]], moved
    model = source.model_of(text, explosion: 'Service access')
    shifts =
      model
        .components
        .zip(source.model_of(text).components)
        .map { |a, b| Geometry::Vec.sub(*[a, b].map { |i| i.transform.point([0.0, 0.0, 0.0]) })[1] }
    assert_equal [0, 0, -12.5, 0, 0], shifts
    fault = assert_raises(Modelling::RecipeFault) { source.model_of(text, explosion: 'other') }
    assert_match(/no explosion 'other'/, fault.message)
  end

  def test_distances_can_be_expressions_of_the_assemblys_sizes
    text = UNIT.sub('components:', "parameters: {gap: 25}\ncomponents:").sub('distance: 40', 'distance: gap * 2')
    assert_equal [0.0, 54.0], corner('lid', '', text)
    kept = does({ 'do' => 'change step', 'explosion' => '', 'step' => 1, 'distance' => 'gap + 1' }, text)
    assert_equal [%w[lid], [0.0, 0.0, 50.0]], source.moves(kept, '')[0]
    assert_equal [%w[pins lid], [26.0, 0.0, 0.0]], source.moves(kept, '')[1]
  end

  def test_the_text_keeps_all_else_and_its_comments
    text = does({ 'do' => 'drop step', 'explosion' => '', 'step' => 1 })
    assert_equal UNIT.lines.first(8), text.lines.first(8)
    assert_includes text, "explode:\n  # the lid comes off first\n"
    assert_includes text, "  # enough for a hand\n"
    assert_includes text, "display_sets:\n  inside: {out: [lid], thin: [base]}\n"
    assert_equal [{ 'components' => ['lid'], 'direction' => [0, 0, 2], 'distance' => 40 }], arrangement(text).steps('')
    assert_equal UNIT, arrangement.in(UNIT), 'nothing is different'
  end

  def test_steps_go_on_from_the_last_are_put_in_order_and_taken_out
    on = { 'do' => 'add step', 'explosion' => '', 'components' => %w[pins lid], 'direction' => [2, 0, 0] }
    assert_equal 12.0, arrangement(does(on.merge('distance' => 7))).steps('')[1]['distance']
    assert_equal 2.0, arrangement(does(on.merge('distance' => 3, 'direction' => [-1, 0, 0]))).steps('')[1]['distance']
    assert_equal 1, arrangement(does(on.merge('distance' => -5))).steps('').size, 'back where it was'
    assert_equal 3, arrangement(does(on.merge('distance' => 5, 'components' => ['lid']))).steps('').size
    turned = arrangement(does({ 'do' => 'move step', 'explosion' => '', 'step' => 1, 'by' => -1 }))
    assert_equal [%w[pins lid], %w[lid]], turned.steps('').map { |s| s['components'] }
    assert_equal UNIT, does({ 'do' => 'move step', 'explosion' => '', 'step' => 1, 'by' => 1 }), 'the last stays last'
  end

  def test_an_explosion_gets_a_name_and_goes
    named = does({ 'do' => 'name explosion', 'explosion' => '', 'name' => 'all apart' })
    assert_equal ['all apart'], arrangement(named).explosions.keys
    assert_equal arrangement.steps(''), arrangement(named).steps(''), 'the first stands for the one without a name'
    refute_match(/^explode:/, named)
    gone = does({ 'do' => 'drop explosion', 'explosion' => 'all apart' }, named)
    assert_empty arrangement(gone).explosions
    assert_equal source.model_of(UNIT).solid.box, source.model_of(gone, explosion: '').solid.box
  end

  def test_display_sets_are_made_component_by_component
    text = does({ 'do' => 'add display set', 'name' => 'plan' })
    text = does({ 'do' => 'look', 'set' => 'plan', 'component' => 'knob', 'look' => 'simple' }, text)
    text = does({ 'do' => 'look', 'set' => 'plan', 'component' => 'pins', 'look' => 'out' }, text)
    assert_equal({ 'knob' => 'simple', 'pins' => 'out' }, arrangement(text).looks('plan'))
    back = does({ 'do' => 'look', 'set' => 'plan', 'component' => 'knob', 'look' => '' }, text)
    assert_equal({ 'pins' => 'out' }, arrangement(back).looks('plan'))
    assert_nil arrangement(does({ 'do' => 'drop display set', 'set' => 'inside' })).looks('inside')
  end

  def test_what_cannot_be_is_refused_in_words
    step = { 'do' => 'add step', 'explosion' => '', 'components' => ['lid'], 'direction' => [0, 0, 1], 'distance' => 5 }
    assert_match(/pick one/, refused(step.merge('components' => [])))
    assert_match(/there is no component 'cap'/, refused(step.merge('components' => ['cap'])))
    assert_match(/not all of them 0/, refused(step.merge('direction' => [0, 0, 0])))
    assert_match(/'far' is not|is not a distance|unknown/i, refused(step.merge('distance' => '§')))
    assert_match(/too far/, refused(step.merge('distance' => 1e9)))
    assert_match(/needs a name/, refused({ 'do' => 'add explosion', 'name' => ' ' }))
    assert_match(/already/, refused({ 'do' => 'add display set', 'name' => 'inside' }))
    assert_match(/longer than the 40/, refused({ 'do' => 'add explosion', 'name' => 'x' * 41 }))
    assert_match(/no explosion 'gone'/, refused(step.merge('explosion' => 'gone')))
    assert_match(/no longer there/, refused({ 'do' => 'drop step', 'explosion' => '', 'step' => 7 }))
    assert_match(/no such thing/, refused({ 'do' => 'blow up' }))
  end

  def test_a_text_says_where_it_is_wrong
    assert_match(
      /line \d+, explode\[1\].components: there is no component 'cap'; use base/,
      faults(UNIT.sub('[pins, lid]', '[cap]'))[0]
    )
    assert_match(/explode: is a list of steps/, faults(UNIT.sub(/^explode:.*?(?=^display)/m, "explode: 7\n"))[0])
    assert_match(
      /display_sets.inside.ghost: unknown 'ghost'; known here: out, thin/,
      faults(UNIT.sub('thin:', 'ghost:'))[0]
    )
    assert_match(
      /display_sets: is a set of named ones/,
      faults(UNIT.sub(/^display_sets:.*/m, "display_sets: [1]\n"))[0]
    )
  end

  # What is made of the assembly does not rest on how it is set out: a step more makes nothing anew but the explosion.
  def test_what_is_made_stays_when_only_steps_change
    source.model_of(UNIT)
    other = does({ 'do' => 'change step', 'explosion' => '', 'step' => 0, 'distance' => 60 })
    assert source.built?(other)
    assert_equal [0.0, 64.0], corner('lid', '', other)
    assert_equal [0.0, 44.0], corner('lid', '')
  end

  def test_an_imported_assembly_keeps_it_beside_its_file
    text = Modelling::ImportReference.new(file: 'f' * 64, name: 'a.step', bytes: 1).to_s
    refute_includes text, 'arrangement', 'nothing is said where nothing is set out'
    set = Modelling::Arranging.apply(arrangement(text), ['a 1'], { 'do' => 'add explosion', 'name' => 'x' }).in(text)
    set =
      Modelling::Arranging.apply(
        arrangement(set),
        ['a 1'],
        { 'do' => 'add step', 'explosion' => 'x', 'components' => ['a 1'], 'direction' => [0, 0, 1], 'distance' => 3 }
      ).in(set)
    assert_equal [{ 'components' => ['a 1'], 'direction' => [0.0, 0.0, 1.0], 'distance' => 3.0 }],
                 arrangement(set).steps('x')
    assert_equal text, Modelling::Arrangement.without(set)
    assert_equal set, Modelling::ImportReference.parse(set).with_given(nil, {}).to_s, 'it stays with what is given'
  end
end
