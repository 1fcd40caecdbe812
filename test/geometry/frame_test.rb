# frozen_string_literal: true

require 'test_helper'

class FrameTest < CoreTest
  def random_frame(rng)
    Geometry::Frame.new(
      Array.new(3) { rng.rand(-50.0..50.0) },
      Array.new(3) { rng.rand(-1.0..1.0) },
      Array.new(3) { rng.rand(-1.0..1.0) }
    )
  end

  def test_local_takes_point_back
    rng = Random.new(7)
    20.times do
      f = random_frame(rng)
      given = Array.new(3) { rng.rand(-30.0..30.0) }
      f.local(f.point(*given)).zip(given).each { |a, b| assert_in_delta b, a, 1e-9 }
    end
  end

  def test_turned_keeps_the_centre_of_turning
    f = random_frame(Random.new(3))
    centre = f.point(4, -2)
    turned = f.turned(1.1, 4, -2)
    assert_in_delta 0, V.distance(centre, turned.point(4, -2)), 1e-12
    assert_in_delta 1.1, Math.atan2(V.dot(turned.x, f.y), V.dot(turned.x, f.x)), 1e-12
  end

  def test_no_direction_is_refused_in_words
    e = assert_raises(Geometry::ZeroVector) { V.unit([0.0, 0.0, 0.0]) }
    assert_equal 'a direction of length 0 was given; a direction needs a length', e.message
  end

  def test_surface_normals_point_away_from_the_axis
    torus = Geometry::Surface.torus([0, 0, 0], [0, 0, 1], 10.0, 2.0)
    torus.normal_at([12, 0, 0]).zip([1, 0, 0]).each { |a, b| assert_in_delta b, a, 1e-12 }
    torus.normal_at([10, 0, 2]).zip([0, 0, 1]).each { |a, b| assert_in_delta b, a, 1e-12 }
    cone = Geometry::Surface.cone([0, 0, 0], [0, 0, 1], 5.0, 1.0)
    cone.normal_at([5, 0, 0]).zip([Math.sqrt(0.5), 0, -Math.sqrt(0.5)]).each { |a, b| assert_in_delta b, a, 1e-12 }
  end

  def test_coincident_surfaces
    a = Geometry::Surface.cylinder([0, 0, 0], [0, 0, 1], 5.0)
    assert a.coincident?(Geometry::Surface.cylinder([0, 0, 9], [0, 0, -1], 5.0))
    refute a.coincident?(Geometry::Surface.cylinder([0, 0.01, 9], [0, 0, 1], 5.0))
    refute a.coincident?(Geometry::Surface.cylinder([0, 0, 0], [0, 0, 1], 5.001))
  end
end
