# frozen_string_literal: true

require 'test_helper'

# Templates: berths, layout, restyling, moving drawings between templates, drawings as templates.
class TemplatesTest < CoreTest
  include Drawings
  PARTS = {
    'flat' => 'width: 120, height: 80}, depth: 6',
    'long' => 'width: 300, height: 20}, depth: 20',
    'tall' => 'width: 30, height: 30}, depth: 200',
    'tiny' => 'width: 6, height: 4}, depth: 3',
    'cube' => 'width: 55, height: 50}, depth: 45'
  }.freeze

  def block(size) = recipe("  - {id: b, type: extrude, profile: {kind: rectangle, #{size}}")
  def meet?(a, b) = a[0] < b[2] && a[2] > b[0] && a[1] < b[3] && a[3] > b[1]

  def assert_apart(drawing, source, about)
    drawing.sheets.each do |sheet|
      builder = SceneBuilder.new(drawing, sheet.id, source)
      boxes = drawing.views_on(sheet.id).map { |v| builder.place(v).outline } + builder.furniture.boxes
      boxes.combination(2) { |a, b| refute meet?(a, b), "#{about}: things overlap" }
      frame = builder.frame_box
      boxes.each do |b|
        assert b[0] >= frame[0] - 1e-6 && b[1] >= frame[1] - 1e-6 && b[2] <= frame[2] + 1e-6 && b[3] <= frame[3] + 1e-6,
               "#{about}: inside the frame"
      end
    end
  end

  def test_every_shipped_template_takes_every_shape_without_overlap
    PARTS.each do |name, size|
      Template.all.each_key do |template|
        drawing, source = drawing_of(block(size), template: template)
        assert_apart drawing, source, "#{name} in #{template}"
        assert_includes Drafting::Scale::PREFERRED, drawing.sheet('s1').scale
      end
    end
  end

  def test_the_scale_is_the_largest_at_which_nothing_overlaps
    drawing, source = drawing_of(block(PARTS['cube']))
    larger = Drafting::Scale::PREFERRED[Drafting::Scale::PREFERRED.index(drawing.sheet('s1').scale) - 1]
    sheet = drawing.sheet('s1')
    refute Arranging.layout(drawing, sheet, Template.all['a3-part-first-angle'].berths, source, fixed: larger).fits
  end

  def layout(items, **more) = Layout.new([0.0, 0.0, 400.0, 300.0], more.delete(:obstacles) || [], items, **more).result

  def item(id, kind, w, h, **more)
    Layout::Item.new(id: id, kind: kind, w: w, h: h, x: 200.0, y: 150.0, rule: 'sheet', **more)
  end

  def test_views_folded_out_of_each_other_stay_in_rows_and_columns # PRJ-01
    items = [
      item('f', 'principal', 50, 30),
      item('r', 'projected', 20, 30, parent: 'f', direction: 'right'),
      item('l', 'projected', 20, 30, parent: 'f', direction: 'left'),
      item('d', 'projected', 50, 20, parent: 'f', direction: 'down'),
      item('rr', 'projected', 50, 30, parent: 'r', direction: 'right')
    ]
    at = layout(items).places
    assert_equal [at['f'][1]], %w[r l rr].map { |i| at[i][1] }.uniq
    assert_equal at['f'][0], at['d'][0]
    assert_equal at.values_at('l', 'f', 'r', 'rr').map(&:first), at.values_at('l', 'f', 'r', 'rr').map(&:first).sort
    assert_operator at['d'][1], :<, at['f'][1]
  end

  # A hair too wide by rounding is no trouble: 23 + 171 + 23, 6 between, 123 + 48 and 3 at the sides make 400.
  def test_views_that_fill_the_frame_to_a_hair
    [0.0, 3e-7].each do |over|
      margins = [23.0 + (over / 2)] * 4
      items = [
        item('f', 'principal', 171, 30, margins: margins.dup),
        item('r', 'projected', 123, 30, parent: 'f', direction: 'right', margins: [0.0, 23.0, 48.0 + (over / 2), 23.0])
      ]
      found = layout(items, fixed: 1.0)
      assert found.fits
      assert_equal %w[f r], found.places.keys
    end
  end

  def test_pinned_berths_are_kept_where_they_are
    found =
      layout(
        [
          item('f', 'principal', 50, 30, pinned: true),
          item('i', 'pictorial', 40, 40, pinned: true).tap { |i| i.x, i.y = 330.0, 60.0 }
        ]
      )
    assert_equal [200.0, 150.0, nil], found.places['f']
    assert_equal [330.0, 60.0], found.places['i'].first(2)
  end

  def test_rules_of_scale_fixed_fit_and_the_sheets
    found =
      layout(
        [
          item('f', 'principal', 100, 60),
          item('i', 'pictorial', 200, 200).tap { |i| i.rule = 'fit' },
          item('s', 'flat', 40, 20).tap { |i| i.rule = 0.5 }
        ]
      )
    assert_equal 0.5, found.places['s'][2]
    assert_operator found.places['i'][2], :<=, found.scale
    assert_equal 0.1, layout([item('f', 'principal', 100, 60)], fixed: 0.1).scale
    refute layout([item('f', 'principal', 9e7, 60)]).fits
  end

  def test_obstacles_are_kept_clear
    table = [200.0, 0.0, 400.0, 140.0]
    at = layout([item('f', 'principal', 60, 40), item('i', 'pictorial', 60, 60)], obstacles: [table])
    boxes =
      at.places.map do |_, (x, y, s)|
        (s || at.scale).then { |k| [x - (30 * k), y - (20 * k), x + (30 * k), y + (20 * k)] }
      end
    boxes.each { |b| refute meet?(b, table) }
  end

  # A block with a small bore off its middle beside a large one; berths aimed at the small one.
  BORED = <<~TEXT.chomp
    - {id: b, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: 30}
      - {id: big, type: hole, on: b/end.end, at: [20, 0], diameter: 40, through: true}
      - {id: small, type: hole, on: b/end.end, at: [-35, 10], diameter: 8, depth: 20}
  TEXT

  def aimed(values)
    document = Template.all['a3-part-first-angle'].document
    plan = document.berths.find { |b| b.parent && b.direction == 'down' }
    values.each do |kind, fields|
      direction = kind == 'section' ? 'down' : nil
      document = document.apply(BerthEdits.add(document, 's1', kind, parent: plan.id, direction: direction))
      fresh = document.berths.last
      document = document.apply(BerthEdits.set(document, fresh.id, fields))
    end
    document = document.apply(BerthEdits.set(document, plan.id, { opened_at: values.dig('detail', :at_face) }))
    source = Products::Source.new { recipe("  #{BORED}") }
    [Template.new('x', document).fill('m', 1, source, title: 'P', number: 'N'), source]
  end

  def test_berths_aimed_at_a_face_or_feature
    drawing, source = aimed('section' => { at_face: 'small' }, 'detail' => { at_face: 'small/wall' })
    assert_empty drawing.berths.map(&:why)
    section, detail = %w[section detail].map { |k| drawing.views.find { |v| v.kind == k } }
    large = 2 * Math.sqrt(400 - 100) * 30 # cut 10 mm off its axis
    point = 4 * 4 / Math.tan(59 * Math::PI / 180) # of a drill of 118 degrees
    assert_in_delta (100 * 30) - large - (8 * 20) - point, ShownModel.of(source, drawing, section).opened.area, 0.6
    assert_equal ['small/wall'], section.own.line.map(&:face).uniq
    assert_in_delta 6.0, detail.own.radius, 0.05
    assert_equal 'small/wall', detail.own.at.face
    assert_operator drawing.scale(detail), :>=, 2 * drawing.sheet('s1').scale
    broken = drawing.views.find(&:broken).broken[0]
    assert_equal 'small/wall', broken.face
    assert_apart drawing, source, 'aimed berths'
  end

  def test_berths_aimed_at_what_is_not_there_stay_empty
    drawing, = aimed('section' => { at_face: 'spindle' }, 'detail' => { at_face: 'spindle' })
    assert_equal ["Part has no face or feature 'spindle' round which to break it out"],
                 drawing.berths.map(&:why).grep(/break/)
    assert_operator drawing.berths.size, :>=, 3, 'what hangs on it stays empty too'
  end

  def test_a_berth_that_cannot_fill_stays_and_says_why
    drawing, = drawing_of(block(PARTS['flat']), template: 'a4-sheet-metal')
    assert_equal ['flat'], drawing.berths.map(&:id)
    assert_equal 'Part has no flat pattern: it has no bends', drawing.berths[0].why
    template = Template.all['a3-part-first-angle'].document
    tied = template.apply(BerthEdits.add(template, 's1', 'detail'))
    drawing =
      Template.new('x', tied).fill('m', 1, Products::Source.new { block(PARTS['flat']) }, title: 'P', number: 'N')
    assert_equal ['a detail needs an area: name a face for it, or draw it on a view'], drawing.berths.map(&:why)
    assert_equal 4, drawing.views.size
  end

  def test_an_empty_berth_says_what_will_go_there
    words =
      BerthInk
        .new(Template.all['a3-part-first-angle'].document.berth('iso'))
        .ink
        .grep(Drafting::Ink::Text)
        .map(&:string)
        .join(' ')
    ['Isometric view', 'pictorial view', 'shaded with edges', 'largest scale that fits'].each do |w|
      assert_includes words, w
    end
  end

  def test_berths_are_added_named_moved_and_removed
    d = Template.all['a3-part-first-angle'].document
    d = d.apply(BerthEdits.add(d, 's1', 'projected', parent: 'front', direction: 'left'))
    fresh = d.berths.last
    assert_equal 'View from the right', fresh.name, 'first angle: what stands left shows the part from the right'
    moved = d.apply(BerthEdits.move(d, 'front', 1.0, -3.0))
    assert_equal [moved.berth('front').y, true], [moved.berth(fresh.id).y, moved.berth(fresh.id).pinned]
    assert_empty Formats::TemplateCheck.new(d).faults, 'it lies on the sheet'
    assert_match(/off the sheet/, BerthEdits.move(d, 'front', -900, 0).reason)
    assert_match(/off the sheet/, BerthEdits.set(d, 'iso', x: 415.0).reason)
    gone = d.apply(BerthEdits.remove(d, 'front'))
    assert_equal ['iso'], gone.berths.map(&:id), 'those tied to it go along'
    assert_match(/choose the berth it is folded out of/, BerthEdits.add(d, 's1', 'projected').reason)
  end

  def test_turning_the_projection_angle_keeps_what_each_view_shows # 4.1
    drawing, source = drawing_of(demo('hub-spindle'))
    after = drawing.apply(StandardChange.edit(drawing, drawing.meta.standard.merge('first_angle' => false), source))
    drawing.views.each { |v| assert_equal drawing.frame(v), after.frame(after.view(v.id)), v.name }
    assert_operator after.view('plan').y, :>, after.view('front').y
    assert_operator after.view('side').x, :<, after.view('front').x
    assert_apart after, source, 'turned'
    back = after.apply(StandardChange.edit(after, drawing.meta.standard, source))
    assert_equal drawing.views.map { |v| drawing.frame(v) }, back.views.map { |v| back.frame(v) }
    document = Template.all['a3-part-first-angle'].document
    turned = document.apply(StandardChange.edit(document, { 'name' => 'ISO', 'first_angle' => false }))
    assert_equal 'up', turned.berth('plan').direction
    assert_empty Formats::TemplateCheck.new(turned).faults, 'berths still lie on the sheet'
  end

  def test_another_row_spacing_moves_dimensions_but_not_those_placed_by_hand
    drawing, source = drawing_of(demo('hub-spindle'))
    drawing = adopted(drawing, source, 'front')
    linear = drawing.dimensions.select { |d| d.place.is_a?(Annotations::Row) }
    pinned = linear.last
    drawing = drawing.apply(AnnotationEdits.place(drawing, pinned.id, pinned.place.with(gap: 33.0)))
    after =
      drawing.apply(
        StandardChange.edit(drawing, drawing.meta.standard.merge('first_row' => 15.0, 'row' => 9.0), source)
      )
    gaps = after.dimensions.select { |d| d.place.is_a?(Annotations::Row) && !d.pinned }.map { |d| d.place.gap }
    assert(gaps.all? { |g| ((g - 15) % 9).abs < 1e-6 }, "rows at 15, 24, 33 ...: #{gaps}")
    assert_equal 33.0, after.dimension(pinned.id).place.gap
  end

  def test_a_standard_that_cannot_be_is_refused_with_all_its_faults
    drawing, source = drawing_of(block(PARTS['cube']))
    assert_match(
      /units: 'ell'.*; text_height: 0 mm/,
      StandardChange.edit(drawing, { 'name' => 'X', 'units' => 'ell', 'text_height' => 0 }, source).reason
    )
  end

  def test_moving_to_another_template_keeps_views_annotations_and_words
    drawing, source = drawing_of(demo('hub-spindle'))
    drawing = adopted(drawing, source, 'front')
    drawing = drawing.apply(AnnotationEdits.add_note(drawing, 's1', 'Deburr', 60, 90))
    drawing = drawing.apply(HouseEdits.set_field(drawing, 'approved', 'M. Hale'))
    edit = TemplateChange.new(drawing, Template.all['b-part-third-angle'], source).edit
    after = drawing.apply(edit)
    assert_equal ['ANSI B', 'ASME inch', 'b-part-third-angle'],
                 [after.sheet('s1').paper.name, after.standard.name, after.meta.template['slug']]
    assert_equal drawing.views.map { |v| [v.id, drawing.frame(v)] }, after.views.map { |v| [v.id, after.frame(v)] }
    assert_equal drawing.dimensions.map(&:snapshot), after.dimensions.map(&:snapshot)
    assert_equal ['Deburr', 'M. Hale'], [after.notes[0].text, after.meta.fields['approved']]
    assert_apart after, source, 'in the other template'
    assert_equal drawing, after.apply(edit.inverse(drawing)), 'one step takes it back'
  end

  def test_a_drawing_as_a_template_makes_the_same_drawing_again
    drawing, source = drawing_of(demo('hub-spindle'))
    drawing = drawing.apply(ViewEdits.restyle(drawing, 'side', style: 'visible', label: 'Left'))
    document = TemplateDraft.new(drawing, source).document('Spindles')
    assert_empty Formats::TemplateCheck.new(document).faults
    again = Template.new('spindles', document).fill('m', 1, source, title: 'Part', number: 'QI-1-D')
    same = ->(d) { d.views.map { |v| [v.id, v.kind, v.style, v.label, v.parent, v.direction, d.scale(v)] } }
    assert_equal same[drawing], same[again]
    assert_equal drawing.blocks, again.blocks
    noted = drawing.apply(AnnotationEdits.add_note(drawing, 's1', 'Deburr', 60, 90))
    noted = adopted(noted, source, 'front')
    kept = TemplateDraft.new(noted, source).document('x', annotations: true)
    assert_equal [0, 1], [TemplateDraft.new(noted, source).document('x').notes.size, kept.notes.size]
    assert_equal ['front'], kept.berths.select(&:adopt).map(&:id)
  end

  def test_a_template_of_two_sheets_fills_both
    d = Template.all['a3-part-first-angle'].document
    d = d.apply(HouseEdits.add_sheet(d))
    d = d.apply(BerthEdits.add(d, 's2', 'principal', orientation: 'back'))
    source = Products::Source.new { block(PARTS['cube']) }
    drawing = Template.new('two', d).fill('m', 1, source, title: 'P', number: 'N')
    assert_equal [4, 1], %w[s1 s2].map { |s| drawing.views_on(s).size }
    assert_apart drawing, source, 'two sheets'
  end
end
