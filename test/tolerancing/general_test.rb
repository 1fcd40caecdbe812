# frozen_string_literal: true

require 'test_helper'

# ISO 2768, standards.md 16.2. Lengths in mm, angles in degrees.
class GeneralTest < CoreTest
  def of(classes) = Tolerancing::General.parse("ISO 2768-#{classes}")

  def test_tv_gt_01_to_06_sizes
    assert_equal [0.3, 0.2, 0.3], [40, 30, 30.01].map { |mm| of('m').linear(mm) }
    assert_equal [0.05, 0.1], [6, 6.5].map { |mm| of('f').linear(mm) }
    assert_equal [0.8, 1.2], [120, 121].map { |mm| of('c').linear(mm) }
    assert_nil of('v').linear(2)
    assert_nil of('f').linear(2500)
    assert_nil of('m').linear(0.4), 'below 0.5 the tolerance stands at the size'
  end

  def test_tv_gt_07_and_08_radii_and_chamfers
    assert_equal [0.5, 1, 0.2], [5, 8, 2].map { |mm| of('m').broken_edge(mm) }
    assert_equal 0.4, of('c').broken_edge(2)
  end

  def test_tv_gt_09_and_10_angles
    assert_in_delta 20 / 60.0, of('m').angle(60), 1e-9
    assert_in_delta 0.5, of('c').angle(60), 1e-9
    assert_in_delta 3, of('v').angle(10), 1e-9
  end

  def test_tv_gt_11_to_14_geometry
    assert_equal [0.1, 0.2, 0.4], %w[mH mK mL].map { |c| of(c).flatness(80) }
    assert_equal [1, 0.6, 0.3], %w[mL mK mH].map { |c| of(c).perpendicularity(250) }
    assert_equal 0.2, of('mK').run_out
    assert_equal 0.8, of('mK').symmetry(450)
    assert_nil of('m').flatness(80), 'no class of part 2 is called for'
  end

  def test_what_is_no_call_out
    assert_nil Tolerancing::General.parse('as agreed')
    assert_nil Tolerancing::General.parse('ISO 2768-x')
    refute_nil Tolerancing::General.parse('ISO 2768-mK-E')
  end
end
