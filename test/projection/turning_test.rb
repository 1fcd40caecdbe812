# frozen_string_literal: true

require 'test_helper'

# Rims of a convex turned body, seen from anywhere: such a rim is seen where one of its two faces looks at the viewer,
# whatever other rims pass close by. Angles about the axis from the direction in which the viewer stands, by formula.
class TurningTest < CoreTest
  RADIUS = 4.2
  # A head of 3 mm with a land of 0.3 mm between two cones of 45 degrees.
  HEAD = <<~F
    - {id: head, type: extrude, profile: {kind: circle, diameter: 8.4}, depth: 3, start_chamfer: 1.5, end_chamfer: 1.2}
  F

  # Unit directions of sight, none along the axis or square to it.
  SIGHTS =
    [[-1, 1, -1], [1, 1, -1], [3, 1, -1], [1, 2, 2], [-2, 5, -1], [4, 1, -3], [-1, -3, 0.4], [2, -1, -4], [5, 2, 0.7],
     [-3, 4, -6]].map do |d|
      Geometry::Vec.unit(d.map(&:to_f))
    end

  # Radians about the axis on which a turned face with this slope looks at the viewer. slope: axial part of its unit
  # normal (0 of a cylinder).
  def looking(sight, slope)
    across = Math.hypot(sight[0], sight[1]) * Math.sqrt(1 - (slope * slope))
    # n.d = -across cos(angle) + slope d_z < 0, angle from the viewer's direction.
    2 * Math.acos((slope * sight[2] / across).clamp(-1.0, 1.0))
  end

  def seen(lines, faces)
    lines
      .strokes
      .select { |s| s.visible && s.kind == :sharp && s.arc? && s.faces == faces.sort }
      .sum { |s| s.to - s.from }
  end

  def test_rims_of_a_narrow_land
    solid = built(HEAD).solid
    land, low, high = %w[head/side.rim head/chamfer.start.rim head/chamfer.end.rim]
    slope = Math.sqrt(0.5)
    SIGHTS.each do |sight|
      lines = Projection::Linework.of(solid, Projection::ViewFrame.new(sight, [0.0, 0.0, 1.0]))
      [[low, -slope], [high, slope]].each do |cone, axial|
        want = [looking(sight, 0.0), looking(sight, axial)].max
        assert_in_delta want, seen(lines, [land, cone]), 1e-5, "#{cone} along #{sight}, radians"
      end
    end
  end
end
