# frozen_string_literal: true

require 'test_helper'

class SliceTest < CoreTest
  def slice(text, origin, normal, refine: 1)
    Solids::Slice.of(SOURCE.model_of(text, refine: refine).solid, origin, normal)
  end

  PIPE =
    '  - {id: p, type: revolve, axis: z, profile: {kind: stepped, bore: 12, steps: [{name: a, diameter: 30, length: ' \
    '20}, {name: b, diameter: 20, length: 10}]}}'

  def test_across_a_pipe
    cut = slice(recipe(PIPE), [0, 0, 5], [0, 0, 1])
    assert_equal [%w[p/a], %w[p/bore]], cut.loops.map { |l| l.faces.uniq }
    assert_equal [false, true], cut.loops.map(&:hole)
    fine = slice(recipe(PIPE), [0, 0, 5], [0, 0, 1], refine: 2)
    assert_in_delta Math::PI * (225 - 36), ((4 * fine.area) - cut.area) / 3, 1e-3
    assert_in_delta Math::PI * 42, ((4 * fine.perimeter) - cut.perimeter) / 3, 1e-4
  end

  def test_along_the_axis
    cut = slice(recipe(PIPE), [0, 0, 0], [0, 1, 0])
    assert_equal 2, cut.loops.size
    assert_in_delta 2 * ((9 * 20) + (4 * 10)), cut.area, 1e-9
    assert_equal %w[p/a p/b p/b.shoulder p/bore p/end p/start], cut.loops.flat_map(&:faces).uniq.sort
  end

  def test_on_a_face_shows_the_material_behind_it
    assert_in_delta slice(recipe(PIPE), [0, 0, 19], [0, 0, 1]).area,
                    slice(recipe(PIPE), [0, 0, 20], [0, 0, 1]).area,
                    1e-9
    assert slice(recipe(PIPE), [0, 0, 30.5], [0, 0, 1]).empty?
  end

  def test_volume_is_the_integral_of_sections # Cavalieri, Simpson's rule is exact for a prism's slices
    box = recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 8, height: 6}, depth: 10}')
    areas = [1, 3, 5, 7, 9].map { |z| slice(box, [0, 0, z], [0.0, 0.0, 1.0]).area }
    assert_equal [48.0], areas.map { |a| a.round(9) }.uniq
  end

  def test_tilted_plane_through_a_cylinder_is_an_ellipse
    pin = recipe('  - {id: p, type: extrude, profile: {kind: circle, diameter: 20}, depth: 60}')
    coarse, fine = [1, 2].map { |r| slice(pin, [0, 0, 30], [0, 1, 1], refine: r).area }
    assert_in_delta Math::PI * 100 * Math.sqrt(2), ((4 * fine) - coarse) / 3, 1e-2
  end
end
