# frozen_string_literal: true

require 'step_helper'

# Who is where in an assembly, whatever way round the file says it; properties; text that is written.
class StepProductsTest < StepTest
  # An assembly with one cube placed by an item-defined transformation; swapped: the relation names the assembly first.
  def assembly(swapped: false)
    s = StepSketch.new
    r = s.r
    make = lambda do |name, items, kind|
      definition =
        r.add(
          'PRODUCT_DEFINITION',
          '',
          '',
          r.add('PRODUCT_DEFINITION_FORMATION', '', '', r.add('PRODUCT', name, name, '', [])),
          nil
        )
      rep = r.add(kind, '', items, nil)
      r.add('SHAPE_DEFINITION_REPRESENTATION', r.add('PRODUCT_DEFINITION_SHAPE', '', '', definition), rep)
      [definition, rep]
    end
    here, there = s.at([0.0, 0.0, 0.0]), s.at([100.0, 20.0, 5.0], [0.0, 0.0, 1.0], [0.0, 1.0, 0.0])
    cube =
      make.call(
        'QI-5',
        [here, s.solid(*s.box([0.0, 0.0, 0.0], [10.0, 20.0, 30.0]))],
        'ADVANCED_BREP_SHAPE_REPRESENTATION'
      )
    whole = make.call('QI-6', [here], 'SHAPE_REPRESENTATION')
    usage = r.add('NEXT_ASSEMBLY_USAGE_OCCURRENCE', '1', 'block', '', whole[0], cube[0], nil)
    shape = r.add('PRODUCT_DEFINITION_SHAPE', '', '', usage)
    pair, frames = swapped ? [[whole[1], cube[1]], [there, here]] : [[cube[1], whole[1]], [here, there]]
    move = r.add('ITEM_DEFINED_TRANSFORMATION', '', '', *frames)
    relation =
      r.complex(
        ['REPRESENTATION_RELATIONSHIP', '', '', *pair],
        ['REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION', move],
        %w[SHAPE_REPRESENTATION_RELATIONSHIP]
      )
    r.add('CONTEXT_DEPENDENT_SHAPE_REPRESENTATION', relation, shape)
    property = r.add('PROPERTY_DEFINITION', 'material', '', cube[0])
    r.add(
      'PROPERTY_DEFINITION_REPRESENTATION',
      property,
      r.add('REPRESENTATION', '', [r.add('DESCRIPTIVE_REPRESENTATION_ITEM', 'Material', 'EN AW-6082')], nil)
    )
    "ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#{r}\nENDSEC;\nEND-ISO-10303-21;\n"
  end

  def test_a_part_stands_where_either_way_round_says
    boxes = [false, true].map { |swapped| STEP::Import.read(assembly(swapped: swapped)).model.solid.box }
    # x of the part runs along y, y against x
    boxes.each { |b| [80.0, 20.0, 5.0, 100.0, 30.0, 35.0].zip(b) { |a, c| assert_in_delta a, c, 1e-9 } }
  end

  def test_names_and_properties_of_an_occurrence
    model = STEP::Import.read(assembly).model
    assert_equal ['block', 'QI-5'], model.components[0].then { |c| [c.path, c.reference] }
    assert_equal 'EN AW-6082', model.components[0].properties['material']
    assert(model.solid.faces.all? { |f| f.name.start_with?('block:') })
    assert_equal 'QI-6', model.name
  end

  def test_parts_of_an_assembly_are_named_apart
    parts = STEP::Import.read(sample('assembly-40')).parts
    assert_equal 4, parts.size
    reference = STEP::Naming.reference(parts, file: 'x', name: 'a.step', bytes: 1)
    model = STEP::Import.read(sample('assembly-40'), names: reference.faces).model
    assert_includes model.solid.faces.map(&:name), 'module-1:fasteners-1:pin-1:shaft-1'
    again =
      STEP::Naming.reference(
        parts,
        file: 'y',
        name: 'a.step',
        bytes: 1,
        before: [reference, STEP::Import.read(sample('assembly-40'), names: reference.faces).parts]
      )
    assert_equal reference.faces, again.faces, 'the same file again keeps every name'
    assert_empty again.doubts
  end

  # An exporting program that gives occurrences its own addresses: people read the products' names. Files taken in
  # before keep what their components are called, and so does what is tied to them.
  def test_occurrences_that_were_only_counted
    text = sample('assembly-40').gsub(/(NEXT_ASSEMBLY_USAGE_OCCURRENCE\('\d+',)'[^']*'/, "\\1'=>[0:1:1:5]'")
    before = STEP::Import.read(text).model.components.map(&:path)
    assert(before.all? { |path| path.start_with?('=>-0-1-1-5-[') })
    after = STEP::Import.read(text, called: STEP::Products::BY_PRODUCT).model.components.map(&:path)
    assert_equal 40, after.uniq.size
    assert_empty after.grep(/=>|0-1/)
    plain = STEP::Import.read(sample('assembly-40'), called: STEP::Products::BY_PRODUCT).model.components
    assert_equal step_model('assembly-40').components.map(&:path), plain.map(&:path), 'what was given stays'
    assert_equal plain.map(&:name).tally, STEP::Import.read(text).model.components.map(&:name).tally
    first = STEP::Naming.reference(STEP::Import.read(text).parts, file: 'x', name: 'a.step', bytes: 1)
    old = Modelling::ImportReference.parse(first.to_s.sub(/,"called":"product"/, ''))
    assert_equal [STEP::Products::BY_PRODUCT, nil], [first.called, old.called]
    again = STEP::Naming.reference({}, file: 'y', name: 'a.step', bytes: 1, before: [old, {}])
    assert_nil again.called
  end

  # Edges are looked for once a part; the lines are those of the whole.
  def test_lines_of_an_assembly_come_from_its_parts
    source = step_source('assembly-40')
    assert_equal [4, 40],
                 source
                   .model(Products::Subject.new('m', 1))
                   .then { |m| [m.parts.size, m.components.filter_map(&:part).size] }
    frame = Projection::ViewFrame.named('front')
    whole = Projection::Linework.of(step_model('assembly-40').solid, frame)
    [true, false].each do |visible|
      a, b =
        [source.linework(Products::Subject.new('m', 1), frame), whole].map do |l|
          l.lengths(visible).values_at(:sharp, :silhouette).sum
        end
      assert_in_delta b, a, 1e-3
    end
  end

  def test_numbers_and_words_as_the_standard_writes_them
    r = STEP::Records.new
    r.add('THING', 1.0, -0.5, 1e-9, 123_456_789.0, 12, "it's Ø", :T, nil, :*, [2.0, [3]])
    assert_equal "#1=THING(1.,-0.5,1.E-09,123456789.,#12,'it''s \\X2\\00D8\\X0\\',.T.,$,*,(2.,(#3)));", r.to_s
    assert_equal r.point([1.0, 2.0, 3.0]), r.point([1.0, 2.0, 3.0]), 'points are written once'
  end

  def test_shells_that_do_not_agree_are_turned
    s = StepSketch.new
    text = s.file(s.solid(*s.box([0.0, 0.0, 0.0], [10.0, 10.0, 10.0])))
    # one face the wrong way round: its sense and its bound say inside
    wrong = text.sub(/(ADVANCED_FACE\('',\(#\d+\),#\d+,)\.T\./, '\1.F.')
    model = STEP::Import.read(wrong).model
    assert_closed model.solid
    assert_in_delta 1000, Solids::Mass.of(model.solid).volume, 1e-9
  end

  def test_likeness_and_alignment_find_the_move
    old = step_model('motor-plate-r2').solid
    new = step_model('motor-plate-r3').solid
    likes = [old, new].map { |m| Linking::Likeness.all(m).values }
    move = Linking::Alignment.new(*likes, [old.box, new.box]).best
    # turned 90 degrees about Z and moved by (120, -40, 15)
    {
      [0.0, 0.0, 0.0] => [120.0, -40.0, 15.0],
      [10.0, 0.0, 0.0] => [120.0, -30.0, 15.0],
      [0.0, 10.0, 5.0] => [110.0, -40.0, 20.0]
    }.each { |p, q| move.point(p).zip(q) { |a, b| assert_in_delta b, a, 1e-6 } }
    stay = Linking::Alignment.new(likes[0], likes[0], [old.box, old.box]).best
    assert_equal [1.0, 2.0, 3.0], stay.point([1.0, 2.0, 3.0])
  end

  def test_comparison_of_recipes_and_files
    old, new = [demo('spacer'), demo('spacer').sub('value: 8', 'value: 9')].map { |t| model(t) }
    found = Linking::Comparison.new(old, new)
    assert_equal [['length', 8.0, 9.0]], found.sizes.map { |s| [s.label, s.old, s.new] }
    assert_empty found.fresh + found.gone
    assert_includes found.changed, 'sleeve/body'
    assert_predicate Linking::Comparison.new(old, old), :same?
    refute_predicate found, :moved?
    moved =
      Linking::Comparison.new(
        *%w[motor-plate-r2 motor-plate-r3].map { |n| step_model(n) }.then { |a, b| [named(a), named(b, a)] }
      )
    assert_predicate moved, :moved?
    assert_empty moved.changed + moved.fresh + moved.gone
  end

  # The model with lasting names, those of an earlier one where given.
  def named(model, before = nil)
    first = before && Linking::FaceNames.first(before.solid)
    names =
      before ?
        Linking::FaceNames.after(model.solid, first.used, renamed(before.solid, first.names)).names :
        Linking::FaceNames.first(model.solid).names
    model.dup.tap { |m| m.solid = renamed(model.solid, names) }
  end

  def test_an_id_that_a_program_counted_is_no_number
    number = ->((id, name)) { STEP::Placeholders.number(id, name) }
    counted = [%w[Part1 Part1], ['Part 3', ''], ['Open CASCADE STEP translator 7.6 1'] * 2, %w[NONE Bracket]]
    assert_equal [''] * 4, counted.map(&number)
    given = [%w[4711 4711], %w[QI-2107 QI-2107], %w[Part-12 Bracket], %w[Part12 Lid]]
    assert_equal given.map(&:first), given.map(&number)
  end
end
