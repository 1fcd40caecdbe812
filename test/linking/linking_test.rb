# frozen_string_literal: true

require 'test_helper'

# What follows when a model moves on.
class LinkingTest < CoreTest
  PART = <<~F
    - {id: plate, type: extrude, profile: {kind: rectangle, width: length, height: 60}, depth: thick}
    - {id: pocket, type: hole, on: plate/end.end, at: [20, 0], diameter: bore, depth: sink, point_angle: 180}
    - {id: post, type: extrude, on: plate/end.end, at: [-20, 0], profile: {kind: circle, diameter: 16}, depth: 9}
  F
  SIZES = { 'length' => 100, 'thick' => 15, 'bore' => 20, 'sink' => 6 }.freeze

  def part(features: PART, **sizes)
    recipe(features, "{#{SIZES.merge(sizes.transform_keys(&:to_s)).map { |k, v| "#{k}: #{v}" }.join(', ')}}")
  end

  # Drawing of revision 1 with all views' dimensions adopted; texts are the revisions.
  def linked(*texts)
    drawing, source = drawing_of(*texts)
    %w[front plan side].each do |v|
      edit = Linking::Adoption.new(drawing, source).adopt(drawing.view(v))
      drawing = drawing.apply(edit) unless edit.is_a?(Drawings::Refusal)
    end
    [drawing, source]
  end

  def dimension(drawing, id) = drawing.dimensions.find { |d| d.dimension == id }

  def test_every_model_dimension_is_adopted_at_most_once
    drawing, source = linked(part)
    ids = drawing.dimensions.map(&:dimension)
    assert_equal ids.uniq, ids
    drawing.views.each do |v|
      assert_empty ids & Linking::Adoption.new(drawing, source).offers(v).map { |o| o.dimension.id }
    end
    again = Linking::Adoption.new(drawing, source).adopt(drawing.view('front'), ids)
    assert_match(/\Anone of the chosen model dimensions can be adopted here/, again.reason)
  end

  def test_diameters_go_where_the_circle_shows
    drawing, = linked(part)
    assert_equal 'plan', dimension(drawing, 'pocket.callout').view
    assert_equal 'front', dimension(drawing, 'plate.depth').view
  end

  def test_only_views_that_look_different_are_behind
    # the blind pocket's depth shows dashed in front and side views; the isometric view looks into it; not from above
    drawing, source = drawing_of(part, part(sink: 9))
    assert_equal %w[front side iso], staleness(drawing, source, 2).behind.map { |b| b.view.id }
  end

  def test_a_view_without_hidden_lines_is_not_behind_for_what_it_does_not_show
    drawing, source = drawing_of(part, part(sink: 9))
    drawing = drawing.apply(Drawings::ViewEdits.restyle(drawing, 'front', style: 'visible'))
    assert_equal %w[side iso], staleness(drawing, source, 2).behind.map { |b| b.view.id }
  end

  def test_nothing_is_behind_when_only_a_note_in_the_recipe_changed
    drawing, source = linked(part, "# a remark\n#{part}")
    assert staleness(drawing, source, 2).current?
  end

  def test_a_tolerance_alone_moves_the_number_and_marks_its_view
    drawing, source = linked(part, part(bore: '{value: 20, tolerance: H7}'))
    behind = staleness(drawing, source, 2).behind
    assert_equal ['plan'], behind.map { |b| b.view.id }
    refute behind[0].looks
    assert_equal [['⌀20 ↧6', '⌀20 H7 ↧6']], behind[0].numbers.map { |n| [n.old, n.new] }
  end

  def test_numbers_old_and_new_and_update_of_one_view
    drawing, source = linked(part, part(length: 110))
    behind = staleness(drawing, source, 2).behind
    assert_equal [%w[100 110]], behind.find { |b| b.view.id == 'front' }.numbers.map { |n| [n.old, n.new] }
    after = drawing.apply(staleness(drawing, source, 2).update(['front']))
    assert_equal 110.0, dimension(after, 'plate.profile.width').snapshot.value
    refute_includes staleness(after, source, 2).behind.map { |b| b.view.id }, 'front'
    assert_equal [2, 1], %w[front plan].map { |v| after.view(v).revision }
  end

  def test_update_of_everything_leaves_nothing_to_do
    drawing, source = linked(part, part(length: 110, thick: 12))
    after = drawing.apply(staleness(drawing, source, 2).update)
    assert staleness(after, source, 2).current?
    assert_equal 2, after.sheet('s1').revision
    assert_equal 'everything chosen shows the latest revision already', staleness(after, source, 2).update.reason
  end

  def test_a_dimension_whose_face_is_gone_is_adrift_and_kept
    gone = part(features: PART.lines.reject { |l| l.include?('id: pocket') }.join)
    drawing, source = linked(part, gone)
    losing = staleness(drawing, source, 2).behind.flat_map(&:losing)
    assert_equal %w[pocket.callout], losing.map { |id| drawing.dimension(id).dimension }.sort
    after = drawing.apply(staleness(drawing, source, 2).update)
    assert_equal drawing.dimensions.size, after.dimensions.size, 'nothing is dropped'
    adrift = staleness(after, source, 2).adrift
    assert_equal ['⌀20 ↧6'], adrift.map(&:words).sort
    scene = Drawings::SceneBuilder.new(after, 's1', source, states: staleness(after, source, 2).states).scene
    marked = scene.groups.find { |g| g.owner == "dimension/#{adrift[0].dimension.id}" }
    assert_equal 'adrift', marked.state
    assert(marked.items.all? { |i| i.tone == Drafting::Ink::OCHRE }, 'never shown as if it were right')
  end

  # A page draws the sheet once for the docket and for itself; what the docket says is put on it.
  def test_a_sheet_drawn_for_the_docket_is_that_of_the_page
    gone = part(features: PART.lines.reject { |l| l.include?('id: pocket') }.join)
    drawing, source = linked(part, gone)
    lost = drawing.apply(staleness(drawing, source, 2).update)
    builder = ->(value, states = {}) { Drawings::SceneBuilder.new(value, 's1', source, states: states) }
    [drawing, lost].each do |value|
      shared = builder[value]
      docket = Linking::Docketing.of(value, source, ->(_) { 2 }) { shared }
      assert_equal Linking::Docketing.of(value, source, ->(_) { 2 }).to_h, docket.to_h
      refute_empty docket.states
      plain = shared.scene.groups
      assert_equal builder[value, docket.states].scene.groups, shared.with_states(docket.states).scene.groups
      assert_equal [nil], plain.map(&:state).uniq, 'the docket is told of the sheet as it is'
    end
  end

  def test_a_renamed_feature_is_tied_again_by_likeness
    drawing, source = linked(part, part(features: PART.gsub('id: pocket', 'id: seat')))
    front = staleness(drawing, source, 2)
    after = drawing.apply(front.update)
    assert_empty staleness(after, source, 2).adrift
    assert dimension(after, 'seat.callout')
  end

  def test_an_ambiguous_likeness_is_never_taken
    two =
      PART.gsub('id: pocket', 'id: seat') +
        "- {id: twin, type: hole, on: plate/end.end, at: [20.5, 0], diameter: 20.2, depth: 7, point_angle: 180}\n"
    drawing, source = linked(part, part(features: two))
    after = drawing.apply(staleness(drawing, source, 2).update)
    adrift = staleness(after, source, 2).adrift.find { |a| a.dimension.dimension == 'pocket.callout' }
    assert_equal %w[seat.callout twin.callout], adrift.proposals.first(2).map(&:id)
  end

  def test_title_block_fields_old_and_new
    texts =
      ['EN AW-6061', 'EN AW-7075'].map { |m| part.sub("name: Part\n", "name: Part\nproperties: {material: #{m}}\n") }
    drawing, source = linked(*texts)
    s = staleness(drawing, source, 2)
    assert_empty s.behind
    assert_equal [['material', 'EN AW-6061', 'EN AW-7075']], s.fields[0].changes
    assert_empty staleness(drawing.apply(s.update), source, 2).fields
  end

  def test_tidy_rows_first_10_then_7_apart_shorter_nearer # DIM-04
    drawing, = linked(demo('hub-spindle'))
    rows =
      drawing.dimensions_of('front').select { |d|
        d.place.is_a?(Drawings::Annotations::Row)
      }.map { |d| d.place.gap }.uniq.sort
    assert_equal 10.0, rows[0]
    rows.each_cons(2) { |a, b| assert_in_delta 7, b - a, 1e-9 }
  end

  def test_no_two_texts_of_a_tidied_view_overlap
    drawing, source = linked(demo('carousel'))
    scene = Drawings::SceneBuilder.new(drawing, 's1', source).scene
    boxes =
      scene
        .groups
        .select { |g| g.owner.start_with?('dimension/') }
        .map { |g| [g.owner, Drafting::Ink.box(g.items.grep(Drafting::Ink::Text)[0])] }
    boxes.combination(2) do |(a, p), (b, q)|
      refute p[0] < q[2] && p[2] > q[0] && p[1] < q[3] && p[3] > q[1], "#{a} and #{b} overlap"
    end
  end

  def test_dragging_a_dimension_moves_its_text_by_just_that
    drawing, source = linked(part)
    builder = Drawings::SceneBuilder.new(drawing, 's1', source)
    drawing.dimensions.reject { |d| d.place.is_a?(Drawings::Annotations::Arc) }.each do |d|
      moved = d.dup.tap { |x| x.place = builder.dimension_ink(d).dragged(3.0, 4.0) }
      a, b = [d, moved].map { |x| builder.dimension_ink(x).ink.grep(Drafting::Ink::Text)[0] }
      assert_in_delta 3, b.x - a.x, 0.01, d.dimension
      assert_in_delta 4, b.y - a.y, 0.01, d.dimension
    end
  end
end
