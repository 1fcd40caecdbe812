# frozen_string_literal: true

require 'test_helper'

# Which faces of one model are which of another; cells with their faces renamed; other instances of a pattern. mm.
class CounterpartsTest < CoreTest
  PLATE = <<~FEATURES
    - {id: plate, type: extrude, profile: {kind: rectangle, width: 80, height: 50}, depth: 10}
    - {id: eye, type: hole, on: plate/end.end, at: [12, 6], diameter: 14, through: true}
    - {id: pin, type: hole, on: plate/end.end, at: [-25, -10], diameter: 6, depth: 5, point_angle: 180}
  FEATURES
  NAMES = { 'plate' => 'slab', 'eye' => 'window', 'pin' => 'seat' }.freeze

  def other(text = PLATE) = NAMES.reduce(text) { |t, (a, b)| t.gsub(/\b#{a}\b/, b) }
  def pair(a, b, **more) = Linking::Counterparts.of(built(a), built(b), **more)

  def test_names_mean_the_same_where_the_same_features_made_both
    found = pair(PLATE, PLATE.sub('width: 80', 'width: 95'))
    assert_predicate found, :kin?
    assert_equal 'eye/wall', found.of('eye/wall')
    assert_in_delta 1.0, found.sureness(['eye/wall']), 0
    refute_predicate found, :turned?
  end

  def test_else_faces_are_found_by_likeness_with_how_sure
    found = pair(PLATE, other(PLATE.sub('width: 80', 'width: 84').sub('diameter: 14', 'diameter: 15')))
    refute_predicate found, :kin?
    NAMES.each do |a, b|
      face = { 'plate' => 'end.end', 'eye' => 'wall', 'pin' => 'floor' }[a]
      assert_equal "#{b}/#{face}", found.of("#{a}/#{face}")
    end
    assert_operator found.sureness(['eye/wall']), :<, found.sureness(['plate/end.start'])
    assert_operator found.sureness(['eye/wall']), :>, 0.5
  end

  def test_what_is_not_there_has_no_counterpart_and_a_name_that_nothing_has
    without = other(PLATE.lines.first(2).join)
    found = pair(PLATE, without)
    assert_nil found.of('pin/wall')
    assert_equal 'pin/wall of Part', found.gone('pin/wall')
    assert_in_delta 0.0, found.sureness(['pin/wall']), 0
    assert_operator found.sureness(%w[eye/wall pin/wall]), :>, 0.5, 'as far as there are any'
  end

  def renaming(*) = Linking::Renaming.new(pair(PLATE, other))

  def test_ids_are_renamed_wherever_they_say_faces
    r = renaming
    assert_equal 'measured.size.window/wall', r.id('measured.size.eye/wall')
    assert_equal 'measured.distance.slab/end.start|slab/end.end',
                 r.id('measured.distance.plate/end.start|plate/end.end')
    assert_equal 'plate.depth', r.id('plate.depth'), 'a size of the recipe is no face'
    mark = Modelling::Marked.id('datum', 'eye/wall', 'A')
    assert_equal %w[datum window/wall A], Modelling::Marked.read(r.id(mark))
    spot =
      Modelling::Spots::Spot.new(
        kind: 'centre',
        faces: %w[eye/wall plate/end.end],
        nth: nil,
        share: nil,
        direction: nil
      )
    picked = Modelling::Picked.id('across', [1.0, 0.0, 0.0], spot, spot)
    assert_equal %w[window/wall slab/end.end], Modelling::Picked.read(r.id(picked))[2].faces
    arc = Modelling::ArcLengths.id(%w[plate/end.end eye/wall])
    assert_equal %w[slab/end.end window/wall], Modelling::ArcLengths.read(r.id(arc)).sort
    assert_equal 'picked:[broken', r.id('picked:[broken'), 'what can\'t be read stays as it is'
  end

  def test_of_several_places_that_the_same_faces_make_none_is_taken_for_sure
    spot =
      Modelling::Spots::Spot.new(
        kind: 'corner',
        faces: %w[plate/end.end eye/wall],
        nth: [1, 2],
        share: nil,
        direction: nil
      )
    id = renaming.id(Modelling::Picked.id('across', [1.0, 0.0, 0.0], spot, spot))
    assert(Modelling::Picked.read(id)[2].faces.all? { |n| n.end_with?(' of Part') })
  end

  def test_cells_keep_their_words_while_their_faces_are_renamed
    tip =
      Drawings::Annotations::Tip.new(
        view: 'front',
        spot: ['corner', %w[eye/wall plate/end.end], nil, nil, nil],
        x: 1.0,
        y: 2.0
      )
    note = Drawings::Note.new(id: 'n1', sheet: 's1', text: 'see eye/wall', x: 0.0, y: 0.0, leaders: [tip])
    found = renaming.cell('note/n1', note)
    assert_equal 'see eye/wall', found.text
    assert_equal %w[window/wall slab/end.end], found.leaders[0].spot[1]
    tied = Drawings::Views::Tied.new(x: 0.0, y: 0.0, face: 'eye/wall', rx: 0.0, ry: 0.0)
    line = Drawings::Views::CuttingLine.new(line: [tied, tied], form: 'full', looks: 1)
    view =
      Drawings::View.new(
        id: 'v1',
        sheet: 's1',
        binding: 'b1',
        revision: 1,
        kind: 'section',
        name: 'eye/wall',
        own: line
      )
    again = renaming.cell('view/v1', view)
    assert_equal %w[eye/wall window/wall], [again.name, again.own.line[0].face]
  end

  def spokes(count)
    built(<<~FEATURES)
      - {id: disc, type: extrude, profile: {kind: circle, diameter: 100}, depth: 8}
      - {id: slots, type: extrude, operation: cut, on: disc/end.end, at: [0, 44], through: true, profile: {kind: rectangle, width: 6, height: 8}, pattern: {kind: circular, count: #{count}}}
    FEATURES
  end

  def test_another_instance_of_a_pattern_says_the_same_where_it_lies_square_to_the_view
    four, six = spokes(4), spokes(6)
    left, right = %w[left right].map { |side| four.solid.faces.map(&:name).grep(%r{slots\[1\]/side\.#{side}})[0] }
    id = "measured.distance.#{left}|#{right}"
    measured = four.dimension(id)
    dimension =
      Drawings::Dimension.new(
        id: 'd1',
        view: 'v',
        dimension: id.gsub('[1]', '[2]'),
        snapshot: Drawings::Annotations::Snapshot.of(measured)
      )
    found = Linking::Siblings.of(dimension, six, Projection::ViewFrame.named('top'))
    assert_in_delta 6.0, found.value, 1e-6
    assert_match(/slots\[\d\]/, found.id)
    one = built("- {id: disc, type: extrude, profile: {kind: circle, diameter: 100}, depth: 8}\n")
    assert_nil Linking::Siblings.of(dimension, one, Projection::ViewFrame.named('top'))
  end
end
