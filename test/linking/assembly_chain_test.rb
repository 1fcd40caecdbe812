# frozen_string_literal: true

require 'test_helper'

# Chains of sizes through an assembly, by way of the faces in which its parts touch. Lengths in mm.
class AssemblyChainTest < CoreTest
  PARTS = { 'base' => <<~F, 'frame' => <<~F, 'lid' => <<~F }.freeze
    nockplane: recipe/1
    name: Base
    parameters: {thick: {value: 10, tolerance: "±0.1"}, post: {value: 25, tolerance: "±0.05"}}
    features:
      - {id: plate, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: thick}
      - {id: boss, type: boss, on: plate/end.end, profile: {kind: circle, diameter: 20}, depth: post}
  F
    nockplane: recipe/1
    name: Frame
    parameters: {tall: {value: 30, tolerance: "+0.1/0"}}
    features:
      - {id: ring, type: extrude, profile: {kind: rectangle, width: 100, height: 60, inner: [{kind: rectangle, width: 80, height: 40}]}, depth: tall}
  F
    nockplane: recipe/1
    name: Lid
    features:
      - {id: cover, type: extrude, profile: {kind: rectangle, width: 100, height: 60}, depth: 4}
  F
  BOX = <<~F
    nockplane: assembly/1
    name: Box
    components:
      - {id: base, model: base}
      - {id: frame, model: frame, on: "base:plate/end.end"}
      - {id: lid, model: lid, on: "frame:ring/end.end"}
      - {id: loose, model: lid, at: [300, 0]}
  F

  def source = @source ||= Products::Source.new(library: ->(name, _) { PARTS[name] }) { BOX }
  def chain(from, to, **more) = Linking::AddedUp.between(source, BOX, from, to, **more)

  # 30 +0.1/0 less 25 ±0.05: 5 -0.05/+0.15; root of the sum of squares about 5.05.
  def test_the_gap_above_a_boss_is_the_frame_less_the_boss
    gap = chain('base:boss/end.end', 'lid:cover/end.start')
    assert gap.closed?, gap.problem
    assert_in_delta 5, gap.nominal, 1e-9
    assert_equal({ 'base:boss.depth' => -1.0, 'frame:ring.depth' => 1.0 }, gap.links.to_h { |l| [l.id, l.share] })
    assert_equal [4.95, 5.15], gap.worst.map { |v| v.round(6) }
    half = Math.sqrt((0.05**2) + (0.05**2))
    gap.likely.zip([5.05 - half, 5.05 + half]) { |a, b| assert_in_delta b, a, 1e-9 }
    assert_equal :worst, gap.kept(4.95, 5.2)
    assert_equal gap.links.map(&:id).sort, chain('lid:cover/end.start', 'base:boss/end.end').links.map(&:id).sort
  end

  def test_through_all_parts_with_general_tolerances_where_there_are_none
    whole = chain('base:plate/end.start', 'lid:cover/end.end', general: 'm')
    assert_equal [
      44.0,
      {
        'base:plate.depth' => 'tolerance',
        'frame:ring.depth' => 'tolerance',
        'lid:cover.depth' => 'general tolerance'
      }
    ],
                 [whole.nominal, whole.links.to_h { |l| [l.id, l.by] }]
    assert_equal [43.8, 44.3], whole.worst.map { |v| v.round(6) }, '±0.1, +0.1/0 and ISO 2768-m of 4: ±0.1'
  end

  def test_what_is_no_chain_is_told
    assert_match(/no face 'lid:nothing'/, chain('base:plate/end.start', 'lid:nothing').problem)
    assert_match(/not flat and parallel/, chain('base:plate/end.start', 'lid:cover/side.left').problem)
    assert_match(/no parts that touch/, chain('base:plate/end.start', 'loose:cover/end.end').problem)
  end
end
