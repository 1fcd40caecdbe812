# frozen_string_literal: true

require 'test_helper'
require 'view_helper'

# Sheets of a run: what it finds to draw, and what its choices make of a template.
class SheetRunTest < CoreTest
  DISC =
    "nockplane: recipe/1\nname: %s\nproperties: {number: %s}\nparameters: {d: 30}\n" \
      "variants: {wide: {d: 40}}\nfeatures:\n" \
      "  - {id: disc, type: extrude, profile: {kind: circle, diameter: d}, depth: 8}\n" \
      "  - {id: hole, type: hole, diameter: 6, on: disc/end.end, through: true}\n"
  BAR =
    "nockplane: recipe/1\nname: Bar\nproperties: {number: BAR}\nfeatures:\n" \
      "  - {id: bar, type: extrude, profile: {kind: rectangle, width: 20, height: 12}, depth: 120}\n"
  TEXTS = {
    'D' => format(DISC, 'Disc', 'D'),
    'BAR' => BAR,
    'SUB' =>
      "nockplane: assembly/1\nname: Pair\nproperties: {number: SUB}\ncomponents:\n  - {id: a, model: D}\n" \
        "  - {id: b, model: D, offset: 20}\n"
  }.freeze
  WHOLE =
    "nockplane: assembly/1\nname: Stand\nproperties: {number: ST}\ncomponents:\n  - {id: bar, model: BAR}\n" \
      "  - {id: pair, model: SUB, offset: 130}\n  - {id: cap, model: D, variant: wide, offset: 180}\n" \
      "  - {id: bought, model: D, purchased: true, offset: 220}\n" \
      "explode:\n  - {components: [pair, cap], direction: [0, 0, 1], distance: 60}\n"

  def source(texts = { 'w' => WHOLE, 'bar' => BAR, 'd' => TEXTS['D'] })
    @source ||= Products::Source.new(library: ->(name, _) { TEXTS[name] }) { |id, _| texts.fetch(id) }
  end

  def rows = Planning::RunRows.new(WHOLE, source).all
  def choices(**given) = Planning::SheetChoices.from(given.transform_keys(&:to_s))

  def made(model, template = 'a3-part-first-angle', variant: nil, **given)
    subject = Products::Subject.new(model, 1, variant)
    making = Planning::SheetMaking.new(Drawings::Template.all[template], subject, source, choices(**given))
    making.call(title: 'A', number: 'N-1')
  end

  def test_the_assembly_its_units_and_every_part_once
    assert_equal [
      ['ST', 'assembly', 1, nil],
      ['SUB', 'assembly', 1, nil],
      ['BAR', 'made', 1, nil],
      ['D', 'made', 3, nil],
      ['D', 'made', 1, 'wide']
    ],
                 rows.map { |r| [r.number, r.kind, r.total, r.variant] }
    assert rows.all?(&:text), 'each with the text of its model'
    assert_includes rows.last.text, '40', 'of a variant with its sizes'
    assert_equal %w[D], Planning::RunRows.shared(rows).keys, 'two parts with one number'
  end

  def test_the_long_way_lies_level
    drawn = made('bar', sizes: [])
    view = drawn.drawing.view('front')
    x, y, = drawn.drawing.frame(view).project(source.model(Products::Subject.new('bar', 1)).solid)
    assert_in_delta 120, x.max - x.min, 1e-9
    assert_operator y.max - y.min, :<, 30
    upright = made('bar', sizes: [], level: false).drawing
    _, z, = upright.frame(upright.view('front')).project(source.model(Products::Subject.new('bar', 1)).solid)
    assert_in_delta 120, z.max - z.min, 1e-9
  end

  def test_scale_projection_views_and_sizes_as_chosen
    plain =
      made('d', sizes: [], scale: '1:2', projection: 'third', pictorial: 'none', off: ['View from the left']).drawing
    assert_equal [0.5], plain.sheets.map(&:scale)
    refute plain.standard.first_angle?
    assert_equal %w[front plan], plain.views.map(&:id)
    assert_empty plain.dimensions
    sized = made('d', sizes: %w[model]).drawing
    assert_equal %w[8 ⌀30 ⌀6], sized.dimensions.map { |d| d.snapshot.words(sized.standard).to_s }.sort
  end

  def test_a_variant_is_bound_as_one
    drawn = made('d', variant: 'wide').drawing
    assert_equal ['wide'], drawn.bindings.map(&:variant)
    assert_includes drawn.dimensions.map { |d| d.snapshot.value }, 40.0
  end

  def test_hole_table_at_its_corner
    drawn = made('d', sizes: [], holes: ['upper left', 4, '5%']).drawing
    table = drawn.tables.find { |t| t.kind == 'holes' }
    assert_equal ['upper left', 4.0, 14.85], [table.corner, table.dx, table.dy], 'per cent of the sheet: 297 high'
    assert_match(/no view shows holes/, made('bar', sizes: [], holes: ['upper left']).remarks.join)
  end

  def test_choices_that_make_no_sense
    {
      { scale: 'big' } => /scale 'big' can't be read/,
      { projection: 'second' } => /projection: 'second'/,
      { sizes: ['all'] } => /sizes: 'all' is not known/,
      { parts: ['middle'] } => /stands at lower right/,
      { holes: ['upper left', 'x'] } => /offsets in mm or %/
    }.each { |given, why| assert_match why, assert_raises(Nockplane::Error) { choices(**given) }.message }
  end

  def test_a_template_without_berths_is_told
    empty = Drawings::Template.all['a3-part-first-angle'].bare
    making = Planning::SheetMaking.new(empty, Products::Subject.new('d', 1), source, choices)
    assert_match(/has no berths/, assert_raises(Nockplane::Error) { making.call(title: '', number: '') }.message)
  end

  # Every line of the parts list that a view shows has one balloon, its number that of the list; leaders do not cross.
  def test_balloons_round_the_view
    drawn = made('w', 'a2-assembly', sizes: []).drawing
    notes = drawn.notes.select(&:item)
    words = notes.map { |n| Drawings::Tables::Referring.new(drawn, source).words(n) }
    list = Drawings::Tables::Items.of(drawn, source, 'b1', 1)
    assert_equal words.uniq.sort, words.sort, 'each item once (IR-06)'
    assert_equal notes.map { |n| list.numbers[n.item] }, words
    assert_operator words.size, :>=, 3
    ends = notes.map { |n| [[n.x, n.y], [n.leaders[0].x, n.leaders[0].y]] }
    crossed = ends.combination(2).count { |(a, b), (c, d)| Drawings::Convex.cross?(*a, *b, *c, *d) }
    assert_equal 0, crossed, 'IR-04'
    notes
      .group_by { |n| n.leaders[0].view }
      .each do |view, list_of|
        x0, y0, x1, y1 = Drawings::SceneBuilder.new(drawn, 's1', source).place(drawn.view(view)).outline
        assert list_of.none? { |n| n.x.between?(x0, x1) && n.y.between?(y0, y1) }, 'outside the outline (IR-05)'
      end
  end

  def test_balloons_in_a_row_at_a_side
    drawn = made('w', 'a2-assembly-exploded', sizes: []).drawing
    view = drawn.views[0].id
    x0, y0, x1, y1 = Drawings::SceneBuilder.new(drawn, 's1', source).place(drawn.view(view)).outline
    {
      'above' => ->(n) { n.y > y1 },
      'below' => ->(n) { n.y < y0 },
      'left' => ->(n) { n.x < x0 },
      'right' => ->(n) { n.x > x1 }
    }.each do |side, beyond|
      after = drawn.apply(Drawings::Balloons.new(drawn, source, view, side: side).arranged)
      notes = after.notes.select(&:item)
      assert notes.all?(&beyond), side
      level = %w[above below].include?(side) ? notes.map(&:y) : notes.map(&:x)
      assert_equal 1, level.uniq.size, 'in one line (IR-05)'
      assert_equal notes.size, notes.map { |n| [n.x, n.y] }.uniq.size
      assert_equal drawn.notes.map(&:item), after.notes.map(&:item)
    end
  end

  def test_exploded_and_cut_in_one_template
    drawn = made('w', 'a2-assembly-exploded', sizes: []).drawing
    view = drawn.view('exploded')
    assert_equal 'exploded', view.state
    shown = Drawings::ShownModel.of(source, drawn, view)
    assert_in_delta 180 + 60 + 8, shown.solid.box[5], 1e-9, 'the cap 60 mm further out'
    assert_in_delta 220 + 8, source.model(Products::Subject.new('w', 1)).solid.box[5], 1e-9
    assert_equal %w[exploded], drawn.notes.select(&:item).map { |n| n.leaders[0].view }.uniq, 'balloons round it'
    assert_equal %w[s1 s2], drawn.views.map(&:sheet).uniq
    assert_includes [*drawn.views.map { |v| drawn.scale(v) }], drawn.sheet('s1').scale
    assert_equal 'A-A', drawn.view('cut').label, 'the discs have an axis to be cut along'
    assert_empty drawn.berths
  end

  # What can't be exploded stays empty and says why; a sheet whose views all have scales of their own states the
  # largest.
  def test_nothing_to_explode
    part = made('d', 'a2-assembly-exploded', sizes: []).drawing
    assert_match(/no assembly/, part.berth('exploded').why)
    own = part.views_on('s1').map { |v| part.scale(v) }
    assert_equal own.max, part.sheet('s1').scale
    still = TEXTS['SUB'].sub('SUB', 'ST')
    texts = Products::Source.new(library: ->(name, _) { TEXTS[name] }) { |_, _| still }
    template = Drawings::Template.all['a2-assembly-exploded']
    drawn =
      Planning::SheetMaking.new(template, Products::Subject.new('p', 1), texts, choices(sizes: [])).call(
        title: 'P',
        number: 'P'
      )
    assert_match(/has no explode steps/, drawn.drawing.berth('exploded').why)
  end

  def test_item_numbers_stay_with_their_lines
    model = source.model(Products::Subject.new('w', 1))
    first = Drawings::Tables::Items.new(model).numbers
    table =
      Drawings::Tables.of(Drawings::Table.new(kind: 'parts list')).then { Drawings::Table.new(kind: 'parts list') }
    table.items = first.transform_values { |n| (n.to_i + 4).to_s }.to_a.drop(1).to_h
    kept = Drawings::Tables::Items.new(model, table).numbers
    assert_equal table.items, kept.slice(*table.items.keys)
    assert_equal(
      (table.items.values.map(&:to_i).max + 1).to_s,
      kept[first.keys[0]],
      'a new line takes the next number, never one that was given'
    )
  end

  def test_a_part_of_a_file_alone
    file = File.expand_path('../models/assembly-40.step', __dir__)
    text = Modelling::ImportReference.new(file: 'x', name: file, bytes: File.size(file)).to_s
    read = ->(reference, refine) { Formats::Step::Import.read(File.binread(reference.name), refine: refine).model }
    whole = Products::Source.new(importer: read)
    found = Planning::RunRows.new(text, whole).all
    pin = found.find { |r| r.name == 'PIN M10x30' }
    model = whole.model_of(pin.text)
    assert_equal [13, 0, 'PIN M10x30'], [pin.total, model.components.size, model.name]
    set = found.find { |r| r.name == 'PIN-SET' }
    assert_equal %w[pin-1 washer-1 nut-1], whole.model_of(set.text).components.map(&:path)
    assert whole.model_of(set.text).solid.closed?
  end
end
