# frozen_string_literal: true

require 'test_helper'

class SizeEditTest < CoreTest
  TEXT =
    "nockplane: recipe/1\nname: P\nparameters: {w: 40, h: w / 2}\nfeatures:\n" \
    "  - {id: b, type: extrude, profile: {kind: rectangle, width: w, height: h}, depth: 10}\n" \
    "  - {id: c, type: hole, on: b/end.end, diameter: w / 8, depth: 4}\n"

  def edit(id) = Modelling::SizeEdit.new(Modelling::Recipe.parse(TEXT), model(TEXT), id)

  def test_a_parameter_and_a_plain_number_can_be_changed
    assert_nil edit('b.profile.width').refusal
    assert_equal TEXT.sub('w: 40', 'w: 44'), edit('b.profile.width').text(44)
    assert_equal TEXT.sub('depth: 10', 'depth: 12.5'), edit('b.depth').text(12.5)
  end

  def test_the_expression_of_a_parameter_can_be_changed
    size = edit('b.profile.height')
    assert_nil size.refusal
    assert_equal 'w / 2', size.expression
    assert_equal TEXT.sub('h: w / 2', 'h: w / 4'), size.text('w / 4')
    assert_equal TEXT.sub('h: w / 2', 'h: 21'), size.text(21)
  end

  def test_unnamed_expressions_and_lost_sizes_are_refused_in_words
    assert_equal 'This size is worked out by an expression; change the parameters it rests on, in the model.',
                 edit('c.diameter').refusal
    assert_equal 'The latest revision of the model has no such size any more; update the drawing first.',
                 edit('gone.depth').refusal
  end
end
