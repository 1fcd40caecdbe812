# frozen_string_literal: true

require 'test_helper'

# Title blocks: the grid and its changes, words in cells, tables.
class BlockGridTest < CoreTest
  G = Drafting::BlockGrid

  def iso = Drawings::Shelf.block('iso-7200').grid

  def tiled?(grid)
    (
      grid.cells.sum { |c| grid.box(c).then { |x0, y0, x1, y1| (x1 - x0) * (y1 - y0) } } - (grid.width * grid.height)
    ).abs < 1e-6 && grid.problems.empty?
  end

  def test_shipped_blocks_fill_their_outline_without_overlap
    Drawings::Shelf::BLOCKS.each_key { |n| assert tiled?(Drawings::Shelf.block(n).grid), n }
    assert_equal [180.0, 50.0], [iso.width, iso.height], 'ISO 7200: 180 wide'
    assert_in_delta 6.25, Drawings::Shelf.block('compact-inch').width / 25.4, 1e-9
  end

  def test_iso_block_has_the_mandatory_fields # 2.1
    fields = iso.cells.map { |c| c['field'] }
    assert_empty %w[owner number date sheet title approved author type] - fields
  end

  def test_tb_03_number_and_title_are_lettered_at_least_3_5
    %w[number title].each { |f| assert_operator iso.cells.find { |c| c['field'] == f }['height'], :>=, 3.5 }
  end

  def test_random_changes_leave_a_whole_block
    rng = Random.new(11)
    grid = iso
    done = 0
    200.times do
      id = grid.cells.sample(random: rng)['id']
      after = [
        -> { grid.split(id, %w[columns rows].sample(random: rng)) },
        -> { grid.merge(id, %w[right down].sample(random: rng)) },
        -> { grid.size(id, width: rng.rand(8.0..50)) }
      ].sample(random: rng).call
      next if after.is_a?(String) || after.cells.size > 60

      assert tiled?(after), 'cells still fill the block'
      grid = after
      done += 1
    end
    assert_operator done, :>, 60
  end

  def test_split_then_merge_is_the_way_back
    { 'columns' => 'right', 'rows' => 'down' }.each do |split, merge|
      after = iso.split('c8', split)
      assert_equal iso.cells.size + 1, after.cells.size
      back = after.merge('c8', merge)
      assert_equal iso.cells.map { |c| iso.box(c).map { |v| v.round(6) } }.sort,
                   back.cells.map { |c| back.box(c).map { |v| v.round(6) } }.sort
    end
  end

  def test_sizing_takes_from_the_neighbour_or_grows_the_block
    wider = iso.size('c1', width: 70)
    assert_in_delta 180, wider.width, 1e-9
    assert_in_delta 70, wider.box(wider.cell('c1')).then { |b| b[2] - b[0] }, 1e-9
    last = iso.size('c17', width: 30)
    assert_in_delta 190, last.width, 1e-9, 'the last column has no neighbour'
    assert_match(/3 mm or more/, iso.size('c1', width: 79))
  end

  def test_rows_are_added_below_and_taken_out
    more = iso.with_row(8.0)
    assert tiled?(more)
    fresh = more.cells.last['id']
    assert_equal iso.cells, more.without_row(fresh).cells
    assert_match(/as wide as the block/, more.without_row('c1'))
  end

  def test_faults_are_told_by_cell
    faults = ->(change) do
      G.new(iso.columns, iso.rows, iso.cells.map { |c| c['id'] == 'c2' ? c.merge(change) : c }).problems.join
    end
    assert_equal "title block cells 'c1' and 'c2' overlap; give one of them another place",
                 faults['col' => 1, 'cols' => 4]
    assert_match(/'c2' reaches out of the block/, faults['col' => 6])
    assert_match(/'c2': 'colour' is not known/, faults['colour' => 'red'])
    assert_match(/'c2': lettering is 1 to 30/, faults['height' => 90])
    assert_match(/'c2': align is/, faults['align' => 'up'])
    assert_match(/longer than 200/, faults['caption' => 'x' * 300])
    assert_match(/1 to 120 cells/, G.new([], [], []).problems.join)
    assert_match(
      /can't be split/,
      G.new([5.0], [10.0], [{ 'id' => 'c1', 'row' => 0, 'col' => 0, 'rows' => 1, 'cols' => 1 }]).split('c1', 'columns')
    )
    assert_match(/no cell of the same height/, iso.merge('c17', 'right'))
  end

  def width(text, h) = Drafting::Lettering.width(text, h)

  def test_words_shrink_wrap_or_are_cut
    text = 'Filter-wheel unit with motor'
    h, lines = Drafting::CellText.fit(text, 5.0, 60, 20, 'shrink')
    assert_equal [[text], true], [lines, h < 5.0]
    h, lines = Drafting::CellText.fit(text, 5.0, 60, 20, 'wrap')
    assert_equal [5.0, 2, text], [h, lines.size, lines.join(' ')]
    h, lines = Drafting::CellText.fit(text, 5.0, 60, 20, 'cut')
    assert_equal 5.0, h
    assert lines[0].end_with?('...')
    [['shrink', 12, 3], ['wrap', 14, 3], ['wrap', 40, 6]].each do |rule, room, high|
      h, lines = Drafting::CellText.fit(text * 3, 5.0, room, high, rule)
      assert_operator h, :>=, 1.8
      assert(lines.all? { |l| width(l, h) <= room }, "#{rule} #{room}: words stay in the cell")
    end
  end

  def test_cells_align_left_centre_and_right
    grid = G.new([60.0], [10.0], [{ 'id' => 'c1', 'row' => 0, 'col' => 0, 'rows' => 1, 'cols' => 1, 'height' => 3.5 }])
    { 'left' => 1.2, 'centre' => 30 - (width('Lid', 3.5) / 2), 'right' => 58.8 - width('Lid', 3.5) }.each do |align, x|
      ink =
        Drafting::TitleBlock.new(
          Drafting::Standard.new,
          grid.with('c1', 'align' => align),
          [0.0, 0.0],
          { 'c1' => 'Lid' }
        ).ink
      assert_in_delta x, Drafting::Ink.box(ink.grep(Drafting::Ink::Text)[0])[0], 1e-6, align
    end
  end

  def test_tb_05_outline_and_inner_lines
    widths =
      Drafting::TitleBlock
        .new(Drafting::Standard.new, iso, [0.0, 0.0], {})
        .ink
        .grep(Drafting::Ink::Line)
        .map(&:width)
        .uniq
    assert_includes widths, 0.7
    assert_includes widths, 0.35
  end

  def table(up)
    Drafting::TableInk.new(
      [{ 'title' => 'Item', 'width' => 12 }, { 'title' => 'Description', 'width' => 60 }],
      [%w[1 Housing], %w[2 Lid]],
      row: 7.0,
      height: 2.5,
      up: up
    )
  end

  def test_pl_02_a_list_on_the_drawing_grows_up_from_its_header_at_the_bottom
    at = ->(up) { table(up).ink(0.0, 0.0).grep(Drafting::Ink::Text).to_h { |t| [t.string, t.y] } }
    up = at[true]
    assert_operator up['Item'], :<, up['1']
    assert_operator up['1'], :<, up['2']
    down = at[false]
    assert_operator down['Item'], :>, down['1']
    assert_operator down['1'], :>, down['2']
    assert_equal [72.0, 21.0], [table(true).width, table(true).tall]
  end

  # Five rows, two beside each other at a time: three parts, each with its header, the next one to the left.
  def test_a_long_list_goes_on_beside_itself
    columns = [{ 'title' => 'Item', 'width' => 12 }, { 'title' => 'Description', 'width' => 60 }]
    rows = (1..5).map { |i| [i.to_s, "Part #{i}"] }
    [[true, true], [true, false], [false, true]].each do |up, leftward|
      split = { split: 2, leftward: leftward }
      ink = Drafting::TableInk.new(columns, rows, row: 7.0, height: 2.5, up: up, **split)
      assert_equal [3 * 72.0, 21.0], [ink.width, ink.tall]
      items = ink.ink(100.0, 50.0)
      texts = items.grep(Drafting::Ink::Text)
      assert_equal 3, texts.count { |t| t.string == 'Item' }
      at = texts.to_h { |t| [t.string, t] }
      assert_equal 144, (at['Part 1'].x - at['Part 5'].x).abs.round
      assert_equal leftward, at['Part 5'].x < at['Part 1'].x
      assert_in_delta at['Part 1'].y, at['Part 5'].y, 1e-9, 'headers stand level'
      boxes = items.grep(Drafting::Ink::Line).select(&:closed).map { |l| l.points.transpose.map(&:minmax) }
      assert_equal 3, boxes.size
      assert_equal [[100.0, 316.0], [50.0, 71.0]], boxes.transpose.map { |spans| spans.flatten.minmax }
    end
  end

  def test_columns_stand_left_centred_or_right
    columns = %w[left centre right].map { |align| { 'title' => 'T', 'width' => 30, 'align' => align } }
    ink = Drafting::TableInk.new(columns, [%w[12,5 12,5 12,5]], row: 7.0, height: 2.5, up: false).ink(0.0, 0.0)
    long = Drafting::Lettering.width('12,5', 2.5)
    at = ink.grep(Drafting::Ink::Text).select { |t| t.string == '12,5' }.map(&:x).sort
    [1, 45 - (long / 2), 89 - long].zip(at) { |wanted, x| assert_in_delta wanted, x, 1e-9 }
  end

  # Cells typed over are underlined, as long as their words, in whichever part of a split list they stand.
  def test_what_was_typed_over_is_underlined
    columns = [{ 'title' => 'Item', 'width' => 12 }, { 'title' => 'Description', 'width' => 60 }]
    rows = (1..5).map { |i| [i.to_s, "Part #{i}"] }
    under = ->(**more) do
      ink = Drafting::TableInk.new(columns, rows, row: 7.0, height: 2.5, up: true, **more).ink(0.0, 0.0)
      texts, lines = ink.grep(Drafting::Ink::Text), ink.grep(Drafting::Ink::Line).reject(&:closed)
      texts.select do |t|
        long = Drafting::Lettering.width(t.string, 2.5)
        lines.any? do |l|
          (a, b), = l.points.transpose.map(&:minmax)
          foot = l.points[0][1]
          (a - t.x).abs < 1e-9 && (b - t.x - long).abs < 1e-6 && (t.y - foot).between?(0.3, 1.2)
        end
      end
    end
    assert_empty under[]
    assert_equal ['Part 2'], under[marked: [[1, 1]]].map(&:string)
    assert_equal ['5', 'Part 3'], under[marked: [[2, 1], [4, 0]], split: 2].map(&:string).sort
  end

  def test_pl_03_outline_wide_rows_narrow
    lines = table(true).ink(0.0, 0.0).grep(Drafting::Ink::Line)
    assert_equal 0.5, lines.find(&:closed).width
    assert_includes lines.map(&:width), 0.25
  end
end
