# frozen_string_literal: true

require 'test_helper'

class EditsTest < CoreTest
  include Drawings

  def setup
    @drawing, @source = drawing_of(demo('hub-spindle'))
    @drawing = adopted(@drawing, @source, 'front')
  end

  def edits(rng, drawing)
    view = drawing.views.sample(random: rng)
    dimension = drawing.dimensions.sample(random: rng)
    [-> { Edits.move_view(drawing, view.id, rng.rand(-9.0..9), rng.rand(-9.0..9)) }, -> { Edits.restyle_view(drawing, view.id, style: 'visible', scale: 0.5) },
     -> { Edits.add_note(drawing, 's1', 'Deburr all edges', 30, 40) }, -> { Edits.remove_view(drawing, view.id) },
     -> { dimension ? Edits.move_dimension(drawing, dimension.id, dimension.place.merge('shift' => 4.0)) : Edits.add_note(drawing, 's1', 'x', 1, 1) },
     -> { dimension ? Edits.remove(drawing, "dimension/#{dimension.id}") : Edits.add_note(drawing, 's1', 'y', 1, 1) }].sample(random: rng).call
  end

  def test_apply_then_inverse_is_equal_on_random_drawings
    rng = Random.new(4)
    30.times do
      before = @drawing
      edit = edits(rng, before)
      next if edit.is_a?(Refusal)

      after = before.apply(edit)
      assert_equal before, after.apply(edit.inverse(before))
      assert_equal after, before.apply(Edit.from_h(JSON.parse(JSON.generate(edit.to_h)))), 'an edit read back does the same'
      @drawing = after if rng.rand < 0.5 && after.views.size > 1
    end
  end

  def test_drawings_and_edits_are_frozen_for_certain
    assert Ractor.shareable?(@drawing)
    assert Ractor.shareable?(Edits.add_note(@drawing, 's1', 'x', 0, 0))
  end

  def test_json_and_back = assert_equal(@drawing, Drawing.from_h(JSON.parse(JSON.generate(@drawing.to_h))))

  def test_moving_the_front_view_takes_aligned_views_along
    after = @drawing.apply(Edits.move_view(@drawing, 'front', 10, 5))
    move = ->(id) { [after.view(id).x - @drawing.view(id).x, after.view(id).y - @drawing.view(id).y].map { |v| v.round(6) } }
    assert_equal [[10, 5], [10, 0], [0, 5], [0, 0]], %w[front plan side iso].map(&move)
  end

  def test_a_projected_view_moves_only_along_its_fold
    after = @drawing.apply(Edits.move_view(@drawing, 'plan', 10, 5))
    assert_equal [@drawing.view('plan').x, @drawing.view('plan').y + 5], [after.view('plan').x, after.view('plan').y]
  end

  def test_deleting_a_view_takes_its_children_and_dimensions
    after = @drawing.apply(Edits.remove_view(@drawing, 'front'))
    assert_equal ['iso'], after.views.map(&:id)
    assert_empty after.dimensions
  end

  def test_refusals_in_words
    assert_equal 'there is no view x any more', Edits.move_view(@drawing, 'x', 1, 1).reason
    assert_equal 'a note needs words', Edits.add_note(@drawing, 's1', '  ', 1, 1).reason
    assert_match %r{\Adimension/d\d needs view front, which is not in the drawing\z}, @drawing.apply(Edit.new('x', 'view/front' => nil, 'view/plan' => nil, 'view/side' => nil)).reason
  end
end
