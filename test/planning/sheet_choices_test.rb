# frozen_string_literal: true

require 'test_helper'

# What goes for all rows of a sheet run: read from plain data, checked in words.
class SheetChoicesTest < CoreTest
  C = Nockplane::Planning::SheetChoices

  def test_without_anything_said
    usual = C.from({})
    assert_equal ['fit', 'template', true, [], %w[model], 'balloon'],
                 [usual.scale, usual.projection, usual.level, usual.off, usual.sizes, usual.balloons]
    assert_nil usual.factor
    assert usual.rules.want?(Struct.new(:kind) { def reference? = false }.new('linear'))
  end

  def test_plain_data_there_and_back
    given = {
      'scale' => '1:2',
      'projection' => 'third',
      'level' => false,
      'off' => ['Isometric view'],
      'sizes' => [],
      'holes' => ['upper right', 2, '3%'],
      'structure' => 'indented',
      'balloons' => 'none',
      'counted' => true,
      'ghost' => 'left out'
    }
    choices = C.from(given)
    assert_equal given.except('ghost'), choices.plain.slice(*given.keys)
    assert_equal choices, C.from(JSON.parse(JSON.generate(choices.plain)))
    assert_nil choices.rules, 'no sizes'
    assert_in_delta 0.5, choices.factor, 1e-12
  end

  def test_what_makes_no_sense_is_said
    {
      { scale: 'small' } => /the scale 'small' can't be read/,
      { projection: 'fourth' } => /projection: 'fourth' is not known; use template, first, third/,
      { pictorial: 'bright' } => /the pictorial view: 'bright'/,
      { balloons: 'square' } => /balloons: 'square' is not known; use none, balloon, underlined/,
      { structure: 'deep' } => /the parts list: 'deep' is not known; use all, top, indented/,
      { sizes: %w[model curves] } => /sizes: 'curves' is not known/,
      { holes: ['middle', 0, 0] } => /the hole table stands at/,
      { parts: ['upper left', 'far', 0] } => /the parts list stands at .*, with offsets in mm or %/,
      { parts: ['upper left', 1, 2, 3] } => /the parts list stands at/
    }.each do |given, why|
      error = assert_raises(Nockplane::Error, given.inspect) { C.from(given) }
      assert_match why, error.message
    end
  end
end
