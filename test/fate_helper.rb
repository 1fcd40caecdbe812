# frozen_string_literal: true

require 'test_helper'

# A drawing with every kind of annotation on it, of a plate that is moved about, made larger, loses a feature, gets
# another, and has it back. mm.
module FateHelper
  include TradeHelpers
  include Nockplane::Drawings

  PLATE = '- {id: plate, type: extrude, profile: {kind: rectangle, width: %<width>s, height: 60}, depth: 12}'
  BORE = '- {id: bore, type: hole, on: plate/end.end, at: [%<x>s, 0], diameter: %<bore>s, through: true}'
  SINK =
    '- {id: sink, type: hole, on: plate/end.end, at: [-25, 12], kind: counterbored, diameter: 5, ' \
      'counterbore_diameter: 9, counterbore_depth: 4, through: true}'
  RIB =
    '- {id: rib, type: extrude, on: plate/end.end, at: [0, -22], profile: {kind: rectangle, width: 40, height: 6}, ' \
      'depth: 8}'

  # Revisions: as begun; wider and the bore elsewhere and larger; the sunk hole gone; a rib more; the hole back.
  def texts
    first = [PLATE, BORE, SINK].join("\n")
    values = { width: 100, x: 15, bore: 14 }
    grown = values.merge(width: 120, x: 22, bore: 16)
    [
      format(first, **values),
      format(first, **grown),
      format([PLATE, BORE].join("\n"), **grown),
      format([PLATE, BORE, RIB].join("\n"), **grown),
      format([PLATE, BORE, RIB, SINK].join("\n"), **grown)
    ].map { |f| recipe("#{f}\n") }
  end

  def setup
    @source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    drawing = Template.all.fetch('a3-part-first-angle').fill('m', 1, @source, title: 'P', number: 'QI-1')
    @drawing = Linking::Adoption.adopted(drawing, @source, %w[front plan])
    @names = {}
    add(
      :between,
      Linking::Measuring.new(@drawing, @source).measure(
        'plan',
        'level',
        [at([-50, 0, 12]), at([15, 0, 12])],
        [60.0, 60.0]
      )
    )
    add(:datum, marking.datum('front', at([30, -30, 0], 'front'), 'A'))
    add(:frame, marking.frame('plan', at([22, 0, 12]), Tolerancing::Frame.parse('⌖|⌀0.2|A')))
    add(:mark, Linking::Centring.new(@drawing, @source).set('plan', 'mark', [at([-25, 12, 12])]))
    add(:bore_mark, Linking::Centring.new(@drawing, @source).set('plan', 'mark', [at([15, 0, 12])]))
    add(:table, Tables::Making.new(@drawing, @source).holes('plan', at([-50, -30, 12])))
    add(:note, AnnotationEdits.add_note(@drawing, 's1', 'ground', 40.0, 40.0))
    tip = Annotations::Pointing.new(@drawing, 's1', builder).tip(*at([-25, 12, 12]))
    @drawing = @drawing.apply(AnnotationEdits.point(@drawing, @names[:note].split('/')[1], tip))
  end

  def builder = SceneBuilder.new(@drawing, 's1', @source)
  def at(point, view = 'plan') = builder.place(@drawing.view(view)).point(point)
  def marking = Linking::Marking.new(@drawing, @source)

  def add(name, edit)
    refute_kind_of Refusal, edit, -> { "#{name}: #{edit.reason}" }
    before = @drawing.cells.keys
    @drawing = @drawing.apply(edit)
    @names[name] = (@drawing.cells.keys - before)[0]
  end
end
