# frozen_string_literal: true

require 'test_helper'

# Dimensions, centre lines and boxes as they come out on paper.
class InkTest < CoreTest
  Words = Drafting::SizeText::Words

  def layout = Drafting::DimensionLayout.new(Drafting::Standard.new)
  def texts(ink) = ink.grep(Drafting::Ink::Text)

  def test_vertical_dimension_reads_upwards # DIM-10
    text = texts(layout.linear([0, 0], [0, 40], [0.0, 1.0], 10.0, Words.new('40')))[0]
    assert_in_delta 90, text.angle, 1e-9
    assert_operator text.x, :<, -10, 'left of its line'
  end

  # ISO 1101: a theoretically exact dimension stands in a box, its count before it.
  def test_exact_dimension_is_boxed_without_its_count_and_clear_of_its_line
    words =
      Drafting::SizeText.new(Drafting::Standard.new).words(kind: :diameter, value: 8, tolerance: 'exact', count: 4)
    assert_equal '4× ⌀8 exact', words.to_s
    ink = layout.linear([0, 0], [60, 0], [1.0, 0.0], 10.0, words)
    count, size = texts(ink)
    assert_equal %w[4× ⌀8], [count, size].map { |t| t.string.strip }
    box = ink.grep(Drafting::Ink::Line).last(4).map { |l| Drafting::Ink.box(l) }
    low, high = box.map { |b| b[1] }.min, box.map { |b| b[3] }.max
    left, right = box.map { |b| b[0] }.min, box.map { |b| b[2] }.max
    inside = Drafting::Ink.box(size)
    assert inside[0] > left && inside[2] < right && size.y > low && inside[3] < high, 'the size stands in its box'
    assert_operator Drafting::Ink.box(count)[2], :<=, left + 0.05
    assert_operator low, :>, 10.05, 'the box clears the dimension line'
  end

  def test_a_frame_of_several_features_has_their_count_above_it # FCF-21
    ink = layout.frame([0, 0], [0, 0], [20, 10], [%w[⌖ ⌀0,2 A]], count: 4)
    count = texts(ink).find { |t| t.string == '4×' }
    top = ink.grep(Drafting::Ink::Line).select(&:closed).map { |l| Drafting::Ink.box(l)[3] }.max
    assert_operator count.y, :>, top
    refute_includes texts(layout.frame([0, 0], [0, 0], [20, 10], [%w[⌖ ⌀0,2 A]])).map(&:string), '1×'
  end

  def test_slanted_dimension_keeps_clear_of_its_line
    e = [Math.cos(0.5), Math.sin(0.5)]
    text = texts(layout.linear([0, 0], [e[0] * 60, e[1] * 60], e, 12.0, Words.new('60')))[0]
    off = (text.x * -e[1]) + (text.y * e[0])
    assert_in_delta 13, off, 1e-6
  end

  def test_deviations_stand_behind_the_value_upper_above_lower # DIM-51
    main, upper, lower = texts(layout.linear([0, 0], [60, 0], [1.0, 0.0], 10.0, Words.new('60', '+0,2', '-0,1')))
    assert_operator upper.y, :>, lower.y
    assert_operator upper.x, :>, main.x + Drafting::Lettering.width('60', 3.5)
    assert_equal [3.5, 2.5, 2.5], [main, upper, lower].map(&:height)
    assert_operator lower.y, :>=, 10.7, 'clear of the dimension line by twice the stroke and more'
    assert_in_delta main.y + 1.75, (upper.y + 2.5 + lower.y) / 2, 1e-9, 'centred on the value'
  end

  def test_leader_points_at_the_centre_and_ends_in_a_reference_line # DIM-17
    ink = layout.leader([10, 0], [0, 0], [25, 15], Words.new('⌀20'))
    line, shelf = ink.grep(Drafting::Ink::Line).map(&:points)
    assert_equal [[10, 0], [25, 15]], line
    assert_in_delta shelf[0][1], shelf[1][1], 1e-12
    assert_in_delta 2 + Drafting::Lettering.width('⌀20', 3.5), shelf[1][0] - shelf[0][0], 1e-9
    tip = ink.grep(Drafting::Ink::Fill)[0].points[0]
    assert_equal [10, 0], tip
  end

  def test_leader_to_the_left_has_its_words_on_the_left
    ink = layout.leader([-10, 0], [0, 0], [-25, 15], Words.new('R8'))
    assert_operator texts(ink)[0].x, :<, -25
  end

  def test_angle_arc_is_centred_on_the_vertex # DIM-11
    ink = layout.angle([0, 0], 0.2, 1.4, 20.0, Words.new('68,8°'))
    arc = ink.grep(Drafting::Ink::Arc)[0]
    assert_equal [[0, 0], 20.0, 0.2, 1.4], [arc.centre, arc.rx, arc.from, arc.to]
    text = texts(ink)[0]
    assert_in_delta (0.8 * 180 / Math::PI) - 90, text.angle, 1e-9
  end

  def axes(text) = Products::Axis.all(model(text).solid)

  def test_only_full_turns_have_axes
    assert_empty axes(recipe('  - {id: s, type: extrude, depth: 4, profile: {kind: slot, length: 20, width: 8}}'))
    assert_equal 1, axes(recipe('  - {id: s, type: extrude, depth: 4, profile: {kind: circle, diameter: 8}}')).size
  end

  def test_coaxial_faces_share_one_axis_over_their_whole_length
    found = axes(demo('hub-spindle')).max_by { |a| a.to - a.from }
    assert_in_delta 39, found.to - found.from, 1e-9
    assert_in_delta 9, found.radius, 1e-9
    assert V.parallel?(found.direction, [1, 0, 0])
  end

  def centre_lines(text, view, scale: 1.0)
    frame = Projection::ViewFrame.named(view)
    Drafting::CentreLines.new(Drafting::Standard.new, frame, scale, ->(p) { frame.image(p).map { |c| c * scale } }).ink(
      axes(text),
      []
    )
  end

  PIN = '  - {id: pin, type: extrude, profile: {kind: circle, diameter: 20}, depth: 30}'

  def test_centre_line_runs_past_the_part_and_the_cross_past_the_circle # LIN-05, LIN-06
    side = centre_lines(recipe(PIN), 'front')
    assert_equal 1, side.size
    assert_equal [-3, 33], side[0].points.map { |p| p[1].round(9) }.sort
    cross = centre_lines(recipe(PIN), 'top', scale: 2.0)
    assert_equal [[46.0, 0.0], [0.0, 46.0]],
                 cross.map { |l| [0, 1].map { |k| (l.points[1][k] - l.points[0][k]).abs.round(9) } }
  end

  def test_box_of_turned_text
    box = Drafting::Ink.box(Drafting::Ink.text(10, 10, 'H7', height: 5.0, angle: 90.0))
    assert_in_delta Drafting::Lettering.width('H7', 5.0), box[3] - box[1], 1e-9
    assert_in_delta 5.0 * 1.3, box[2] - box[0], 1e-9
    middle = Drafting::Ink.box(Drafting::Ink.text(10, 10, 'H7', anchor: :middle))
    assert_in_delta 10, (middle[0] + middle[2]) / 2, 1e-9
  end

  def test_long_titles_are_cut_to_fit
    title = 'Filter-wheel unit with motor and hub'
    cut = Drafting::Lettering.fit(title, 5.0, 60)
    assert cut.end_with?('...')
    assert_operator Drafting::Lettering.width(cut, 5.0), :<=, 60
    assert_equal 'Lid', Drafting::Lettering.fit('Lid', 5.0, 60)
  end

  def test_title_block_words_stay_in_their_cells
    Drawings::Shelf::BLOCKS.each_key do |name|
      grid = Drawings::Shelf.block(name).grid
      block =
        Drafting::TitleBlock.new(
          Drafting::Standard.new,
          grid,
          [230.0, 10.0],
          grid.cells.to_h { |c| [c['id'], 'Wide words ' * 8] }
        )
      grid.cells.each do |c|
        box = block.box(c)
        texts(block.cell(c)).each do |t|
          b = Drafting::Ink.box(t)
          assert b[0] >= box[0] && b[2] <= box[2] && b[1] >= box[1] - 0.6 && b[3] <= box[3],
                 "#{name} #{c['id']}: '#{t.string}' leaves its cell"
        end
      end
      assert(block.ink.all? { |i| i.layer == 'title block' })
    end
  end

  def test_standard_is_a_set_of_values
    standard = Drafting::Standard.new('first_angle' => false, 'unknown' => 1)
    refute standard.first_angle?
    refute_includes standard.to_h.keys, 'unknown'
    assert_equal [3.5, 10.0, 7.0], [standard.arrow_length, standard.first_row, standard.row]
  end
end
