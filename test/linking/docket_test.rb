# frozen_string_literal: true

require 'test_helper'

# Dockets: worked out from a drawing, kept as JSON, read again.
class DocketTest < CoreTest
  include Linking

  PART =
    "- {id: plate, type: extrude, profile: {kind: rectangle, width: 80, height: 50}, depth: thick}\n- {id: seat, " \
    "type: hole, on: plate/end.end, at: [10, 5], diameter: 16, depth: 3, point_angle: 180}\n"
  def part(thick = 6, features: PART) = recipe(features, "{thick: #{thick}}")

  def docket(*texts, latest: texts.size)
    drawing, source = drawing_of(*texts)
    drawing = %w[front plan].reduce(drawing) { |d, v| adopted(d, source, v) }
    [Docketing.of(drawing, source, ->(_) { latest }), drawing, source]
  end

  def again(docket) = Docket.from_h(JSON.parse(JSON.generate(docket.to_h)))

  def test_what_is_kept_is_what_was_worked_out
    found, = docket(part, part(9))
    assert_equal(%w[front side iso], found.behind.map { |b| b.view.id })
    assert_equal [%w[6 9]], found.behind[0].numbers.map { |n| [n.old, n.new] }
    assert_equal 'depth of plate', found.behind[0].numbers[0].label
    Docket::PARTS.each { |p| assert_equal found.public_send(p), again(found).public_send(p), p.to_s }
    assert_equal found.states, again(found).states
  end

  def test_a_docket_of_an_earlier_version_lacks_nothing
    assert_predicate Docket.from_h({ 'behind' => [] }), :clear?
    assert_predicate Docket.new, :clear?
  end

  def test_adrift_with_proposals_in_words
    found, drawing, source =
      docket(part, part(features: PART.sub('id: seat', 'id: recess').sub('[10, 5]', '[-20, -12]')))
    assert_equal 1, found.losing
    after = drawing.apply(staleness(drawing, source, 2).update)
    lost = again(Docketing.of(after, source, ->(_) { 2 })).adrift.find { |a| a.words.start_with?('⌀16') }
    assert_equal ['callout of seat', ['recess.callout'], ['⌀16 ↧3'], ['callout of recess']],
                 [lost.label, lost.proposals.map(&:id), lost.proposals.map(&:words), lost.proposals.map(&:label)]
    tied = after.apply(Adoption.new(after, source).tie(lost.id => 'recess.callout'))
    assert_equal [0, after.dimension(lost.id).place],
                 [Docketing.of(tied, source, ->(_) { 2 }).adrift.size, tied.dimension(lost.id).place]
    other = tied.dimensions.find { |d| d.dimension == 'plate.depth' }.id
    assert_match(/is on this drawing already/, Adoption.new(tied, source).tie(other => 'recess.callout').reason)
    assert_match(/is on this drawing already/, Adoption.new(tied, source).tie(other => 'recess.diameter').reason)
  end

  def test_a_revision_that_cannot_be_built_is_a_line_and_the_rest_stands
    found, drawing, source = docket(part, part(0), latest: 2)
    assert_equal [2], found.faults.map(&:revision)
    assert_match(/a size must be above 0/, found.faults[0].reason)
    assert_empty found.behind, 'what can not be shown is not called behind'
    assert_match(/the latest revision can't be built/, staleness(drawing, source, 2).update.reason)
    assert_equal 2, again(found).faults[0].revision
  end

  def test_what_collides_is_on_it
    found, drawing, source = docket(part)
    assert_empty found.collisions
    front = drawing.view('front')
    moved =
      drawing.apply(
        Drawings::ViewEdits.move(drawing, 'iso', front.x - drawing.view('iso').x, front.y - drawing.view('iso').y)
      )
    words = Docketing.of(moved, source, ->(_) { 1 }).collisions.map(&:words)
    assert_includes words, 'Front view stands on Isometric view'
  end
end
