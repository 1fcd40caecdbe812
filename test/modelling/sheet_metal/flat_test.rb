# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# Flat states of recipes: lengths against the vectors of standards.md 16.7 and figures derived by hand (mm).
class FlatTest < CoreTest
  include SheetMetalHelper

  def lines_at(text)
    found = flat(text)
    found.lines.map { |l| l.segments.flatten(1).map { |p| found.frame.local(p)[0] }.uniq { |x| x.round(6) } }
  end

  def from_left(text)
    found = flat(text)
    x0, = found.outlines.box_in(found.frame)
    lines_at(text).flatten.map { |x| x - x0 }.sort
  end

  def test_tv_sm_20_an_angle
    angle = sheet(strip('[[0, 30], [0, 0], [50, 0]]', upper: 'right'))
    assert_in_delta 76.0947, blank(angle).length, 5e-5
    assert_in_delta 40, blank(angle).width, 1e-9
    assert_in_delta 48.0473, from_left(angle)[0].then { |x| [x, 76.0947 - x].max }, 1e-4, 'from the edge of the 50 leg'
  end

  def test_tv_sm_21_a_channel
    channel = sheet(strip('[[0, 30], [0, 0], [60, 0], [60, 30]]', upper: 'right'))
    assert_in_delta 112.1894, blank(channel).length, 5e-5
    assert_equal [28.0473, 84.1420], from_left(channel).map { |x| x.round(4) }
    assert_equal(%w[down down], flat(channel).lines.map(&:direction), 'its upper side is the outside')
  end

  def test_tv_sm_22_forty_five_degrees
    bent = sheet(strip("[[0, 0], [40, 0], [#{40 + (25 * Math.sqrt(0.5))}, #{25 * Math.sqrt(0.5)}]]", upper: 'right'))
    assert_in_delta 63.9052, blank(bent).length + (25 * 0), 5e-4
  end

  def test_tv_sm_24_measured_to_the_tangent
    text = sheet(plate(40, 30), 'id: up, type: flange, edge: base/side.right, height: 40, angle: 120')
    # 40 beyond which the bend begins: flat to the tangent point of the base, so L = 40 + BA + (40 - R - T).
    assert_in_delta 40 + 8.1263 + 35, blank(text).length, 5e-4
  end

  def test_tv_sm_25_a_hem
    text =
      sheet(
        plate(20, 15, thickness: 1, radius: 1, bends: 'k: 0.4'),
        'id: hem, type: hem, edge: base/side.right, length: 8, gap: 1'
      )
    assert_in_delta 30.8274, blank(text).length, 5e-5
    assert_equal [180.0, 0.5], flat(text).lines.map { |l| [l.angle, l.radius] }[0]
  end

  def test_tv_sm_26_inside_legs
    angle = sheet(strip('[[0, 28], [0, 0], [48, 0]]'))
    assert_in_delta 76.0947, blank(angle).length, 5e-5
    assert_equal ['UP 90° R3'], flat(angle).lines.map(&:words)
  end

  def test_places_of_a_flange
    lengths =
      %w[beyond outside inside].map do |place|
        blank(sheet(plate(80, 40), "id: up, type: flange, edge: base/side.right, height: 30, place: #{place}")).length
      end
    # The wall is 30 over the outside: 25 past the bend; the bend begins at the edge, 3 or 5 mm before it.
    [0, 3, 5].zip(lengths) { |back, length| assert_in_delta 80 - back + 6.0947 + 25, length, 5e-5 }
  end

  def test_a_tray_of_four_flanges_and_its_area
    edges = %w[left right top bottom]
    tray = sheet(plate(120, 80), *edges.map { |e| "id: #{e}, type: flange, edge: base/side.#{e}, height: 20" })
    reach = 6.09469 + 15
    found = blank(tray)
    assert_in_delta 120 + (2 * reach), found.length, 1e-4
    assert_in_delta 80 + (2 * reach), found.width, 1e-4
    assert_in_delta (120 * 80) + (2 * reach * (120 + 80)), found.area, 1e-2
    assert_in_delta (2 * (120 + 80)) + (8 * reach), found.cut_outer, 1e-3
    assert_equal [4, 0], [found.bends, found.holes]
    assert flat(tray).lines.all?(&:up)
  end

  def test_holes_count_and_their_cut
    text =
      sheet(
        plate(100, 60),
        'id: up, type: flange, edge: base/side.right, height: 30',
        'id: hole, type: hole, diameter: 10, on: base/end.end, at: [10, 0], through: true'
      )
    assert_equal 1, blank(text).holes
    assert_in_delta 10 * Math::PI, blank(text).cut_inner, 1e-4
    assert_in_delta (131.0947 * 60) - (25 * Math::PI), blank(text).area, 5e-2
  end

  def test_faces_keep_their_names_and_the_base_its_place
    text =
      sheet(
        plate(100, 60),
        'id: up, type: flange, edge: base/side.right, height: 30',
        'id: hole, type: hole, diameter: 6, on: up/side.wall.bottom, at: [0, 15], through: true'
      )
    made = built(text)
    laid = flat(text).solid
    assert_equal made.solid.faces.map(&:name).sort, laid.faces.map(&:name).sort
    assert laid.closed?
    assert_equal [:cylinder, 3.0], laid.face('hole/wall').surface.then { |s| [s.kind, s.radius] }
    assert_equal [-50.0, 50.0], made.solid.facets_of('base/end.end')[0].box.values_at(0, 3).map { |c| c.round(6) }
    assert_equal [-50.0, 50.0], laid.facets_of('base/end.end')[0].box.values_at(0, 3).map { |c| c.round(6) }
  end

  def test_volume_stays_where_the_neutral_fibre_is_in_the_middle
    text =
      sheet(
        plate(90, 60, bends: 'k: 0.5'),
        'id: up, type: flange, edge: base/side.right, height: 30, angle: 105',
        'id: step, type: jog, edge: base/side.left, offset: 12, length: 10, angle: 60',
        'id: hem, type: hem, edge: up/side.tip, length: 6, gap: 1',
        'id: lip, type: flange, edge: step/side.tip, height: 12, down: true'
      )
    bent, flat = [1, 2].map { |r| volume(built(text, refine: r).solid) }, blank(text).volume
    assert_in_delta ((4 * bent[1]) - bent[0]) / 3, flat, flat * 1e-6
  end

  def test_a_table_of_allowances
    text =
      sheet(
        plate(50, 30, bends: 'allowances: [[90, 6.5], [45, 3.1]]'),
        'id: up, type: flange, edge: base/side.right, height: 25'
      )
    assert_in_delta 50 + 6.5 + 20, blank(text).length, 1e-9
    assert_equal '45: 3.1, 90: 6.5', flat(text).rule
  end

  def test_up_and_down_of_an_offset
    text = sheet(plate(60, 30), 'id: step, type: jog, edge: base/side.right, offset: 10, length: 15')
    assert_equal ['UP 45° R3', 'DOWN 45° R3'], flat(text).lines.map(&:words)
    web = (10 - (8 * (1 - Math.sqrt(0.5)))) / Math.sqrt(0.5)
    assert_in_delta 60 + (2 * 3.0473) + web + 15, blank(text).length, 5e-4
  end
end
