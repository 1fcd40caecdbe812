# frozen_string_literal: true

require 'test_helper'

# Directions in which views are made out of others, and the laws that keep them in line (PRJ-01, PRJ-02). Lengths in mm
# of paper.
class FoldingTest < CoreTest
  include Drawings

  def view(direction, kind: 'projected', **more)
    View.new(id: 'c', parent: 'p', kind: kind, direction: direction, **more)
  end

  def test_a_direction_is_a_side_or_an_angle
    assert_equal [1, 0], Folding.way('right')
    assert_nil Folding.way('up right')
    Folding.way(30.0).zip([Math.sqrt(3) / 2, 0.5]).each { |a, b| assert_in_delta b, a, 1e-12 }
    Folding::STEPS.each { |name, (x, y)| assert_equal name, Folding.direction(x.to_f, y.to_f) }
    assert_in_delta(-60.0, Folding.direction(0.5, -Math.sqrt(3) / 2), 1e-9)
  end

  def test_turning_and_opposites_undo_each_other
    %w[right up left down].each { |d| assert_equal d, Folding.opposite(Folding.opposite(d)) }
    assert_equal 'down left', Folding.opposite('up right')
    assert_in_delta 210.0, Folding.opposite(30.0), 1e-9
    assert_equal 'up', Folding.turned('right', 90)
    assert_in_delta 45.0, Folding.turned(Folding.turned(45.0, 17.0), -17.0), 1e-9
  end

  # What a child takes along of its parent's move and what it may move by itself are the two parts of any move.
  def test_the_two_parts_of_a_move_make_the_whole
    ['right', 'down', 30.0, -112.5].each do |direction|
      own = Folding.allowed(view(direction), 5.0, -7.0)
      taken = Folding.follows(view(direction), 5.0, -7.0)
      assert_in_delta 5.0, own[0] + taken[0], 1e-9
      assert_in_delta(-7.0, own[1] + taken[1], 1e-9)
      assert_in_delta 0.0, (own[0] * taken[0]) + (own[1] * taken[1]), 1e-9, 'square to each other'
    end
  end

  def test_what_is_tied_to_nothing_moves_freely
    [
      view('up right', kind: 'pictorial'),
      view(nil, kind: 'detail'),
      view('right', released: true),
      View.new(kind: 'principal')
    ].each do |free|
      assert_equal [5, 7], Folding.allowed(free, 5, 7)
      assert_nil Folding.tied(free)
    end
    assert_nil Folding.follows(view(nil, kind: 'detail'), 5, 7)
  end

  def test_followers_go_through_a_row_of_views_and_stop_at_a_released_one
    all = [
      View.new(id: 'a', kind: 'principal'),
      view('right').tap { |v| v.id, v.parent = 'b', 'a' },
      view('right').tap { |v| v.id, v.parent = 'c', 'b' },
      view('down', released: true).tap { |v| v.id, v.parent = 'd', 'a' }
    ]
    assert_equal [['b', [0.0, 7.0]], ['c', [0.0, 7.0]]],
                 Folding.followers(all, 'a', 5.0, 7.0).map { |v, x, y| [v.id, [x, y]] }
    assert_equal %w[b c d], Folding.descendants(all, 'a').map(&:id)
  end

  # A frame turned on the sheet shows each point turned by that much; a corner looks along all three axes alike
  # (PIC-01).
  def test_frames_turn_and_look_from_corners
    frame = Projection::ViewFrame.named('front')
    turned = frame.turned(30)
    x, y = frame.image([12.0, 3.0, 5.0])
    c, s = Math.cos(Math::PI / 6), Math.sin(Math::PI / 6)
    turned
      .image([12.0, 3.0, 5.0])
      .zip([(x * c) - (y * s), (x * s) + (y * c)])
      .each { |a, b| assert_in_delta b, a, 1e-9 }
    assert_equal [4.0, -2.0], frame.image(frame.at(4.0, -2.0, 9.0))
    assert_in_delta 9.0, frame.depth(frame.at(4.0, -2.0, 9.0)), 1e-12
    corner = frame.corner(-1, 1)
    assert_equal [1, 1, -1], corner.d.map { |v| (v * Math.sqrt(3)).round(9).to_i }
    assert_equal Projection::ViewFrame.named('iso').numbers, corner.numbers
  end

  def test_another_front_turns_all_named_directions_with_it
    front = Projection::ViewFrame.named('top')
    assert_equal front.numbers, Projection::ViewFrame.named('front').from_front(front).numbers
    assert_equal [0.0, -1.0, 0.0], Projection::ViewFrame.named('top').from_front(front).d.map { |c| c.round(9) + 0.0 }
    usual = Projection::ViewFrame.named('front')
    Projection::ViewFrame::NAMED.each_value do |f|
      f.from_front(usual).numbers.zip(f.numbers).each { |a, b| assert_in_delta b, a, 1e-9 }
    end
  end
end
