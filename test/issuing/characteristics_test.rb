# frozen_string_literal: true

require 'step_helper'

# The characteristics of drawings: what is numbered, where it stands, what it may be. mm.
class CharacteristicsTest < CoreTest
  include StepHelpers

  def drawn(source)
    template = Drawings::Template.all['a3-part-first-angle']
    rules = Linking::SizeRules.parse('model,linear,holes,arcs')
    views = template.berths.reject { |b| Drawings::Views.of(b).pictorial? }.map(&:id)
    Linking::FreshDrawing.of(template, 'm', 1, source, title: 'Part', number: 'N', adopt: views, rules: rules)
  end

  def rows(drawing, source, known = {}) = Issuing::Characteristics.new(drawing, source, known: known).rows

  # ISO 2768-m: chamfers by the table of broken edges, up to 3 ±0.2; a radius is limited only where it is an outside
  # one, so that nothing is said of it.
  def test_broken_edges_have_their_own_table
    text =
      "nockplane: recipe/1\nname: P\nfeatures:\n  - {id: p, type: extrude, profile: {kind: rectangle, width: 80, " \
        "height: 50, corner_radius: 8}, depth: 12, end_chamfer: 2}\n"
    source = Products::Source.new { text }
    found = rows(drawn(source), source)
    chamfer = found.find { |r| r.what == 'chamfer' }
    assert_equal [2.0, 2.2, 1.8], [chamfer.nominal, chamfer.upper.round(6), chamfer.lower.round(6)]
    radius = found.find { |r| r.what == 'radius' }
    assert_equal [8.0, nil, nil, nil], [radius.nominal, radius.upper, radius.lower, radius.by]
    width = found.find { |r| r.nominal == 80 }
    assert_equal [80.3, 79.7], [width.upper.round(6), width.lower.round(6)]
  end

  # Of a file with tolerances in it: a fit or deviations by themselves, frames without a nominal, each with a zone.
  def test_tolerances_of_a_file
    source = step_source('annotated-plate')
    drawing = drawn(source)
    found = rows(drawing, source)
    frames = found.select { |r| r.nominal.nil? }
    refute_empty frames
    frames.each { |r| assert_nil r.upper }
    toleranced = found.select { |r| r.by == 'tolerance' }
    refute_empty toleranced
    toleranced.each { |r| assert_operator r.upper, :>=, r.lower }
    found.each { |r| assert_match(/\A[A-F][1-8]\z/, r.zone) }
    assert_equal (1..found.size).to_a, found.map(&:number)
  end

  def test_numbers_stay_and_new_ones_follow_on
    source = step_source('annotated-plate')
    drawing = drawn(source)
    first = Issuing::Characteristics.new(drawing, source)
    gone, *rest = first.rows.map(&:key)
    less = drawing.apply(Drawings::Edit.new('x', { gone => nil }))
    again = Issuing::Characteristics.new(less, source, known: first.numbers)
    assert_equal rest.to_h { |k| [k, first.numbers[k]] }, again.rows.to_h { |r| [r.key, r.number] }
    fresh = Issuing::Characteristics.new(drawing, source, known: first.numbers.except(gone))
    assert_equal first.rows.size + 1, fresh.numbers[gone], 'after the highest that was given'
  end

  def test_brackets_are_nothing_to_inspect
    source = step_source('annotated-plate')
    drawing = drawn(source)
    plain = drawing.dimensions.find { |d| d.snapshot.value.is_a?(Numeric) }
    auxiliary = plain.dup.tap { |d| d.wording = Drawings::Annotations::Wording.new(brackets: true) }
    less = rows(drawing.with([auxiliary]), source)
    refute_includes less.map(&:key), "dimension/#{plain.id}"
  end

  # Numbers as marks: each characteristic once, no circle over words, over another circle or over a line of the view.
  def test_numbers_stand_clear_on_the_sheet
    source = step_source('annotated-plate')
    drawing = drawn(source)
    characteristics = Issuing::Characteristics.new(drawing, source)
    sheet = drawing.sheets[0]
    builder = Drawings::SceneBuilder.new(drawing, sheet.id, source)
    plain = builder.scene
    marked = Issuing::NumberMarks.new(drawing, sheet, builder, characteristics.numbers).over(plain)
    marks = marked.groups.last.items
    assert_equal characteristics.rows.map { |r| r.number.to_s }.sort, marks.grep(Drafting::Ink::Text).map(&:string).sort
    circles = marks.grep(Drafting::Ink::Arc).map { |c| Drafting::Ink.box(c) }
    words = plain.groups.flat_map(&:items).grep(Drafting::Ink::Text).map { |t| Drafting::Ink.box(t) }
    assert_empty(circles.select { |c| words.any? { |w| Geometry::Box.meet?(c, w) } })
    assert_empty(circles.combination(2).select { |a, b| Geometry::Box.meet?(a, b) })
  end

  # Of a callout whose sizes have numbers with others between, just those stand in its circle.
  def test_a_callout_names_its_own_numbers
    source = step_source('annotated-plate')
    drawing = drawn(source)
    id = drawing.dimensions.find { |d| d.snapshot.value.is_a?(Numeric) }.id
    builder = Drawings::SceneBuilder.new(drawing, drawing.sheets[0].id, source)
    numbers = { "dimension/#{id}+bore" => 2, "dimension/#{id}+depth" => 9, "dimension/#{id}+sink" => 10 }
    marked = Issuing::NumberMarks.new(drawing, drawing.sheets[0], builder, numbers).over(builder.scene)
    assert_equal ['2, 9-10'], marked.groups.last.items.grep(Drafting::Ink::Text).map(&:string)
  end

  # A thread is limited by its designation; ISO 2768 says nothing of it.
  def test_a_thread_has_no_limits_of_a_plain_diameter
    text =
      "nockplane: recipe/1\nname: P\nfeatures:\n  - {id: p, type: extrude, profile: {kind: rectangle, width: 80, " \
        "height: 50}, depth: 12}\n  - {id: t, type: hole, kind: tapped, on: p/end.end, thread: M6, through: true}\n"
    source = Products::Source.new { text }
    thread = rows(drawn(source), source).find { |r| r.words.include?('M6') }
    assert_equal [nil, nil, nil], [thread.nominal, thread.upper, thread.lower]
  end
end
