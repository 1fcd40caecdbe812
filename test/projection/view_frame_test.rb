# frozen_string_literal: true

require 'test_helper'

# standards.md 16.3; the isometric view of the command line looks along (1, 1, -1): front-left-top.
class ViewFrameTest < CoreTest
  P = [10, 20, 30].freeze
  PAPER = {
    'front' => [10, 30, 20],
    'top' => [10, 20, -30],
    'right' => [20, 30, -10],
    'left' => [-20, 30, 10],
    'bottom' => [10, -20, 30],
    'back' => [-10, 30, -20]
  }.freeze

  PAPER.each do |name, (x, y, depth)|
    define_method("test_tv_prj_01_to_06_#{name}") do
      f = Projection::ViewFrame.named(name)
      [x, y, depth].zip([f.x(P), f.y(P), f.depth(P)]).each { |want, got| assert_in_delta want, got, 1e-12 }
    end
  end

  def test_tv_prj_09_isometric_front_left_top
    f = Projection::ViewFrame.named('iso')
    {
      [1, 0, 0] => [0.707107, 0.408248],
      [0, 1, 0] => [-0.707107, 0.408248],
      [0, 0, 1] => [0, 0.816497]
    }.each { |point, want| f.image(point).zip(want).each { |got, w| assert_in_delta w, got, 1e-6 } }
  end

  def test_tv_prj_14_third_angle_fold_at_45_degrees
    child = Projection::ViewFrame.named('front').folded(Math.sqrt(0.5), Math.sqrt(0.5), first_angle: false)
    [-Math.sqrt(0.5), 0, -Math.sqrt(0.5)].zip(child.d).each { |want, got| assert_in_delta want, got, 1e-12 }
  end

  def test_folding_gives_the_principal_views
    front = Projection::ViewFrame.named('front')
    third = { [0, 1] => 'top', [0, -1] => 'bottom', [1, 0] => 'right', [-1, 0] => 'left' }
    third.each do |(x, y), name|
      assert_equal Projection::ViewFrame.named(name), front.folded(x, y, first_angle: false), name
    end
    third.each do |(x, y), name|
      assert_equal Projection::ViewFrame.named(name), front.folded(-x, -y, first_angle: true), name
    end
  end

  def test_folding_twice_to_the_rear
    rear = Projection::ViewFrame.named('front').folded(1, 0, first_angle: false).folded(1, 0, first_angle: false)
    assert_equal Projection::ViewFrame.named('back'), rear
  end
end
