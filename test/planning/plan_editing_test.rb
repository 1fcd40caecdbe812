# frozen_string_literal: true

require 'test_helper'

# Tolerance plans corrected by hand: what is put in stays legal (standards.md 10.3), what others go by stays.
class PlanEditingTest < CoreTest
  Refused = Planning::Tolerances::Refused
  # A plate with a slot right through it, and two feet that stand in one plane.
  PART = <<~F
    - {id: plate, type: extrude, profile: {kind: rectangle, width: 80, height: 60}, depth: 10}
    - {id: feet, type: boss, on: plate/end.end, at: [-25, 0], diameter: 12, depth: 6, pattern: {kind: linear, columns: 2, column_spacing: 50}}
    - {id: way, type: pocket, on: plate/end.end, at: [0, 0], width: 10, height: 30, through: true}
    - {id: bore, type: hole, on: plate/end.end, at: [25, 20], diameter: 8, through: true}
  F

  def setup
    @model = built(PART)
    @plan = Modelling::TolerancePlan.new({})
    @next = 0
  end

  def editing = Planning::Tolerances::Editing.new(@model, @plan)
  def put(**data) = @plan = editing.put(data.transform_keys(&:to_s))
  def datum(letter, *faces) = put(kind: 'datum', letter: letter, faces: faces)
  def frame(words, *faces, **more) = put(kind: 'frame', words: words, faces: faces, **more)
  def refused(pattern, &) = assert_match(pattern, assert_raises(Refused, &).message)
  def names(pattern) = @model.solid.faces.map(&:name).grep(pattern).sort

  def test_statements_get_ids_of_their_own_and_keep_them
    datum('A', 'plate/end.start')
    frame('⏊|0.1|A', 'plate/side.left')
    assert_equal %w[h1 h2], @plan.statements.map(&:id)
    frame('⏊|0.05|A', 'plate/side.left', id: 'h2')
    assert_equal %w[h2 ⏊|0.05|A], @plan.statement('h2').then { |s| [s.id, s.words] }
    assert_equal 2, @plan.statements.size
  end

  def test_what_is_not_there_is_refused
    refused(%r{the part has no face 'plate/none'}) { datum('A', 'plate/none') }
    refused(/there is no size 'plate.breadth'/) do
      put(kind: 'size', of: 'plate.breadth', tolerance: '±0.1', faces: ['plate/side.left'])
    end
    refused(/there is no datum A; set it on a face first/) { frame('⏊|0.1|A', 'plate/side.left') }
    refused(/no annotation plane 'aside'/) { editing.place(['h1'], 'aside', nil) }
    refused(%r{the part has no face 'plate/none'}) { editing.coplanar('plate/none') }
    assert_empty @plan.statements
  end

  def test_frames_that_are_not_legal_are_refused_with_their_rule
    datum('A', 'plate/end.start')
    refused(/FCF-02/) { frame('⏥|0.1|A', 'plate/end.end') }
    refused(/FCF-03/) { frame('⏊|0.1', 'plate/side.left') }
    refused(/FCF-01/) { frame('⏥|0', 'plate/end.start') }
    refused(/is no tolerance frame/) { frame('0.1', 'plate/end.start') }
    assert_equal 1, @plan.statements.size
  end

  # Ⓜ needs a size: a bore has one, and a slot's two walls; a face has none, nor have two that lie in one plane.
  def test_material_condition_only_of_what_has_a_size
    datum('A', 'plate/end.start')
    tops = names(%r{\Afeet\[\d\]/end})
    assert_equal 2, tops.size
    walls = names(%r{\Away/side\.(left|right)})
    assert_equal 2, walls.size
    frame('⌖|⌀0.2 Ⓜ|A', 'bore/wall')
    frame('⌖|0.2 Ⓜ|A', *walls)
    refused(/FCF-0\d/) { frame('⌓|0.2 Ⓜ|A', tops[0]) }
    refused(/FCF-0\d/) { frame('⌓|0.2 Ⓜ|A', *tops) }
    refused(/FCF-0\d/) { frame('⏊|0.2 Ⓜ|A', 'plate/side.left', 'plate/side.top') }
  end

  # So with the datums that it goes by.
  def test_material_condition_of_a_datum_only_where_that_has_a_size
    datum('A', 'plate/end.start')
    datum('B', 'bore/wall')
    datum('C', *names(%r{\Afeet\[\d\]/end}))
    wall = names(%r{\Afeet\[1\]/(?!end)}).first
    frame('⌖|⌀0.2|A|B Ⓜ', wall)
    refused(/FCF-0\d/) { frame('⌖|⌀0.2|A|C Ⓜ', wall) }
  end

  def test_a_letter_stands_once_and_a_datum_stays_while_frames_go_by_it
    datum('A', 'plate/end.start')
    refused(/datum A stands already; the next free letter is B/) { datum('A', 'plate/side.left') }
    refused(/'I' is no datum letter/) { datum('I', 'plate/side.left') }
    frame('⏊|0.1|A', 'plate/side.left')
    refused(/datum A stays: ⏊\|0.1\|A goes by it/) { editing.drop(['h1']) }
    assert_equal ['h1'], editing.drop(['h2']).statements.map(&:id)
    assert_predicate editing.drop(%w[h1 h2]), :empty?
  end

  def test_a_size_is_in_the_plan_once_and_one_with_its_own_tolerance_never
    put(kind: 'size', of: 'bore.diameter', tolerance: 'H9', faces: ['bore/wall'])
    refused(/that size is in the plan already/) do
      put(kind: 'size', of: 'bore.diameter', tolerance: '±0.1', faces: ['bore/wall'])
    end
    put(id: 'h1', kind: 'size', of: 'bore.diameter', tolerance: 'H8', faces: ['bore/wall'])
    assert_equal 'H8', @plan.statement('h1').tolerance
    refused(/choose another fit/) do
      put(id: 'h1', kind: 'size', of: 'bore.diameter', tolerance: 'T6', faces: ['bore/wall'])
    end
    @model = built(PART.sub('diameter: 8,', 'diameter: seat,'), '{seat: {value: 8, fit: H7}}')
    @plan = Modelling::TolerancePlan.new({})
    refused(/that size has its own tolerance, H7/) do
      put(kind: 'size', of: 'bore.diameter', tolerance: 'H9', faces: ['bore/wall'])
    end
  end

  def test_words_are_put_somewhere_and_back
    datum('A', 'plate/end.start')
    @plan = editing.place(['h1'], 'front', [1.0, 2.0, 3.0])
    assert_equal ['front', [1.0, 2.0, 3.0]], @plan.statement('h1').then { |s| [s.plane, s.at] }
    @plan = editing.place(['h1'], nil, nil)
    assert_equal [nil, nil], @plan.statement('h1').then { |s| [s.plane, s.at] }
    refused(/three numbers/) { editing.place(['h1'], nil, [1.0, 2.0, 1e9]) }
  end

  def test_faces_machined_at_once_are_found
    tops = names(%r{\Afeet\[\d\]/end})
    assert_equal tops, editing.coplanar(tops[1])
    assert_equal ['plate/side.left'], editing.coplanar('plate/side.left')
    assert_equal ['bore/wall'], editing.coplanar('bore/wall')
  end
end
