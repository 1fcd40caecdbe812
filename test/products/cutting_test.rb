# frozen_string_literal: true

require 'test_helper'

# Models cut open: areas against analytic values, what stays whole in an assembly (SEC-40, SEC-41). Lengths in mm.
class CuttingTest < CoreTest
  FRONT = Projection::ViewFrame.named('front')
  PLATE =
    "nockplane: recipe/1\nname: Plate\nfeatures:\n  - {id: plate, type: extrude, profile: {kind: rectangle, width: " \
    "60, height: 40}, depth: 10}\n" \
    "  - {id: hole, type: hole, on: plate/end.end, at: [0, 0], diameter: 8, through: true}\n"
  SCREW =
    "nockplane: recipe/1\nname: Cap screw\nfeatures:\n  - {id: shank, type: extrude, profile: {kind: circle, " \
    "diameter: 8}, depth: 20}\n"
  UNIT = <<~F
    nockplane: assembly/1
    name: Unit
    components:
      - {id: plate, model: plate}
      - {id: screw, model: screw, at: [0, 0], offset: -5}
  F

  def source
    texts = { 'plate' => PLATE, 'screw' => SCREW }
    Products::Source.new(library: ->(name, _) { texts[name] }) { |_, _| UNIT }
  end

  def plane(y, normal = [0.0, -1.0, 0.0]) = Products::Opening::Stepped.new([[0.0, y, 0.0], [1.0, y, 0.0]], normal)
  def opened(opening) = source.opened(Products::Subject.new('m', 1), FRONT, opening)

  def test_sec_40_a_screw_along_the_plane_stays_whole
    found = opened(Products::Opening.new([plane(0.0)]))
    assert_equal ['plate'], found.areas.map(&:component)
    assert_in_delta (60 - 8) * 10, found.area, 1e-6
    chosen = opened(Products::Opening.new([plane(0.0)], uncut: []))
    assert_in_delta ((60 - 8) * 10) + (8 * 20), chosen.area, 1e-6
  end

  def test_sec_41_crosswise_it_is_cut
    level = Products::Opening::Stepped.new([[0.0, 0.0, 5.0], [1.0, 0.0, 5.0]], [0.0, 0.0, 1.0])
    found =
      source.opened(Products::Subject.new('m', 1), Projection::ViewFrame.named('top'), Products::Opening.new([level]))
    assert_equal %w[plate screw], found.areas.map(&:component)
  end

  def test_what_is_a_fastener_by_its_words
    words = ->(name, purchased: false) do
      Products::Uncut.by_standard?(Modelling::Assembly::Instance.new('x', 'x', name, {}, nil, purchased))
    end
    [
      'Cap screw M4',
      'Parallel pin 3 x 10',
      'ISO 4762 M4',
      'Mutter M10 – Ø10',
      'Zylinderschraube',
      'Hub spindle',
      'DIN-6325'
    ].each { |name| assert words[name], name }
    ['Lid', 'Pinion housing', 'Keyed ring', 'Plate EN AW-6082'].each { |name| refute words[name], name }
    assert words['Gear motor', purchased: true]
    refute words['O-ring 20 x 2', purchased: true], 'a seal is cut'
  end

  def test_a_depth_leaves_out_what_lies_behind_and_a_pocket_goes_as_deep_as_told
    behind = Products::Opening::Beyond.new([0.0, -5.0, 0.0], [0.0, 1.0, 0.0])
    thin = opened(Products::Opening.new([plane(-10.0), behind]))
    assert_in_delta 60 * 10, thin.area, 1e-6
    pocket =
      Products::Opening::Pocket.new(
        [0.0, 0.0, 6.0],
        [0.0, 0.0, 1.0],
        [1.0, 0.0, 0.0],
        [[10.0, -5.0], [20.0, -5.0], [20.0, 5.0], [10.0, 5.0]],
        0.0
      )
    found =
      source.opened(Products::Subject.new('m', 1), Projection::ViewFrame.named('top'), Products::Opening.new([pocket]))
    assert_in_delta 100, found.area, 1e-6
    assert_empty found.linework.strokes.select { |s| s.faces.any? { |n| n.include?('side.cut') } },
                 'SEC-05: no line along its walls'
  end

  def test_a_plane_that_misses_and_one_that_leaves_nothing_say_so
    assert_equal 'nothing of the part is cut there; draw it over the part, or go deeper',
                 assert_raises(Products::Opening::Nothing) {
                   opened(Products::Opening.new([plane(50.0, [0.0, 1.0, 0.0])]))
                 }.message
  end

  def test_openings_that_differ_have_other_keys
    keys = [
      Products::Opening.new([plane(0.0)]),
      Products::Opening.new([plane(1.0)]),
      Products::Opening.new([plane(0.0)], slice: true),
      Products::Opening.new([plane(0.0)], uncut: [])
    ].map(&:to_a)
    assert_equal keys, keys.uniq
    assert Ractor.shareable?(opened(Products::Opening.new([plane(0.0)])))
  end

  # An L of two walls with a rib of 4 mm between them, and its mirror image; planes along and across it.
  RIBBED = <<~TEXT
    nockplane: recipe/1
    name: Bracket
    features:
      - {id: foot, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 6}
      - {id: rib, type: rib, on: xy, offset: 5, path: [[5, 10], [25, 10]], thickness: 4, depth: 21}
      - {id: other, type: mirror, of: [rib], in: yz}
  TEXT

  def ribbed(point, normal, text = RIBBED, **more)
    source = Products::Source.new { text }
    subject = Products::Subject.new('m', 1)
    run = Geometry::Vec.add(point, Geometry::Vec.any_normal(normal))
    opening = Products::Opening.new([Products::Opening::Stepped.new([point, run], normal)], **more)
    frame = Projection::ViewFrame.new(Geometry::Vec.neg(normal), [0.0, 0.0, 1.0])
    [source.opened(subject, frame, opening), source.ribs(subject, opening)]
  end

  def lined(opened) = opened.areas.sum { |a| a.outlines.sum(&:area) }

  def test_sec_42_a_rib_cut_along_is_outlined_and_not_lined
    opened, ribs = ribbed([0.0, 10.0, 0.0], [0.0, -1.0, 0.0])
    assert_equal ['rib'], ribs
    assert_in_delta 60 * 6, lined(opened), 1e-6, 'the foot alone, as if the ribs were absent'
    assert_in_delta (60 * 6) + (2 * 20 * 20), opened.area, 1e-6, 'what is cut stays known'
    under = opened.linework.strokes.select do |s|
      s.visible && s.shape == :line && s.points.all? { |p| (p[1] - 6).abs < 1e-6 }
    end
    covered = under.map { |s| s.points.map(&:first).minmax }.sort
    assert_in_delta(-30.0, covered.first[0], 1e-6)
    assert_in_delta 60.0, covered.sum { |a, b| b - a }, 1e-6, 'a line between foot and ribs'
  end

  def test_sec_41_a_rib_cut_crosswise_is_lined
    opened, ribs = ribbed([15.0, 0.0, 0.0], [1.0, 0.0, 0.0])
    assert_empty ribs
    assert_in_delta (40 * 6) + (4 * 20), lined(opened), 1e-6
  end

  def test_ribs_chosen_otherwise_or_needed_by_others_are_lined
    opened, = ribbed([0.0, 10.0, 0.0], [0.0, -1.0, 0.0], uncut: [])
    assert_in_delta (60 * 6) + (2 * 20 * 20), lined(opened), 1e-6
    drilled = "#{RIBBED}  - {id: eye, type: hole, on: rib/end.end, at: [15, 10], diameter: 2, depth: 5}\n"
    opened, = ribbed([0.0, 10.0, 0.0], [0.0, -1.0, 0.0], drilled)
    assert_operator lined(opened), :>, 60 * 6, 'a part that can not be without its rib is lined as it is'
  end
end
