# frozen_string_literal: true

require 'test_helper'

# The symbol of surface texture, standards.md 12.1 and 16.9. mm.
class TextureTest < CoreTest
  T = Tolerancing::Texture

  def ink(text, x: 0.0, y: 0.0)
    standard = Drafting::Standard.new('text_height' => 3.5)
    Drafting::TextureInk.new(standard, layer: 'dimension').ink(x, y, T.parse(text))
  end

  def test_tv_sft_01_legs_and_line_width
    legs = ink('any|Ra 1.6').find { |i| i.is_a?(Drafting::Ink::Line) }
    assert_in_delta 0.35, legs.width, 1e-9
    [[-2.887, 5.0], [0.0, 0.0], [6.062, 10.5]].zip(legs.points.first(3))
      .each { |expected, point| expected.zip(point).each { |e, p| assert_in_delta e, p, 5e-4 } }
    assert_in_delta 10.5, legs.points[3][1], 1e-9, 'the line for what follows stands on the long leg'
  end

  def test_what_may_become_of_the_material
    bar = ink('removed|Ra 1.6').grep(Drafting::Ink::Line)[1]
    assert_equal [5.0, 5.0], bar.points.map { |p| p[1].round(6) }
    circle = ink('kept|Ra 1.6').grep(Drafting::Ink::Arc)[0]
    # Tangent to both legs: its distance from them is its radius.
    off = circle.centre[1] * Math.cos(Math::PI / 3)
    assert_in_delta circle.rx, off, 1e-9
    assert_equal [1, 0],
                 [ink('any|Ra 1.6').grep(Drafting::Ink::Line).size, ink('any|Ra 1.6').grep(Drafting::Ink::Arc).size]
  end

  def test_words_and_what_is_none
    assert_equal 'removed|Ra 1.6|=', T.parse('removed|Ra 1.6|=').to_s
    ['removed|1.6', 'removed|Ra 0', 'removed|Ra 1.6|Q', 'melted|Ra 1.6', '', "removed|Ra #{'9' * 20}"].each do |t|
      assert_nil T.parse(t), t
    end
  end
end
