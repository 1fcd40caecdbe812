# frozen_string_literal: true

require 'test_helper'

# The layout rules of a drawing: each kind alone, the list as a whole, and what they leave alone.
class LayoutRulesTest < CoreTest
  include Drawings

  CAROUSEL = File.read(File.expand_path('../../demo/models/carousel.recipe.yml', __dir__))
  # The variants of the Carousel: pockets, filters and what they need of room, mm.
  VARIANTS = [
    {},
    { pocket_count: 5, disc_diameter: 120, pocket_circle: 76 },
    { pocket_count: 5, disc_diameter: 200, pocket_circle: 134, filter_diameter: 50.8, aperture: 46 },
    { pocket_count: 6, disc_diameter: 150, pocket_circle: 100, filter_diameter: 36, aperture: 32 },
    { pocket_count: 8, disc_diameter: 160, pocket_circle: 114 },
    { pocket_count: 10, disc_diameter: 190, pocket_circle: 142 }
  ].freeze
  PLATE = "- id: plate\n  type: extrude\n  profile: {kind: rectangle, width: length, height: 40}\n  depth: 12\n"

  def variant(values) = values.reduce(CAROUSEL) { |t, (k, v)| t.sub(/(#{k}: \{value: )[^,}]+/, "\\1#{v}") }
  def plate(length = 60) = recipe(PLATE, "{length: #{length}}")

  def overlaps(drawing, source)
    drawing.sheets.flat_map do |s|
      scene = SceneBuilder.new(drawing, s.id, source, shade: :known).scene
      Overlaps.new(drawing, s, scene).all.map(&:words)
    end
  end

  def outline(drawing, source, name)
    view = drawing.views.find { |v| v.name == name }
    SceneBuilder.new(drawing, view.sheet, source).place(view).outline
  end

  # A drawing with just these rules: [[kind, own values, views], ...].
  def ruled(drawing, *list)
    rules =
      list.each_with_index.map do |(kind, own, views), i|
        type = LayoutRules.all.fetch(kind)
        values = type.own_type && type.fresh.dup.tap { |o| (own || {}).each { |k, v| o[k] = v } }
        LayoutRule.new(id: "r#{i + 1}", kind: kind, rank: i, own: values, views: views)
      end
    drawing.with(rules)
  end

  def test_every_kind_answers_what_a_rule_is_asked
    LayoutRules.all.each do |name, kind|
      rule = LayoutRule.new(id: 'r1', kind: name, rank: 0, own: kind.fresh, views: ['Front view'])
      rule.own.other = 'Front view' if name == 'beside'
      refute_empty kind.words(rule, ','), name
      assert_nil kind.problem(rule), name
      assert_equal kind.fields.map(&:name).sort, (kind.own_type&.members || []).sort, name
      again = Cells.from('rule/r1', JSON.parse(JSON.generate(Cells.plain(rule))))
      assert_equal rule, again, name
    end
  end

  def test_tidy_over_every_variant_of_the_carousel_leaves_no_overlaps
    texts = VARIANTS.map { |v| variant(v) }
    source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    rules = Linking::SizeRules.parse('model,linear,holes,arcs')
    template = Template.all.fetch('a3-part-first-angle')
    drawing = Linking::FreshDrawing.of(template, 'm', 1, source, title: 'C', number: 'QI-1', rules: rules)
    (2..texts.size).each do |n|
      grown = drawing.apply(staleness(drawing, source, n).update)
      tidied = Tidying.run(grown, source).drawing
      assert_empty overlaps(tidied, source), "variant #{n}"
      assert_equal grown.dimensions.map(&:id).sort, tidied.dimensions.map(&:id).sort, "variant #{n}"
    end
  end

  def test_the_scale_follows_the_model_up_and_down
    source = Products::Source.new(store: STORE) { |_, n| plate([60, 700, 60][n - 1]) }
    small = Template.all.fetch('a3-part-first-angle').fill('m', 1, source, title: 'P', number: 'QI-1')
    small = ruled(small, ['scale', { taken: 'always' }], ['clear'])
    large = Tidying.run(small.apply(staleness(small, source, 2).update), source).drawing
    assert_operator large.sheet('s1').scale, :<, small.sheet('s1').scale
    assert_empty overlaps(large, source)
    again = Tidying.run(large.apply(staleness(large, source, 3).update), source).drawing
    assert_in_delta small.sheet('s1').scale, again.sheet('s1').scale, 1e-9
  end

  def test_a_view_stands_at_its_distances_from_a_corner_and_takes_along_what_is_in_line
    drawing, source = drawing_of(plate)
    drawing = drawing.apply(ViewEdits.remove(drawing, 'iso'))
    own = { corner: 'lower left', across: 55.0, up: 170.0 }
    result = Tidying.run(ruled(drawing, ['corner', own, ['Front view']]), source)
    assert_equal({ 'r1' => [] }, result.unmet)
    after = result.drawing
    x0, y0, = outline(after, source, 'Front view')
    frame = drawing.sheet('s1').paper.frame
    assert_in_delta frame[0] + 55, x0, 1e-6
    assert_in_delta frame[1] + 170, y0, 1e-6
    front, plan = %w[front plan].map { |id| after.view(id) }
    assert_in_delta front.x, plan.x, 1e-6, 'PRJ-01'
  end

  def test_a_view_stands_beside_another_with_middles_in_line
    drawing, source = drawing_of(plate)
    own = { other: 'Front view', side: 'above', gap: 18.0, line: 'middles in line' }
    after = Tidying.run(ruled(drawing, ['beside', own, ['Isometric view']]), source)
    if after.unmet['r1'].empty?
      front, iso = ['Front view', 'Isometric view'].map { |n| outline(after.drawing, source, n) }
      assert_in_delta front[3] + 18, iso[1], 1e-6
      assert_in_delta (front[0] + front[2]) / 2, (iso[0] + iso[2]) / 2, 1e-6
    else
      assert_match(/Isometric view would stand on/, after.unmet['r1'][0])
    end
  end

  def test_what_cannot_be_met_is_said_and_nothing_is_moved
    drawing, source = drawing_of(plate)
    {
      ['corner', { corner: 'lower right', across: 2.0, up: 2.0 }, ['Front view']] => /would stand on|the frame/,
      ['corner', { corner: 'lower left', across: 60.0, up: 60.0 }, ['View from above']] => /is in line with Front view/,
      ['beside', { other: 'Nowhere' }, ['Isometric view']] => /there is no view “Nowhere”/
    }.each do |rule, words|
      result = Tidying.run(ruled(drawing, rule), source)
      assert_match words, result.unmet['r1'].join, rule[0]
      assert_equal drawing.views, result.drawing.views, rule[0]
    end
  end

  def test_what_is_pinned_stays
    drawing, source = drawing_of(plate)
    edit = Linking::Adoption.new(drawing, source).adopt(drawing.view('front'))
    drawing = drawing.apply(edit)
    moved = drawing.dimensions[0].dup.tap { |d| d.place, d.pinned = d.place.with(gap: 31.5), true }
    pinned = drawing.view('front').dup.tap { |v| v.pinned = true }
    held = ruled(drawing.with([moved, pinned]), ['corner', nil, ['Front view']], ['rows'])
    result = Tidying.run(held, source)
    assert_equal 31.5, result.drawing.dimension(moved.id).place.gap
    assert_equal held.views, result.drawing.views
    assert_match(/is pinned/, result.unmet['r1'][0])
  end

  def test_rows_take_the_spacing_of_the_rule
    drawing, source = drawing_of(plate)
    drawing = drawing.apply(Linking::Adoption.new(drawing, source).adopt(drawing.view('plan')))
    after = Tidying.run(ruled(drawing, ['rows', { first: 16.0, pitch: 9.0 }]), source).drawing
    rows = after.dimensions.map(&:place).grep(Annotations::Row)
    refute_empty rows
    rows.each { |place| assert_includes [16.0, 25.0, 34.0], place.gap }
  end

  def test_a_run_is_one_step_that_can_be_taken_back
    source = Products::Source.new(store: STORE) { |_, n| plate([60, 900][n - 1]) }
    drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, source, title: 'P', number: 'QI-1')
    grown = drawing.apply(staleness(drawing, source, 2).update)
    edit = Tidying.edit(grown, source)
    assert_kind_of Edit, edit
    assert_match(/\ATidied: /, edit.label)
    after = grown.apply(edit)
    assert_equal grown, after.apply(edit.inverse(grown))
    assert_kind_of Refusal, Tidying.edit(after, source), 'a second run finds nothing to do'
  end

  def test_rules_run_with_an_update_where_the_drawing_says_so
    source = Products::Source.new(store: STORE) { |_, n| plate([60, 900][n - 1]) }
    drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, source, title: 'P', number: 'QI-1')
    plain = drawing.apply(staleness(drawing, source, 2).update)
    refute_empty overlaps(plain, source)
    told = drawing.apply(LayoutRuleEdits.by_itself(drawing, true))
    edit = staleness(told, source, 2).update
    assert_match(/, and tidied\z/, edit.label)
    assert_empty overlaps(told.apply(edit), source)
  end

  def test_a_template_brings_its_rules_and_a_drawing_made_of_it_stands_by_them
    template = Template.all.fetch('a3-part-first-angle')
    own = { corner: 'upper left', across: 48.0, up: 62.0 }
    document = ruled(template.document, ['clear'], ['corner', own, ['Front view']])
    source = Products::Source.new(store: STORE) { |_, _| plate }
    made = Linking::FreshDrawing.of(Template.new('own', document), 'm', 1, source, title: 'P', number: 'QI-1')
    assert_equal %w[clear corner], made.layout_rules.map(&:kind)
    box = outline(made, source, 'Front view')
    frame = made.sheet('s1').paper.frame
    assert_in_delta frame[0] + 48, box[0], 1e-6
    assert_in_delta frame[3] - 62, box[3], 1e-6
    file = Formats::TemplateFile.write(Template.new('own', document))
    assert_equal document, Formats::TemplateFile.read(file, 'own').document
  end

  def test_the_list_is_edited_in_words
    drawing, = drawing_of(plate)
    added = drawing.apply(LayoutRuleEdits.add(drawing, 'corner'))
    assert_equal [*LayoutRules::USUAL, 'corner'], added.layout_rules.map(&:kind)
    last = added.layout_rules.last
    up = added.apply(LayoutRuleEdits.move(added, last.id, -1))
    assert_equal 'corner', up.layout_rules[-2].kind
    bad = last.own.dup.tap { |o| o.across = -4.0 }
    refusal = LayoutRuleEdits.set(added, last.id, own: bad, sheets: nil, views: ['Front view'], on: true)
    assert_equal 'From the side, mm: 0 to 2000 mm', refusal.reason
    assert_match(
      /say which view/,
      LayoutRuleEdits.set(added, last.id, own: last.own, sheets: nil, views: [], on: true).reason
    )
    off = added.apply(LayoutRuleEdits.switch(added, 'r1', false))
    refute off.layout_rules.find { |r| r.id == 'r1' }.on?
    assert_equal 'that rule is the first already', LayoutRuleEdits.move(added, 'r1', -1).reason
  end

  def test_a_leader_that_crosses_another_is_placed_anew
    drawing, source =
      drawing_of(
        recipe(
          "#{PLATE}- id: holes\n  type: hole\n  on: plate/end.end\n  diameter: 6\n" \
            "  through: true\n  pattern: {kind: linear, columns: 2, rows: 1, column_spacing: 24}\n" \
            "- id: pin\n  type: hole\n  on: plate/end.end\n  diameter: 4\n  through: true\n  at: [0, 12]\n",
          '{length: 60}'
        )
      )
    drawing = drawing.apply(Linking::Adoption.new(drawing, source).adopt(drawing.view('plan')))
    leaders = drawing.dimensions.select { |d| d.place.is_a?(Annotations::Leader) }
    assert_operator leaders.size, :>=, 2
    crossed =
      leaders.first(2).zip([20.0, 160.0]).map { |d, a| d.dup.tap { |x| x.place = d.place.with(angle: a, reach: 60.0) } }
    drawing = ruled(drawing.with(crossed), ['leaders clear'])
    result = Tidying.run(drawing, source)
    assert_empty result.unmet['r1']
  end
end
