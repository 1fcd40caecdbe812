# frozen_string_literal: true

require 'test_helper'

# What the lines of a parts list say: amounts of what is bought by the metre (PL-06), sources, masses.
class PartsListTest < CoreTest
  CORD =
    "nockplane: recipe/1\nname: Cord\nproperties: {number: CORD, unit: %s, amount: %s}\n" \
      "parameters: {run: 680, d: 2}\nfeatures:\n" \
      "  - {id: cord, type: extrude, profile: {kind: circle, diameter: d}, depth: run}\n"
  PIN =
    "nockplane: recipe/1\nname: Pin\nproperties: {number: ISO 8734 - 3 x 10, mass: 2 g}\nfeatures:\n" \
      "  - {id: pin, type: extrude, profile: {kind: circle, diameter: 3}, depth: 10}\n"
  UNIT =
    "nockplane: assembly/1\nname: Unit\ncomponents:\n  - {id: cords, model: CORD, purchased: true, pattern: " \
      "{kind: linear, columns: 3, column_spacing: 20}}\n  - {id: pin, model: PIN, purchased: true, offset: -20}\n"

  def rows(unit, amount)
    parts = { 'CORD' => format(CORD, unit, amount), 'PIN' => PIN }
    model = Products::Source.new(library: ->(name, _) { parts[name] }).model_of(UNIT)
    Products::PartsList.of(model)
  end

  def cord(unit, amount) = rows(unit, amount)[0].values_at('quantity', 'unit')

  def test_what_is_bought_by_the_metre_is_counted_in_metres
    assert_equal %w[2.04 m], cord('m', 'run'), 'three times a size of 680 mm'
    assert_equal %w[2040 mm], cord('mm', 'run')
    assert_equal %w[1.5 m], cord('m', '0.5')
    assert_equal %w[0.375 l], cord('l', '"0,125"'), 'with a decimal comma'
  end

  def test_without_an_amount_they_are_pieces
    assert_equal ['3', ''], cord('m', '""')
    assert_equal ['3', ''], cord('""', '5')
    assert_equal ['3', ''], cord('m', 'lots')
    assert_equal ['3', ''], cord('m', '-2')
  end

  def test_each_line_says_where_it_comes_from
    assert_equal ['purchased', 'standard part'], rows('m', 'run').map { |r| r['source'] }
    assert_equal ['', '2 g'], rows('m', 'run').map { |r| r['mass'] }, 'a mass that was stated'
    assert_equal %w[1 2], rows('m', 'run').map { |r| r['item'] }
  end
end
