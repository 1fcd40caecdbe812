# frozen_string_literal: true

require 'test_helper'

# The house style on documents: fields, layers, locks, furniture, edits and their inverses.
class HouseTest < CoreTest
  include Drawings
  BLOCK = "  - {id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 20}"

  def part(properties = '{number: QI-1, material: Brass, heat: "A12"}')
    "nockplane: recipe/1\nname: Block\nproperties: #{properties}\nfeatures:\n#{BLOCK}"
  end

  def setup = (@drawing, @source = drawing_of(part))

  def apply(edit, to = @drawing)
    to
      .apply(edit.tap { |e| refute_kind_of Refusal, e, e.respond_to?(:reason) ? e.reason : nil })
      .tap { |d| refute_kind_of Refusal, d }
  end

  def fields(drawing = @drawing, **more) = Fields.new(drawing, drawing.sheets.first, @source, **more)

  def scene(drawing = @drawing, purpose: :screen, **more)
    SceneBuilder.new(drawing, 's1', @source, purpose: purpose, **more).scene
  end

  def words(drawing = @drawing)
    scene(drawing)
      .groups
      .select { |g| g.owner.start_with?('block/') }
      .flat_map(&:items)
      .grep(Drafting::Ink::Text)
      .map(&:string)
  end

  def test_fields_of_drawing_sheet_and_any_property
    f = fields(extra: { 'owner' => 'Quillfen Instruments' })
    want = {
      'title' => 'Part',
      'number' => 'QI-1-D',
      'size' => 'A3',
      'sheet' => '1/1',
      'unit' => 'mm',
      'material' => 'Brass',
      'heat' => 'A12',
      'owner' => 'Quillfen Instruments',
      'type' => 'Part drawing',
      'general_tolerance' => 'ISO 2768-m',
      'tolerancing' => 'ISO 8015',
      'model revision' => '1',
      'model name' => 'Block',
      'template' => 'a3-part-first-angle, 1'
    }
    want.each { |name, text| assert_equal text, f.value(name), name }
    assert_nil f.value('approved')
    assert f.known?('heat')
    refute f.known?('colour of the sky')
  end

  def note_words(text, drawing = @drawing)
    noted = apply(AnnotationEdits.add_note(drawing, 's1', text, 60, 60), drawing)
    scene(noted).groups.find { |g| g.owner == 'note/n1' }.items.grep(Drafting::Ink::Text).map(&:string)
  end

  def test_notes_fill_in_fields_and_follow_them
    model = @source.model(Products::Subject.new('m', 1))
    name, value = model.properties.find { |k, _| !Fields::OWN.key?(k) }
    assert_equal ["Of #{value}, sheet 1/1"], note_words("Of {#{name}}, sheet {sheet}")
    assert_equal ['Approved: –'], note_words('Approved: {approved}')
    assert_equal ['{warp factor} {} {1}'], note_words('{warp factor} {} {1}'), 'what names no field stays'
    typed = apply(HouseEdits.set_field(@drawing, name, 'oak'))
    assert_equal ['Of oak'], note_words("Of {#{name}}", typed)
    noted = apply(AnnotationEdits.add_note(@drawing, 's1', "Of {#{name}}", 60, 60))
    assert_includes Furniture.new(noted, noted.sheet('s1'), @source).field_names, name
  end

  def test_how_a_field_is_written
    f = fields
    {
      { 'field' => 'material', 'case' => 'upper' } => 'BRASS',
      { 'field' => 'heat', 'before' => 'Heat ', 'after' => '.' } => 'Heat A12.',
      { 'field' => 'nothing', 'empty' => 'n/a' } => 'n/a',
      { 'text' => 'fixed' } => 'fixed'
    }.each { |cell, text| assert_equal text, f.words(cell) }
    assert_equal '0,44 kg', fields(mass: -> { '0.4351 kg' }).words('field' => 'mass', 'decimals' => 2)
  end

  def test_typed_over_is_told_and_given_back
    over = apply(HouseEdits.set_field(@drawing, 'material', 'Steel'))
    assert_equal ['Steel', 'Brass', true],
                 [fields(over).value('material'), fields(over).bound('material'), fields(over).typed_over?('material')]
    refute fields(apply(HouseEdits.set_field(@drawing, 'approved', 'M. Hale'))).typed_over?('approved'),
           'people are given, not typed over'
    assert_equal ['typed'], scene(over).groups.filter_map(&:state)
    assert_equal @drawing, apply(HouseEdits.set_field(over, 'material', ' '), over)
    assert_match(/not a name for a field/, HouseEdits.set_field(@drawing, '<b>', 'x').reason)
  end

  def test_a_changed_property_comes_through_the_docket_unless_typed_over
    drawing, source = drawing_of(part, part('{number: QI-1, material: Steel, heat: "A12"}'))
    assert_equal [%w[material Brass Steel]], staleness(drawing, source, 2).fields[0].changes
    over = drawing.apply(HouseEdits.set_field(drawing, 'material', 'Bronze'))
    assert_empty staleness(over, source, 2).fields
  end

  def test_a_field_that_names_nothing_is_found
    lost = apply(BlockEdits.set_cell(@drawing, 'b1', 'c5', 'field' => 'warp factor', 'empty' => nil))
    assert_equal ['warp factor'], SceneBuilder.new(lost, 's1', @source).furniture.unknown_fields
  end

  def test_every_class_of_ink_falls_on_a_layer
    ids = scene(purpose: :print).layers.map(&:id)
    scene(purpose: :print).groups.flat_map(&:items).each { |i| assert_includes ids, i.layer }
    assert_equal Layer::CLASSES.sort, Layer.defaults.flat_map(&:holds).sort
    refute_includes ids, 'berth', 'outlines of berths are not printed'
  end

  def test_a_layer_gives_colour_width_and_line_type
    styled = apply(HouseEdits.set_layer(@drawing, 'visible', colour: '#0f6e75', width: 0.8, line_type: '02'))
    lines = scene(styled).groups.flat_map(&:items).select { |i| i.layer == 'visible' }
    refute_empty lines
    assert(lines.all? { |i| i.tone == '#0f6e75' && i.width == 0.8 && i.dash })
    assert_match(/not a colour/, HouseEdits.set_layer(@drawing, 'visible', colour: 'red').reason)
    assert_match(/0.05 to 3 mm/, HouseEdits.set_layer(@drawing, 'visible', width: 9).reason)
  end

  def test_a_layer_switched_off_deletes_nothing
    off = apply(HouseEdits.set_layer(@drawing, 'visible', visible: false))
    on_screen, on_paper =
      %i[screen print].map { |p| scene(off, purpose: p).groups.flat_map(&:items).count { |i| i.layer == 'visible' } }
    assert_equal 0, on_screen
    assert_operator on_paper, :>, 0, 'on paper it is there, switched off'
    assert_equal @drawing.views, off.views
  end

  def test_things_move_to_layers_and_rules_change
    own = apply(HouseEdits.add_layer(@drawing, 'Checked'))
    own = apply(HouseEdits.to_layer(own, 'view/iso', 'l1'), own)
    assert_equal ['l1'], scene(own).groups.find { |g| g.owner == 'view/iso' }.items.map(&:layer).uniq
    ruled = apply(HouseEdits.rule(own, 'visible', 'l1'), own)
    drawn = ->(d, layer) { scene(d).groups.find { |g| g.owner == 'view/front' }.items.count { |i| i.layer == layer } }
    assert_operator drawn[own, 'visible'], :>, 0
    assert_equal drawn[own, 'visible'], drawn[ruled, 'l1'], 'all visible edges fall on it'
    assert_equal 0, drawn[ruled, 'visible']
    assert_match(/holds visible by rule/, HouseEdits.remove_layer(ruled, 'l1').reason)
    back = apply(HouseEdits.remove_layer(own, 'l1'), own)
    assert_nil back.view('iso').layer
    assert_match(/already/, HouseEdits.add_layer(own, 'checked').reason)
  end

  def test_what_lies_on_a_locked_layer_stays_but_follows_its_model
    drawing, source = drawing_of(part, part.sub('width: 60', 'width: 70'))
    locked = apply(HouseEdits.set_layer(drawing, 'visible', locked: true), drawing)
    moved = locked.apply(ViewEdits.move(locked, 'front', 5, 5))
    assert_equal "layer 'Visible edges' is locked; unlock it to change what lies on it", moved.reason
    caught_up = locked.apply(staleness(locked, source, 2).update)
    assert_equal 2, caught_up.view('front').revision
    refute_kind_of Refusal, locked.apply(HouseEdits.set_layer(locked, 'visible', locked: false))
  end

  def test_tb_06_a_block_wider_than_the_drawing_space_is_refused
    narrow = HouseEdits.set_format(@drawing, 's1', { 'size' => 'custom', 'width' => 150, 'height' => 200 })
    assert_match(
      /title block of 180 x 50 mm does not go into the drawing space of 120 x 180 mm \(TB-06\)/,
      narrow.reason
    )
    assert_match(/TB-06/, BlockEdits.new_block(@drawing, 's1', 2, 2, 500.0, 40.0).reason)
  end

  def test_tables_stand_by_corner_and_on_the_title_block
    table = apply(BlockEdits.add_table(@drawing, 's1', 'parts list'))
    table = apply(BlockEdits.add_table(table, 's1', 'revisions'), table)
    boxes = scene(table).groups.select { |g| g.owner.start_with?('table/') }.map(&:box)
    assert_in_delta 60, boxes[0][1], 1e-9, 'on the 50 mm block in the frame at 10'
    assert_equal [410.0, 287.0], boxes[1].last(2), 'upper right corner of the frame'
    moved = apply(BlockEdits.move_furniture(table, 'table/t2', -10, -4), table)
    assert_equal [400.0, 283.0], scene(moved).groups.find { |g| g.owner == 'table/t2' }.box.last(2)
    assert_match(
      /has no 'colour'/,
      BlockEdits.set_table(table, 't1', columns: [{ 'field' => 'colour', 'title' => 'C', 'width' => 20 }]).reason
    )
    assert_match(
      /would be 400/,
      BlockEdits.set_table(table, 't1', columns: [{ 'field' => 'name', 'title' => 'C', 'width' => 400 }]).reason
    )
  end

  def test_pl_04_one_row_per_distinct_part_with_its_quantity
    source =
      Products::Source.new(
        library: ->(name, _) { { 'block' => part, 'pin' => part.sub('Block', 'Pin').sub('QI-1', 'QI-2') }[name] }
      ) { |_, _| UNIT }
    rows = Products::PartsList.of(source.model(Products::Subject.new('m', 1)))
    assert_equal [%w[1 1 Block QI-1], %w[2 3 Pin QI-2]],
                 rows.map { |r| r.values_at('item', 'quantity', 'name', 'number') }
    assert_equal 'purchased', rows[1]['remarks']
    drawing = Template.all.fetch('a2-assembly').fill('m', 1, source, title: 'Unit', number: 'QI-0')
    texts =
      SceneBuilder
        .new(drawing, 's1', source)
        .scene
        .groups
        .find { |g| g.owner == 'table/t1' }
        .items
        .grep(Drafting::Ink::Text)
        .map(&:string)
    %w[Pin QI-2 Brass purchased Block 3].each { |t| assert_includes texts, t }
    assert_equal 'visible', drawing.view('front').style, 'assemblies are drawn without hidden lines'
  end
  UNIT =
    "nockplane: assembly/1\nname: Unit\ncomponents:\n  - {id: base, model: block}\n" \
    "  - {id: a, model: pin, offset: 30, purchased: true}\n  - {id: b, model: pin, offset: 60, purchased: true}\n" \
    "  - {id: c, model: pin, offset: 90, purchased: true}\n"

  def test_history_lines_of_the_revision_table
    table = apply(BlockEdits.add_table(@drawing, 's1', 'revisions'))
    table =
      apply(
        HouseEdits.add_history(
          table,
          { 'index' => 'B', 'description' => 'slot 12 was 10', 'date' => '2026-11-25', 'zone' => 'C4' }
        ),
        table
      )
    texts = scene(table).groups.find { |g| g.owner == 'table/t1' }.items.grep(Drafting::Ink::Text).map(&:string)
    ['B', 'C4', 'slot 12 was 10', '2026-11-25'].each { |t| assert_includes texts, t }
    assert_match(
      /not a date/,
      HouseEdits.add_history(table, { 'index' => 'C', 'description' => 'x', 'date' => '25.11.26' }).reason
    )
    assert_empty apply(HouseEdits.remove_history(table, 0), table).meta.history
  end

  def test_several_sheets_each_with_its_own_size_and_scale
    two = apply(HouseEdits.add_sheet(@drawing))
    two = apply(HouseEdits.set_format(two, 's2', { 'size' => 'A4' }), two)
    two = apply(HouseEdits.set_scale(two, 's2', 0.5), two)
    two = apply(ViewEdits.to_sheet(two, 'iso', 's2'), two)
    assert_equal [%w[A3 A4], '2/2'],
                 [two.sheets.map { |s| s.paper.name }, Fields.new(two, two.sheet('s2'), @source).value('sheet')]
    assert_equal ['iso'], two.views_on('s2').map(&:id)
    assert_match(/the sheet has 1 \w+; move or delete them first/, HouseEdits.remove_sheet(two, 's2').reason)
    assert_match(/goes where that goes/, ViewEdits.to_sheet(two, 'plan', 's2').reason)
    assert_equal [210.0, 297.0], SceneBuilder.new(two, 's2', @source).scene.then { |s| [s.width, s.height] }
  end

  # Each way to make an edit of the house style, on a random cell of a title block.
  def ways(rng, d)
    cell = d.blocks.sample(random: rng)&.cells&.sample(random: rng)&.fetch('id')
    {
      set_format: -> { HouseEdits.set_format(d, 's1', { 'size' => %w[A2 A3 A1].sample(random: rng) }) },
      set_layer: -> { HouseEdits.set_layer(d, 'hidden', colour: format('#%06x', rng.rand(1 << 24)), printed: false) },
      add_layer: -> { HouseEdits.add_layer(d, "Layer #{rng.rand(999)}") },
      set_field: -> { HouseEdits.set_field(d, 'material', "M#{rng.rand(9)}") },
      split_cell: -> { BlockEdits.split_cell(d, 'b1', cell, 'rows') },
      set_cell: -> { BlockEdits.set_cell(d, 'b1', cell, 'text' => "x#{rng.rand(99)}", 'field' => nil) },
      use_block: -> { BlockEdits.use_block(d, 's1', 'compact-inch') },
      add_table: -> { BlockEdits.add_table(d, 's1', 'revisions') },
      add_sheet: -> { HouseEdits.add_sheet(d) },
      name_sheet: -> { HouseEdits.name_sheet(d, 's1', "Sheet #{rng.rand(99)}") },
      standard: -> do
        values = { 'name' => 'X', 'first_angle' => rng.rand < 0.5, 'units' => 'fraction' }
        StandardChange.edit(d, values, @source)
      end,
      to_layer: -> { HouseEdits.to_layer(d, 'view/iso', d.layers.sample(random: rng).id) },
      move_furniture: -> { BlockEdits.move_furniture(d, "block/#{d.blocks.first.id}", -3, 2) },
      add_history: -> { HouseEdits.add_history(d, { 'index' => 'B', 'description' => 'Bore', 'date' => '2026-11-25' }) }
    }
  end

  def test_apply_then_inverse_is_equal_for_house_edits
    rng = Random.new(7)
    made = Hash.new(0)
    4.times do
      ways(rng, @drawing).each_key do |name|
        edit = ways(rng, @drawing).fetch(name).call
        next if edit.is_a?(Refusal)

        made[name] += 1
        after = @drawing.apply(edit)
        assert_equal @drawing, after.apply(edit.inverse(@drawing)), edit.label
        assert_equal after, Drawing.from_h(JSON.parse(JSON.generate(after.to_h)))
        @drawing = after if rng.rand < 0.6 && name != :use_block
      end
    end
    assert_empty ways(rng, @drawing).keys - made.keys, 'each way was tried'
  end

  def test_documents_of_the_format_before_are_read_with_their_block_and_layers
    old = @drawing.to_h.merge('nockplane' => 'drawing/1')
    old['cells'] = old['cells'].reject { |k, _| k.start_with?('block/', 'layer/') }
    old['cells']['meta'] = old['cells']['meta'].slice('title', 'number', 'revision', 'state', 'standard').merge(
      'template' => 'a3-part-first-angle'
    )
    old['cells']['sheet/s1'] = old['cells']['sheet/s1'].merge('format' => 'A3')
    read = Drawing.from_h(JSON.parse(JSON.generate(old)))
    assert_equal @drawing.views, read.views
    assert_equal({ 'slug' => 'a3-part-first-angle', 'revision' => 1 }, read.meta.template)
    assert_equal words, words(read)
  end
end
