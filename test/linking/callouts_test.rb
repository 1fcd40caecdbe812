# frozen_string_literal: true

require 'test_helper'

# Whole hole callouts (DIM-26 to 28): what they say, that nothing is said beside them, and what becomes of them.
class CalloutsTest < CoreTest
  include Drawings

  PLATE = "- id: plate\n  type: extrude\n  profile: {kind: rectangle, width: 80, height: 60}\n  depth: 24\n"
  HOLES = {
    'kind: counterbored, diameter: 6.6, counterbore_diameter: 11, counterbore_depth: 6.5, through: true, ' \
      'pattern: {kind: circular, count: 4, pitch_circle: 40}' =>
      '4× ⌀6,6 ⌴ ⌀11 ↧6,5',
    'diameter: 8, depth: 20' => '⌀8 ↧20',
    'kind: countersunk, diameter: 5, countersink_diameter: 10, through: true' => '⌀5 ⌵ ⌀10 × 90°',
    'kind: tapped, thread: M6, depth: 12' => 'M6 ↧12',
    'kind: counterdrilled, diameter: 5, counterdrill_diameter: 9, counterdrill_depth: 4, depth: 15' => '⌀5 ↧15 ⌀9 ↧4'
  }.freeze

  def plate(hole) = recipe("#{PLATE}- {id: sink, type: hole, on: plate/end.end, #{hole}}\n")

  def full(text)
    drawing, source = drawing_of(text)
    [Linking::Adoption.adopted(drawing, source, %w[front plan side]), source]
  end

  def callout(drawing) = drawing.dimensions.find { |d| d.dimension == 'sink.callout' }

  def test_a_hole_is_said_whole_in_the_manner_of_iso_129
    HOLES.each do |hole, words|
      drawing, = full(plate(hole))
      assert_equal words, Annotations.words(drawing.standard, callout(drawing)).to_s
      singly = drawing.dimensions.map(&:dimension).grep(/\Asink\.(?!callout|pattern)/)
      assert_empty singly, "#{words}: said in the callout alone (GEN-05)"
    end
  end

  def test_asme_writes_it_with_its_own_signs
    drawing, = full(plate(HOLES.keys[0]))
    asme = drawing.standard.with('times' => 'X', 'decimal' => '.')
    assert_equal '4X ⌀6.6 ⌴ ⌀11 ↧6.5', Annotations.words(asme, callout(drawing)).to_s
  end

  def test_the_counterbore_stands_in_a_line_of_its_own_below_the_hole
    drawing, source = full(plate(HOLES.keys[0]))
    texts = SceneBuilder.new(drawing, 's1', source).dimension_ink(callout(drawing)).ink.grep(Drafting::Ink::Text)
    assert_equal ['4× ⌀6,6', '⌴ ⌀11', '↧6,5'], texts.map(&:string)
    first, second, third = texts
    assert_operator second.y, :<, first.y - drawing.standard.text_height
    assert_in_delta second.y, third.y, 1e-9
    assert_in_delta first.x, second.x, 1e-9
  end

  def test_it_says_size_and_depth_of_all_faces_of_the_hole
    drawing, source = full(plate(HOLES.keys[0]))
    missing = Linking::Completeness.new(drawing, source).parts[0].report.missing
    assert_empty missing.flat_map(&:faces).grep(/\Asink/), 'only places may still be missing'
    gone = drawing.apply(AnnotationEdits.remove(drawing, "dimension/#{callout(drawing).id}"))
    left = Linking::Completeness.new(gone, source).parts[0].report.missing
    refute_empty left.flat_map(&:faces).grep(/\Asink/)
  end

  def test_what_is_missing_of_a_hole_is_proposed_whole
    drawing, source = full(plate(HOLES.keys[0]))
    gone = drawing.apply(AnnotationEdits.remove(drawing, "dimension/#{callout(drawing).id}"))
    proposed = Linking::Completing.new(gone, source).proposals.filter_map { |p| p.dimension&.id }
    assert_includes proposed, 'sink.callout'
    assert_empty proposed & %w[sink.diameter sink.counterbore_diameter sink.counterbore_depth]
  end

  def test_a_size_that_stands_singly_keeps_the_callout_away_and_the_other_way_round
    drawing, source = drawing_of(plate(HOLES.keys[1]))
    single = adopted(drawing, source, 'plan', ['sink.diameter'])
    offered = Linking::Adoption.new(single, source).offers(single.view('plan')).map { |o| o.dimension.id }
    refute_includes offered, 'sink.callout'
    whole = adopted(drawing, source, 'plan', ['sink.callout'])
    offered = %w[plan front].flat_map { |v| Linking::Adoption.new(whole, source).offers(whole.view(v)) }
    assert_empty offered.map { |o| o.dimension.id } & %w[sink.diameter sink.depth]
  end

  def test_of_a_hole_that_is_plain_now_the_diameter_stays
    texts = [plate(HOLES.keys[1]), plate('diameter: 9, through: true')]
    source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, source, title: 'P', number: 'QI-1')
    drawing = Linking::Adoption.adopted(drawing, source, %w[front plan side])
    id = callout(drawing).id
    after = drawing.apply(staleness(drawing, source, 2).update)
    assert_equal '⌀9', Annotations.words(after.standard, after.dimension(id)).to_s
    assert_empty staleness(after, source, 2).adrift
  end

  def test_it_follows_the_hole_into_another_kind_and_tells_old_and_new
    texts = [HOLES.keys[0], HOLES.keys[2]].map { |h| plate(h) }
    source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, source, title: 'P', number: 'QI-1')
    drawing = Linking::Adoption.adopted(drawing, source, %w[front plan side])
    behind = staleness(drawing, source, 2).behind.find { |b| b.view.id == 'plan' }
    moved = behind.numbers.find { |n| n.dimension == callout(drawing).id }
    assert_equal ['4× ⌀6,6 ⌴ ⌀11 ↧6,5', '⌀5 ⌵ ⌀10 × 90°'], [moved.old, moved.new]
    after = drawing.apply(staleness(drawing, source, 2).update)
    assert_equal '⌀5 ⌵ ⌀10 × 90°', Annotations.words(after.standard, callout(after)).to_s
    assert_equal after, Drawing.from_h(JSON.parse(JSON.generate(after.to_h)))
  end
end
