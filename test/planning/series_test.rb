# frozen_string_literal: true

require 'test_helper'

# One drawing for every variant of a family: what each shows, what is its own, what follows the series. mm.
class SeriesTest < CoreTest
  include Drawings

  BRACKET = <<~RECIPE
    nockplane: recipe/1
    name: Bracket
    properties: {number: QI-3000, material: EN AW-6082}
    parameters:
      length: {value: 80, tolerance: "±0.2"}
      holes: {value: 4, unit: count}
    variants:
      short: {length: 60, holes: 3, properties: {number: QI-3001, name: Bracket 60}}
      long: {length: 120, holes: 6, window: true}
      plain: {bores: false}
      wrong: {length: "holes - 4"}
    features:
      - {id: plate, type: extrude, profile: {kind: rectangle, width: length, height: 40}, depth: 8}
      - {id: bores, type: hole, on: plate/end.end, diameter: 5, through: true, pattern: {kind: circular, count: holes, pitch_circle: 24}}
      - {id: window, type: pocket, active: false, on: plate/end.end, at: [40, 0], width: 12, height: 20, depth: 3}
  RECIPE

  def setup
    @source = Products::Source.new(store: STORE) { BRACKET }
    drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, @source, title: 'Bracket', number: 'QI-3000-D')
    @drawing = Linking::Adoption.adopted(drawing, @source, %w[front plan])
  end

  # (What a variant looks like is worked out once for each drawing.)
  class Kept < Planning::Series
    PLAIN = {}
    def plain(variant) = PLAIN[[bare.cells, variant]] ||= super
  end

  def series = Kept.new(@drawing, @source)
  def said(drawing) = drawing.dimensions.map { |d| Annotations.words(drawing.standard, d).to_s }.sort
  def overlaps(drawing) = Linking::Docketing.of(drawing, @source, ->(_) { 1 }).collisions

  def test_each_variant_says_its_own_sizes_and_is_called_what_its_row_says
    assert_equal %w[short long plain wrong], series.variants
    assert_equal ['40', '4× ⌀5', '8', '80 ±0,2', '⌀24'].sort, said(@drawing)
    short = series.shown('short')
    assert_equal ['3× ⌀5', '40', '60 ±0,2', '8', '⌀24'].sort, said(short)
    assert_equal ['Bracket 60', 'QI-3001-D'], [short.meta.title, short.meta.number]
    assert_equal ['Bracket, plain', 'QI-3000-D-plain'], series.shown('plain').meta.then { |m| [m.title, m.number] }
    nameless = @drawing.with([@drawing.meta.dup.tap { |m| m.number = '' }])
    assert_equal 'plain', Kept.new(nameless, @source).shown('plain').meta.number, 'no number, no dash before it'
    series.variants.first(3).each { |v| assert_empty overlaps(series.shown(v)), v }
    assert_empty Linking::Docketing.of(short, @source, ->(_) { 1 }).adrift
  end

  def test_what_is_said_of_features_that_a_variant_has_not_is_left_out_and_its_own_are_said
    assert_equal ['40', '8', '80 ±0,2'], said(series.shown('plain'))
    long = said(series.shown('long'))
    assert_equal ['12', '120 ±0,2', '20', '3', '40', '6× ⌀5', '8', '⌀24'].sort, long.uniq.sort
    ids = series.shown('long').dimensions.map(&:id)
    assert_includes ids, 'of_window_width', 'an id that stays whatever the series gets'
  end

  def test_an_edit_of_one_variant_is_kept_for_it_alone_while_the_series_goes_on
    plain = series.plain('short')
    note = AnnotationEdits.add_note(plain, 's1', 'ETCH NUMBER', 60.0, 60.0)
    @drawing = @drawing.apply(series.kept('short', note))
    moved = ViewEdits.move(series.shown('short'), 'plan', 0.0, -3.0)
    edit = series.kept('short', moved)
    assert_match(/ \(only short\)\z/, edit.label)
    @drawing = @drawing.apply(edit)
    shown = series.shown('short')
    assert_equal ['ETCH NUMBER'], shown.notes.map(&:text)
    assert_in_delta plain.view('plan').y - 3, shown.view('plan').y, 1e-9
    assert_empty series.shown('long').notes
    assert_equal ['note “ETCH NUMBER”: added'], series.differences('short').map(&:last).grep(/note/)
    assert(series.differences('short').any? { |key, words| key == 'view/plan' && words.end_with?(': moved') })

    # the series changes on under it
    view = @drawing.view('plan').dup.tap { |v| v.style = 'visible' }
    @drawing = @drawing.with([view])
    assert_equal 'visible', series.shown('short').view('plan').style
    assert_in_delta plain.view('plan').y - 3, series.shown('short').view('plan').y, 1e-9

    again = @drawing.apply(series.reset('short', 'view/plan'))
    own = Kept.new(again, @source)
    assert_in_delta own.plain('short').view('plan').y, own.shown('short').view('plan').y, 1e-9
    bare = again.apply(own.reset('short'))
    assert_empty bare.variations, 'nothing of its own is left'
  end

  def test_kept_differences_survive_the_trip_through_json_and_undo
    edit = series.kept('plain', AnnotationEdits.add_note(series.plain('plain'), 's1', 'x', 60.0, 60.0))
    after = @drawing.apply(edit)
    assert_equal after, Drawing.from_h(JSON.parse(JSON.generate(after.to_h)))
    assert_equal @drawing, after.apply(edit.inverse(@drawing))
  end

  def test_what_was_of_a_thing_that_the_series_has_no_more_goes_with_it
    moved = series.kept('short', ViewEdits.move(series.plain('short'), 'iso', 5.0, 0.0))
    @drawing = @drawing.apply(moved)
    @drawing = Drawing.new(@drawing.cells.except('view/iso'))
    plain = series.plain('short')
    assert_equal ['view/iso'], series.variation('short').lost(plain)
    assert_nil series.shown('short').view('iso')
  end

  def test_split_off_it_stands_alone
    @drawing =
      @drawing.apply(series.kept('long', AnnotationEdits.add_note(series.plain('long'), 's1', 'OWN', 60.0, 60.0)))
    alone = series.split_off('long', title: 'Bracket long', number: 'QI-3099')
    assert_equal ['Bracket long', 'QI-3099', nil], [alone.meta.title, alone.meta.number, alone.meta.series]
    assert_empty alone.variations
    assert_equal 'long', alone.bindings[0].variant
    assert_equal said(series.shown('long')), said(alone)
  end

  def test_variants_that_are_not_there_or_cannot_be_are_told
    missing = assert_raises(Planning::Series::Unshown) { series.shown('huge') }
    assert_equal "revision 1 of Bracket has no variant 'huge'; its table has short, long, plain, wrong", missing.message
    assert_raises(Modelling::RecipeFault) { series.shown('wrong') }
    refused = series.reset('plain')
    assert_kind_of Refusal, refused
  end

  def test_faults_of_rows_are_told_where_they_are
    text =
      BRACKET.sub('short: {length: 60', 'short: {lenght: 60, bores: maybe').sub('long: {', 'long: {properties: [1], ')
    faults = assert_raises(Modelling::RecipeFault) { Modelling::Recipe.parse(text) }.faults.map(&:to_s).join("\n")
    assert_match(/variants\.short\.lenght.*did you mean 'length'/, faults)
    assert_match(/variants\.short\.bores.*true or false \(found 'maybe'\)/, faults)
    assert_match(/variants\.long\.properties: properties are "name: text" lines/, faults)
  end

  def test_a_row_that_changes_leaves_the_others_as_they_were
    one = Modelling::Recipe.parse(BRACKET)
    two = Modelling::Recipe.parse(BRACKET.sub('length: 120', 'length: 130'))
    assert_equal one.variant('short').text, two.variant('short').text
    refute_equal one.variant('long').text, two.variant('long').text
    last =
      BRACKET
        .lines
        .partition { |l| l.match?(/\A(variants:|  (short|long|plain|wrong):)/) }
        .then { |rows, rest| (rest + rows).join }
    assert_equal 80, model(Modelling::Recipe.parse(last).variant('plain').text).values['length']
  end
end
