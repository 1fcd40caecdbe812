# frozen_string_literal: true

require 'test_helper'

# One contract over every kind of annotation: words, places, what dragging does, what is said twice. Lengths in mm.
class AnnotationsTest < CoreTest
  include Nockplane::Drawings

  V = Nockplane::Geometry::Vec
  # A block 60 x 40 x 30 with a bore.
  PART = <<~TEXT
    nockplane: recipe/1
    name: Block
    features:
      - {id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 30}
      - {id: h, type: hole, on: b/end.end, diameter: 20, through: true}
  TEXT

  def setup
    @source = Products::Source.new { PART }
    @drawing =
      Drawing.of(
        Meta.new(title: 'Block', number: 'QI-1-D', revision: 'A', state: 'in work', standard: { 'name' => 'ISO' }),
        Binding.new(id: 'b1', model: 'm', follow: true),
        Sheet.new(id: 's1', format: { 'size' => 'A3' }, scale: 1.0, binding: 'b1', revision: 1),
        View.new(
          id: 'front',
          sheet: 's1',
          binding: 'b1',
          revision: 1,
          kind: 'principal',
          name: 'Front view',
          orientation: 'front',
          x: 150.0,
          y: 150.0
        )
      )
    @at = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view('front'))
  end

  # What the front view could show of each kind: it looks along y.
  def measured(kind)
    Annotations::Snapshot.new(
      kind: kind,
      value: 20.0,
      count: 1,
      prefix: { 'tolerance_frame' => '⌖|⌀0.2|A', 'datum' => 'A', 'surface_texture' => 'removed|Ra 1.6' }[kind],
      faces: ['h/wall'],
      from: [-10.0, 0.0, 5.0],
      to: [10.0, 0.0, 5.0],
      axis: [0.0, 1.0, 0.0],
      centre: [0.0, 0.0, 5.0],
      points: kind == 'hatched_area' ? [[-10.0, 0.0, 5.0], [10.0, 0.0, 5.0], [10.0, 0.0, 12.0]] : nil,
      parts: kind == 'callout' ? [part('h.diameter', 'diameter'), part('h.depth', 'depth')] : nil
    )
  end

  def part(name, kind) = Annotations::Snapshot::Part.new(name: name, kind: kind, value: 20.0, count: 1)

  def annotation(kind)
    return Note.new(id: 'n1', sheet: 's1', text: "Deburr\nall edges", x: 20.0, y: 30.0) if kind.free?

    snapshot = measured(kind.name)
    place = kind.place_type(snapshot, @at.frame).fresh(@drawing.standard)
    Dimension.new(id: 'd1', view: 'front', dimension: 'x', snapshot: snapshot, place: place, pinned: false)
  end

  def drawn(dimension, **more) = Annotations::Drawn.new(@drawing.standard, @at, dimension, [], **more)

  def each_kind
    Annotations.all.each do |name, kind|
      yield kind, annotation(kind)
    rescue StandardError => e
      flunk "#{name}: #{e.class} #{e.message}"
    end
  end

  def each_dimension
    each_kind { |kind, cell| yield kind, cell unless kind.free? }
  end

  def test_every_kind_is_found_by_its_cell_and_says_what_it_is
    each_kind do |kind, cell|
      assert_same kind, Annotations.of(cell)
      refute_empty kind.title
      refute_empty kind.words(@drawing.standard, cell).to_s
      assert_includes [0, 1, 2], kind.suits(measured(kind.name), @at.frame)
    end
  end

  def test_every_cell_is_written_and_read_back
    each_kind do |kind, cell|
      key = Cells.key(cell)
      read = Cells.from(key, JSON.parse(JSON.generate(Cells.plain(cell))))
      assert_equal cell, read, kind.name
      assert Ractor.shareable?(read)
      assert_equal kind.anchors(cell), kind.anchors(read)
    end
  end

  def test_every_dimension_draws_its_words_at_a_finite_place
    each_dimension do |kind, cell|
      ink = drawn(cell).ink
      assert_equal kind.worded?, ink.grep(Drafting::Ink::Text).any?, kind.name
      boxes = ink.map { |i| Drafting::Ink.box(i) }
      assert boxes.flatten.all? { |c| c.finite? && c.between?(0.0, 420.0) }, "#{kind.name}: #{boxes.inspect}"
    end
  end

  def test_words_follow_the_pointer_when_they_are_dragged
    each_dimension do |kind, cell|
      next unless kind.worded?

      before = middle(drawn(cell))
      [[6.0, 0.0], [0.0, 7.0], [-5.0, 4.0]].each do |dx, dy|
        place = drawn(cell).dragged(dx, dy)
        assert_equal cell.place.class, place.class
        after = middle(drawn(cell.dup.tap { |d| d.place = place }))
        way = [after[0] - before[0], after[1] - before[1]]
        assert_operator (way[0] * dx) + (way[1] * dy), :>=, 0, "#{kind.name} goes where it is dragged"
        next if [Annotations::Arc, Annotations::AlongArc].include?(cell.place.class) # goes in and out only

        assert_in_delta dx, way[0], 1e-2, kind.name
        assert_in_delta dy, way[1], 1e-2, kind.name
      end
    end
  end

  def test_an_angle_goes_to_the_other_side_of_its_vertex_and_stays_what_it_is
    cell = annotation(Annotations.all['angle'])
    x, y = @at.point(cell.snapshot.centre)
    sides = [cell.place, cell.place.turned].map { |p| middle(drawn(cell.dup.tap { |d| d.place = p })) }
    ways = sides.map { |u, v| [u - x, v - y] }
    assert_operator (ways[0][0] * ways[1][0]) + (ways[0][1] * ways[1][1]), :<, 0
    assert_equal cell.place, cell.place.turned.turned
  end

  # Where the words stand; of what has several, the first.
  def middle(drawn) = drawn.ink.grep(Drafting::Ink::Text).first.then { |t| [t.x, t.y] }

  def test_what_is_adrift_carries_a_hollow_diamond_and_ochre
    each_dimension do |kind, cell|
      ink = drawn(cell, adrift: true).ink
      diamond = ink.last
      assert diamond.closed && diamond.points.size == 4, kind.name
      assert(ink.all? { |i| i.tone == Drafting::Ink::OCHRE })
    end
  end

  def test_dim_01_a_row_stands_off_the_outline_by_its_gap
    dimension = annotation(Annotations.all['linear'])
    line = drawn(dimension).ink.grep(Drafting::Ink::Line).find { |l| l.points.map(&:last).uniq.size == 1 }
    assert_in_delta @at.outline[3] + @drawing.standard.first_row, line.points[0][1], 1e-9
    assert_equal [140.0, 160.0], drawn(dimension).span.map { |x| x.round(6) }
  end

  def test_a_leader_meets_the_circle_in_its_direction
    dimension = annotation(Annotations.all['diameter'])
    dimension.place = dimension.place.with(angle: 30.0)
    assert_in_delta 10.0, drawn(dimension).radius, 1e-9
    x, y = @at.point([0.0, 0.0, 5.0])
    tip = [x + (10 * Math.cos(Math::PI / 6)), y + (10 * Math.sin(Math::PI / 6))]
    ends = drawn(dimension).ink.grep(Drafting::Ink::Line).flat_map(&:points)
    assert_operator ends.map { |p| Math.hypot(p[0] - tip[0], p[1] - tip[1]) }.min, :<, 1e-9
  end

  def test_a_diameter_from_the_side_runs_square_to_its_axis
    snapshot = measured('diameter').with(axis: [0.0, 0.0, 1.0])
    kind = Annotations.all['diameter']
    assert_equal Annotations::Row, kind.place_type(snapshot, @at.frame)
    dimension = annotation(kind).dup
    dimension.snapshot = snapshot
    dimension.place = Annotations::Row.fresh(@drawing.standard)
    a, b = drawn(dimension).ends
    assert_in_delta 20.0, V.distance(a, b), 1e-9
    assert_in_delta 0.0, V.dot(V.sub(b, a), [0.0, 0.0, 1.0]), 1e-9
  end

  def test_only_sizes_are_typed_and_only_lengths_in_units
    sizes = Annotations.all.values.select(&:size?).map(&:name)
    others = %w[tolerance_frame datum surface_texture centre_line centre_mark bolt_circle hatched_area note]
    assert_equal others, Annotations.all.keys - sizes
    refute Annotations.all['angle'].length?
    assert_equal '20', measured('linear').typed(@drawing.standard)
    assert_equal '20', measured('angle').typed(@drawing.standard)
  end

  def test_notes_are_wrapped_and_boxed
    note = annotation(Annotations.all['note'])
    kind = Annotations.of(note)
    lines = kind.ink(@drawing.standard, note)
    assert_equal ['Deburr', 'all edges'], lines.map(&:string)
    assert_in_delta 1.5 * @drawing.standard.note_height, lines[0].y - lines[1].y, 1e-9
    narrow = note.dup.tap { |n| n.width = 12.0 }
    assert_operator kind.ink(@drawing.standard, narrow).size, :>, 2
    assert_in_delta 12.0, kind.box(@drawing.standard, narrow).then { |x0, _, x1, _| x1 - x0 }, 1e-9
  end

  def test_a_wish_for_a_place_is_no_place_yet
    refute_predicate Annotations::Row.new, :placed?
    assert_predicate Annotations::Row.fresh(@drawing.standard), :placed?
    assert_raises(KeyError) { Annotations::Place.read('form' => 'nowhere') }
  end

  # --- words made by hand ---

  def worded(snapshot = measured('linear'), **fields)
    dimension = annotation(Annotations.all['linear']).dup
    dimension.snapshot = snapshot
    dimension.wording = Annotations::Wording.new(**fields)
    Annotations.words(@drawing.standard, dimension)
  end

  def test_words_before_and_after_brackets_and_decimals
    assert_equal '2× 20 both sides', worded(before: '2×', after: 'both sides').to_s
    assert_equal '(20)', worded(brackets: true).to_s
    assert_equal '20,000', worded(decimals: 3).to_s
    toleranced = worded(measured('linear').with(tolerance: '+0.1/-0.2'), brackets: true)
    assert_equal %w[(20 +0,1 -0,2 )],
                 [toleranced.main, toleranced.upper, toleranced.lower.tr('−', '-'), toleranced.tail]
  end

  def test_dim_13_a_value_typed_over_is_underlined_by_a_wide_line_and_has_no_tolerance
    words = worded(measured('linear').with(tolerance: '±0.1'), over: '25', after: 'max')
    assert_equal '25 max', words.to_s
    dimension = annotation(Annotations.all['linear']).dup
    dimension.wording = Annotations::Wording.new(over: '25')
    line =
      drawn(dimension)
        .ink
        .grep(Drafting::Ink::Line)
        .find { |l| (l.width - @drawing.standard.width('visible')).abs < 1e-9 }
    text = drawn(dimension).ink.grep(Drafting::Ink::Text).first
    assert line, 'a wide line'
    assert_operator line.points[0][1], :<, text.y
    assert_in_delta Drafting::Lettering.width('25', @drawing.standard.text_height),
                    line.points[1][0] - line.points[0][0],
                    1e-6
  end

  def test_wordings_are_edited_refused_and_taken_back
    drawing = @drawing.apply(Edit.put('x', annotation(Annotations.all['linear'])))
    edit = AnnotationEdits.word(drawing, 'd1', Annotations::Wording.new(over: '25'))
    assert_equal '20 now reads 25', edit.label
    after = drawing.apply(edit)
    assert_equal drawing, after.apply(edit.inverse(drawing))
    assert_equal after, Drawing.from_h(JSON.parse(JSON.generate(after.to_h)))
    assert_nil drawing.apply(AnnotationEdits.word(after, 'd1', Annotations::Wording.new)).dimension('d1').wording
    {
      { over: 'x' * 10_000 } => 'words at a dimension are at most 60 letters',
      { before: "a\nb" } => 'words at a dimension stand in one line',
      { decimals: 9 } => 'decimals are 0 to 6',
      {} => 'the words are that already'
    }.each do |fields, words|
      assert_equal words, AnnotationEdits.word(drawing, 'd1', Annotations::Wording.new(**fields)).reason
    end
    assert_match(/no dimension zz/, AnnotationEdits.word(drawing, 'zz', nil).reason)
  end

  def test_what_is_typed_over_is_on_the_docket
    dimension = annotation(Annotations.all['linear']).dup
    dimension.dimension = 'b.profile.width'
    dimension.wording = Annotations::Wording.new(over: '25')
    docket = Linking::Docketing.of(@drawing.apply(Edit.put('x', dimension)), @source, ->(_) { 1 })
    assert_equal [%w[d1 25 20]], docket.over.map { |o| [o.id, o.words, o.measured] }
    refute_predicate docket, :clear?
    assert_equal docket.over, Linking::Docket.from_h(JSON.parse(JSON.generate(docket.to_h))).over
  end
end
