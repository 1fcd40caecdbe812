# frozen_string_literal: true

require 'fate_helper'

# The fate of every annotation through a series of revisions: a plate that is moved about, made larger, loses a feature,
# gets another, and has it back. mm.
class FateTest < CoreTest
  include FateHelper

  # Words of the dimensions by what they are of, those adrift with a mark.
  def fates(drawing, revision)
    adrift = staleness(drawing, @source, revision).adrift.map { |a| a.dimension.id }
    named = @names.invert
    drawing.dimensions.to_h do |d|
      words = Annotations.words(drawing.standard, d).to_s
      [named["dimension/#{d.id}"] || d.dimension, adrift.include?(d.id) ? "#{words} adrift" : words]
    end
  end

  def updated(drawing, revision) = drawing.apply(staleness(drawing, @source, revision).update)

  AT_FIRST = {
    'plate.profile.width' => '100',
    'plate.profile.height' => '60',
    'plate.depth' => '12',
    'bore.diameter' => '⌀14',
    'sink.callout' => '⌀5 ⌴ ⌀9 ↧4',
    :between => '65',
    :datum => 'A',
    :frame => '⌖ ⌀0,2 Ⓐ A',
    :mark => 'centre mark',
    :bore_mark => 'centre mark'
  }.freeze

  def test_the_fate_of_every_annotation_through_five_revisions
    found = fates(@drawing, 1)
    assert_equal AT_FIRST.except(:frame), found.slice(*AT_FIRST.keys).except(:frame)
    grown = updated(@drawing, 2)
    moved = { 'plate.profile.width' => '120', 'bore.diameter' => '⌀16', :between => '82' }
    assert_equal found.merge(moved), fates(grown, 2), 'all follow'

    without = updated(grown, 3)
    lost = { 'sink.callout' => '⌀5 ⌴ ⌀9 ↧4 adrift', :mark => 'centre mark adrift' }
    assert_equal found.merge(moved, lost),
                 fates(without, 3),
                 'just what was of the hole is adrift, and says what it said'
    assert SceneBuilder.new(without, 's1', @source).tips(without.notes[0])[0].lost
    assert_equal %w[A1], labels(without)

    more = updated(without, 4)
    assert_equal found.merge(moved, lost), fates(more, 4), 'a new feature takes nothing over'
    back = updated(more, 5)
    assert_equal found.merge(moved), fates(back, 5), 'what came back is found by its name'
    refute SceneBuilder.new(back, 's1', @source).tips(back.notes[0])[0].lost
    assert_equal %w[A1 B1], labels(back)
    assert_equal @drawing.dimensions.map(&:id), back.dimensions.map(&:id), 'nothing is dropped on the way'
  end

  def labels(drawing)
    table = drawing.cells[@names[:table]]
    context = Tables::Kind::Context.new(drawing, drawing.sheet('s1'), nil, @source)
    Tables.of(table).rows(table, context).map { |r| r['label'] }
  end
end
