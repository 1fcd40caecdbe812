# frozen_string_literal: true

require 'test_helper'

# Copy and paste of annotations, and places to snap to that edges make only when drawn out. A plate 80 x 50 with corners
# rounded by 10; mm.
class PastingTest < CoreTest
  include Drawings

  PLATE =
    "- {id: plate, type: extrude, profile: {kind: rectangle, width: 80, height: 50, corner_radius: 10}, depth: 20}\n" \
      "- {id: bore, type: hole, on: plate/end.end, diameter: 12, through: true}\n"

  def setup = (@drawing, @source = drawing_of(recipe(PLATE)))
  def at(view, point) = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view(view)).point(point)
  def paste(key, to = nil) = Linking::Pasting.new(@drawing, @source).paste(key, to, 's1')
  def measuring = Linking::Measuring.new(@drawing, @source)

  def measure(view, a, b)
    edit = measuring.measure(view, 'level', [at(view, a), at(view, b)], [60.0, 60.0], anyway: true)
    @drawing = @drawing.apply(edit)
    @drawing.dimensions.last
  end

  def test_a_size_measured_in_one_view_is_pasted_into_another_in_brackets
    size = measure('plan', [-30, -25, 20], [30, -25, 20])
    after = @drawing.apply(paste("dimension/#{size.id}", 'front'))
    copy = after.dimensions.last
    assert_equal 'front', copy.view
    assert_equal '(60)', Annotations.words(after.standard, copy).to_s
    assert_equal size.dimension, copy.dimension
    assert_match(/stands in View from above already/, paste("dimension/#{size.id}", 'plan').reason)
  end

  def test_a_model_dimension_is_not_doubled_and_a_datum_has_its_letter_once
    @drawing = adopted(@drawing, @source, 'plan')
    id = @drawing.dimensions[0].id
    assert_match(/stands in a drawing once; fetch it/, paste("dimension/#{id}", 'front').reason)
    marking = Linking::Marking.new(@drawing, @source)
    @drawing = @drawing.apply(marking.datum('front', at('front', [20, -25, 0]), 'A'))
    assert_match(/a datum has its letter once/, paste("dimension/#{@drawing.dimensions.last.id}", 'side').reason)
    assert_match(/no longer there/, paste('dimension/d99').reason)
  end

  def test_a_note_is_pasted_beside_itself
    @drawing = @drawing.apply(AnnotationEdits.add_note(@drawing, 's1', 'B', 50.0, 50.0, shape: 'triangle'))
    after = @drawing.apply(paste('note/n1'))
    assert_equal [%w[B triangle]] * 2, after.notes.map { |n| [n.text, n.shape] }
    refute_equal after.notes[0].x, after.notes[1].x
  end

  def test_edges_are_drawn_out_to_where_they_would_meet
    met = measuring.snaps(@drawing.view('plan')).at(*at('plan', [40, 25, 20]))
    assert_equal ['crossing', [40.0, 25.0, 20.0]], [met.words, found(met).map { |c| c.round(6) }]
    wide = measure('plan', [-40, -25, 20], [40, -25, 20])
    assert_in_delta 80.0, wide.snapshot.value, 1e-9
  end

  def found(met) =
    Modelling::Spots.of(@source.model(@drawing.subject(@drawing.view('plan'))).solid).find(met.spot).point

  def test_where_a_round_begins_is_a_tangent_point
    met = measuring.snaps(@drawing.view('plan')).at(*at('plan', [30, 25, 20]))
    assert_equal 'tangent point', met.words
  end
end
