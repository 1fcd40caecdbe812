# frozen_string_literal: true

require 'test_helper'

# What a tolerance plan says stands in the text of a revision and among the dimensions of its model; the solid and its
# lines do not rest on it.
class TolerancePlanTest < CoreTest
  Plan = Modelling::TolerancePlan
  PART = <<~TEXT
    nockplane: recipe/1
    name: Block
    parameters: {length: 80, bore: {value: 12, fit: H7}}
    features:
      - {id: block, type: extrude, profile: {kind: rectangle, width: length, height: 50}, depth: 20}
      - {id: hole, type: hole, kind: plain, on: block/end.end, at: [10, 5], diameter: bore, through: true}
  TEXT

  def plan(*statements) = { 'character' => 'prismatic', 'way' => 'geometric', 'statements' => statements }

  def statements
    [
      { 'kind' => 'datum', 'id' => 'd1', 'letter' => 'A', 'faces' => ['block/end.start'] },
      { 'kind' => 'frame', 'id' => 's1', 'words' => '⌖|⌀0.2 Ⓜ|A', 'faces' => ['hole/wall'] },
      {
        'kind' => 'size',
        'id' => 's2',
        'of' => 'measured.distance.block/end.start|block/end.end',
        'tolerance' => '±0.1',
        'faces' => %w[block/end.start block/end.end]
      },
      { 'kind' => 'size', 'id' => 's3', 'of' => 'hole.diameter', 'tolerance' => '±0.5', 'faces' => ['hole/wall'] },
      { 'kind' => 'note', 'id' => 'n1', 'words' => "Deburr: \"all\", {here}", 'faces' => ['hole/wall'] }
    ]
  end

  def planned = Plan.new(plan(*statements)).in(PART)

  def test_it_is_written_one_statement_a_line_and_read_back
    text = planned
    assert_equal 5, text.scan(/^    - \{kind: /).size
    assert_equal plan(*statements).merge('defaults' => 'usual'), Plan.of(text).to_h
    assert_equal PART, Plan.without(text)
    assert_equal text, Plan.of(text).in(text), 'written again it is the same'
    assert_nil Plan.of(PART)
  end

  def test_statements_are_dimensions_of_the_model_under_ids_of_their_own
    model = model(planned)
    found = model.dimensions.to_h { |d| [d.id, [d.kind, d.tolerance, d.prefix]] }
    assert_equal [:datum, nil, 'A'], found['plan.d1']
    assert_equal [:tolerance_frame, nil, '⌖|⌀0.2 Ⓜ|A'], found['plan.s1']
    assert_equal [:linear, '±0.1', nil], found['plan.s2']
    refute model.dimension('plan.s2').reference?, 'it is a size of the model now'
    assert_equal 'H7', found['hole.diameter'][1], 'the fit of the recipe goes before'
    assert_equal Plan.of(planned), model.plan
    assert Ractor.shareable?(model)
  end

  def test_nothing_of_the_shape_is_made_anew_for_it
    store = Products::Source::MemoryStore.new
    source = Products::Source.new(store: store) { |_, n| [PART, planned][n - 1] }
    frame = Projection::ViewFrame.named('front')
    source.axes(Products::Subject.new('m', 1))
    before = source.linework(Products::Subject.new('m', 1), frame)
    assert source.known?(Products::Subject.new('m', 2), frame)
    assert_same before, source.linework(Products::Subject.new('m', 2), frame)
    refute_equal source.model_of(PART).dimensions.size, source.model_of(planned).dimensions.size
  end

  def test_what_lost_its_faces_is_told_apart_from_what_is_switched_off
    off = planned.sub('through: true', 'through: true, active: false')
    weaving = ->(text) { Modelling::Planned::Weaving.new(model(Plan.without(text)), Plan.of(text)) }
    assert_equal({ 's1' => 'absent', 's3' => 'absent', 'n1' => 'absent' }, weaving[off].adrift)
    other = planned.gsub('{id: hole,', '{id: bore_hole,')
    assert_equal({ 's1' => 'gone', 's3' => 'gone', 'n1' => 'gone' }, weaving[other].adrift)
    assert_equal ['3 of the tolerance plan lost their faces; open the plan to settle them'], model(other).warnings
    assert_empty weaving[planned].adrift
  end

  def test_an_imported_file_has_it_in_its_reference
    reference = Modelling::ImportReference.new(file: 'f' * 64, name: 'a.step', bytes: 10)
    text = Plan.new(plan(*statements)).in(reference.to_s)
    assert_equal statements, Modelling::ImportReference.parse(text).plan['statements']
    assert_equal reference.to_s, Plan.without(text)
  end

  def test_faults_name_the_statement_and_come_all_at_once
    wrong =
      plan(
        { 'kind' => 'datum', 'id' => 'a', 'letter' => 'I', 'faces' => ['f'] },
        { 'kind' => 'size', 'id' => 'b', 'of' => 'x', 'tolerance' => '0.1 or so', 'faces' => ['f'] },
        { 'kind' => 'frame', 'id' => 'c', 'words' => 'straight|0.1', 'faces' => ['f'] },
        { 'kind' => 'weld', 'id' => 'd', 'faces' => ['f'] },
        { 'kind' => 'note', 'id' => 'E 5', 'words' => 'x', 'faces' => [] }
      )
    fault = assert_raises(Modelling::RecipeFault) { Plan.new(wrong) }
    assert_equal %w[0 1 2 3 4], fault.faults.map { |f| f.path[/\d/] }
    lonely = plan({ 'kind' => 'frame', 'id' => 'c', 'words' => '⏊|0.1|B', 'faces' => ['f'] })
    fault = assert_raises(Modelling::RecipeFault) { Plan.new(lonely) }
    assert_equal 'plan.statements[0]: there is no datum B; set it on a face first (FCF-10)', fault.message
    text = "#{PART}plan:\n  way: by feel\n"
    fault = assert_raises(Modelling::RecipeFault) { Modelling::Recipe.parse(text) }
    assert_equal "line 8, plan.way: 'by feel' is not known; use geometric or plusminus", fault.message
  end
end
