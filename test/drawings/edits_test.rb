# frozen_string_literal: true

require 'test_helper'

class EditsTest < CoreTest
  include Drawings

  def setup
    @drawing, @source = drawing_of(demo('hub-spindle'))
    @drawing = adopted(@drawing, @source, 'front')
  end

  # Another place of the same form.
  def elsewhere(place, by)
    field = (place.members & %i[shift reach radius]).first
    place.with(**{ field => place[field] + by })
  end

  # Each way to make an edit of views and annotations, on random ones of a drawing.
  def ways(rng, drawing)
    view = drawing.views.sample(random: rng)
    dimension = drawing.dimensions.sample(random: rng)
    note = drawing.notes.sample(random: rng)
    free = drawing.views.reject(&:parent).sample(random: rng)
    {
      move: -> { ViewEdits.move(drawing, view.id, rng.rand(-9.0..9), rng.rand(-9.0..9)) },
      restyle: -> { ViewEdits.restyle(drawing, view.id, style: %w[visible all].sample(random: rng), scale: 0.5) },
      rename: -> { ViewEdits.rename(drawing, view.id, "View #{rng.rand(99)}") },
      as_parent: -> { ViewEdits.as_parent(drawing, view.id, 'style') },
      to_sheet: -> { ViewEdits.to_sheet(drawing, free.id, drawing.sheets.last.id) },
      remove: -> { ViewEdits.remove(drawing, view.id) },
      remove_keeping: -> { ViewEdits.remove_keeping(drawing, view.id) },
      add_note: -> { AnnotationEdits.add_note(drawing, 's1', 'Deburr all edges', 30, 40) },
      change_note: -> { note && AnnotationEdits.change_note(drawing, note.id, text: "Polish #{rng.rand(9)}", dx: 2.0) },
      place: -> { dimension && AnnotationEdits.place(drawing, dimension.id, elsewhere(dimension.place, rng.rand)) },
      take_away: -> { dimension && AnnotationEdits.remove(drawing, "dimension/#{dimension.id}") },
      add_sheet: -> { HouseEdits.add_sheet(drawing) },
      adopt: -> { Linking::Adoption.new(drawing, @source).adopt(view) }
    }
  end

  def test_apply_then_inverse_is_equal_on_random_drawings
    rng = Random.new(4)
    made = Hash.new(0)
    @drawing = @drawing.apply(HouseEdits.add_sheet(@drawing))
    6.times do
      ways(rng, @drawing).each_key do |name|
        before = @drawing
        edit = ways(rng, before).fetch(name).call
        next if edit.nil? || edit.is_a?(Refusal)

        made[name] += 1
        after = before.apply(edit)
        assert_equal before, after.apply(edit.inverse(before)), name
        read = Edit.from_h(JSON.parse(JSON.generate(edit.to_h)))
        assert_equal after, before.apply(read), "#{name}: an edit read back does the same"
        @drawing = after if rng.rand < 0.5 && after.views.size > 2 && after.dimensions.size > 1
      end
    end
    assert_empty ways(rng, @drawing).keys - made.keys, 'each way was tried'
  end

  def test_drawings_and_edits_are_frozen_for_certain
    assert Ractor.shareable?(@drawing)
    assert Ractor.shareable?(AnnotationEdits.add_note(@drawing, 's1', 'x', 0, 0))
  end

  def test_json_and_back = assert_equal(@drawing, Drawing.from_h(JSON.parse(JSON.generate(@drawing.to_h))))

  def test_moving_the_front_view_takes_aligned_views_along
    after = @drawing.apply(ViewEdits.move(@drawing, 'front', 10, 5))
    move = ->(id) do
      [after.view(id).x - @drawing.view(id).x, after.view(id).y - @drawing.view(id).y].map { |v| v.round(6) }
    end
    assert_equal [[10, 5], [10, 0], [0, 5], [0, 0]], %w[front plan side iso].map(&move)
  end

  def test_a_projected_view_moves_only_along_its_fold
    after = @drawing.apply(ViewEdits.move(@drawing, 'plan', 10, 5))
    assert_equal [@drawing.view('plan').x, @drawing.view('plan').y + 5], [after.view('plan').x, after.view('plan').y]
  end

  def test_deleting_a_view_takes_its_children_and_dimensions
    after = @drawing.apply(ViewEdits.remove(@drawing, 'front'))
    assert_equal ['iso'], after.views.map(&:id)
    assert_empty after.dimensions
  end

  def test_refusals_in_words
    assert_equal 'there is no view x any more', ViewEdits.move(@drawing, 'x', 1, 1).reason
    assert_equal 'a note needs words', AnnotationEdits.add_note(@drawing, 's1', '  ', 1, 1).reason
    assert_match %r{\Adimension/d\d needs view front, which is not in the drawing\z},
                 @drawing.apply(Edit.new('x', 'view/front' => nil, 'view/plan' => nil, 'view/side' => nil)).reason
  end
end
