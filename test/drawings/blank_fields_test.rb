# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# Figures of the blank as fields of title blocks and notes: a strip bent twice, by hand (mm; standards.md section 13).
class BlankFieldsTest < CoreTest
  include SheetMetalHelper

  # A channel of legs 30 and back 60 inside, sheet of 2, inner radius 3, 40 wide.
  CHANNEL = '[[-30, 30], [-30, 0], [30, 0], [30, 30]]'
  # Allowance of a right-angle bend, K 0.44 (TV-SM-01).
  ALLOWANCE = 6.0947
  # Legs without what the bends take (the inner radius at each).
  LENGTH = (2 * (30 - 3)) + (60 - 6) + (2 * ALLOWANCE)

  def drawing(text)
    made = Products::Source.new { text }
    @made = made
    Linking::FreshDrawing.of(Drawings::Template.all['a3-sheet-metal'], 'm', 1, made, title: 'T', number: 'N')
  end

  def words(name, text = sheet(strip(CHANNEL)))
    found = drawing(text)
    Drawings::Fields.new(found, found.sheets[0], @made).bound(name)
  end

  def test_the_figures_of_the_blank_in_words
    assert_equal LENGTH.round(2), words('blank length')[/[\d.,]+/].tr(',', '.').to_f
    assert_equal '40 mm', words('blank width')
    assert_equal '2 mm', words('sheet thickness')
    assert_equal '2', words('bends')
    assert_in_delta (LENGTH * 40 / 100), words('blank area').tr(',', '.').to_f, 0.01
    assert_in_delta 2 * (LENGTH + 40), words('cut outside').tr(',', '.').to_f, 0.02
    assert_equal '0 mm', words('cut inside')
    assert_match(/\A120,19 mm × 40 mm\z/, words('blank size'))
    assert_in_delta LENGTH * 40 * 2 * 7.85e-6, words('blank mass').tr(',', '.').to_f, 1e-3
  end

  def test_within_a_note_and_where_there_is_no_blank
    found = drawing(sheet(strip(CHANNEL)))
    fields = Drawings::Fields.new(found, found.sheets[0], @made)
    assert_equal 'Blank 120,19 mm × 40 mm, t = 2 mm', fields.filled('Blank {blank size}, t = {sheet thickness}')
    assert fields.known?('blank area')
    block = 'type: extrude, profile: {kind: rectangle, width: 30, height: 30}, depth: 12'
    pin = 'type: extrude, on: a/end.end, profile: {kind: circle, diameter: 9}, depth: 9'
    assert_nil words(
      'blank length',
                 "nockplane: recipe/1\nname: Post\nfeatures:\n  - {id: a, #{block}}\n  - {id: b, #{pin}}\n"
    )
  end

  # A round blank is as long and as wide as its diameter, whatever chords it was made of.
  def test_a_round_blank_is_told_by_its_true_shape
    { 'circle, diameter: 9' => [9, 9], 'slot, length: 40, width: 9' => [49, 9] }.each do |profile, (length, width)|
      flat = '{id: d, type: extrude, profile: {kind: ' + profile + '}, depth: 2}'
      found = blank("nockplane: recipe/1\nname: Blank\nfeatures:\n  - #{flat}\n")
      assert_in_delta length, found.length, 1e-9
      assert_in_delta width, found.width, 1e-9
      assert_in_delta (Math::PI * 81 / 4) + ((length - 9) * 9), found.area, 1e-3
    end
  end
end
