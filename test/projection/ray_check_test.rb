# frozen_string_literal: true

require 'test_helper'
require_relative 'ray_judge'
require_relative '../random_recipe'

# What views say is visible and hidden, against independent ray casting: hard parts, an assembly of touching and
# overlapping parts, and random ones (bench/judge.rb runs hundreds).
class RayCheckTest < CoreTest
  FRAMES = [
    Projection::ViewFrame.named('front'),
    Projection::ViewFrame.named('iso'),
    Projection::ViewFrame.new([0.37, 0.81, -0.45], [0, 0, 1])
  ].freeze
  LIBRARY = Dir[File.join(DEMO, '*.yml')].to_h { |f| File.read(f).then { |t| [t[/^ +number: *(.+)/, 1], t] } }

  def source = @source ||= Products::Source.new(library: ->(name, _) { LIBRARY[name] })

  # Share of the drawn length that rays confirm, over all frames.
  def agreement(text, frames = FRAMES, samples: 250)
    solid = source.model_of(text).solid
    set = source.edge_set_of(text)
    verdicts = frames.map do |frame|
      hidden = Projection::HiddenLines.new(solid, set, frame)
      segments = Projection::Carriers.deduplicate(Projection::Linework.segments(hidden.call, hidden.px, hidden.py))
      RayJudge.new(solid, frame).verdict(segments, hidden, set.edges, Random.new(5), samples: samples)
    end
    verdicts.sum(&:agreed) / verdicts.sum(&:judged)
  end

  %w[carousel hub-spindle housing lid adapter-ring spacer cap-screw-m4 motor].each do |name|
    define_method("test_#{name.tr('-', '_')}") { assert_operator agreement(demo(name)), :>=, 0.998 }
  end

  {
    'crossing_holes' =>
      "  - {id: b, type: extrude, profile: {kind: rectangle, width: 50, height: 40}, depth: 40}\n" \
      "  - {id: x, type: hole, on: b/end.end, diameter: 20, through: true}\n" \
      "  - {id: y, type: extrude, operation: cut, on: xz, at: [0, 20], both_ways: true, through: true, profile: " \
      "{kind: circle, diameter: 14}}\n" \
      "  - {id: z, type: extrude, operation: cut, on: yz, at: [4, 18], both_ways: true, through: true, profile: " \
      "{kind: circle, diameter: 20}}",
    'torus' =>
      '  - {id: ring, type: revolve, axis: z, profile: {kind: free, start: [10, 40], edges: [{name: inside, to: ' \
      '[-10, 40], centre: [0, 40]}, {name: outside, to: [10, 40], centre: [0, 40]}]}}',
    'box_rounded_all_over' =>
      "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 20}\n" \
      "  - {id: r, type: round, radius: 4, edges: [b/end.end, b/end.start, [b/side.left, b/side.top], [b/side.left, " \
      "b/side.bottom], [b/side.right, b/side.top], [b/side.right, b/side.bottom]]}",
    'splined_cam' =>
      "  - {id: b, type: extrude, depth: 12, profile: {kind: free, start: [30, 0], edges: [{name: cam, to: [-20, 0], " \
      "through: [[18, 22], [0, 25], [-16, 14]]}, {name: back, to: [30, 0], through: [[-10, -14], [14, -18]]}]}}\n" \
      "  - {id: h, type: hole, on: b/end.end, at: [0, 4], diameter: 9, through: true}"
  }.each { |name, features| define_method("test_#{name}") { assert_operator agreement(recipe(features)), :>=, 0.997 } }

  def test_an_assembly_of_touching_and_overlapping_parts
    assert_operator agreement(File.read(File.join(DEMO, 'filter-wheel-unit.assembly.yml')), FRAMES.first(2)), :>=, 0.998
  end

  def test_random_parts
    shares = (0...40).filter_map do |seed|
      agreement(recipe(RandomRecipe.new(Random.new(seed), kinds: 1..3).features), FRAMES.last(1), samples: 120)
    rescue Nockplane::InputFault
      nil
    end
    assert_operator shares.size, :>=, 12
    assert_operator shares.sum / shares.size, :>=, 0.999
  end

  def test_the_judge_finds_a_wrong_view
    solid = built('  - {id: b, type: extrude, profile: {kind: rectangle, width: 30, height: 20}, depth: 10}').solid
    frame = Projection::ViewFrame.named('iso')
    set = Projection::EdgeSet.new(solid)
    hidden = Projection::HiddenLines.new(solid, set, frame)
    segments = Projection::Linework.segments(hidden.call, hidden.px, hidden.py).each { |s| s.visible = true }
    assert_operator RayJudge.new(solid, frame).verdict(segments, hidden, set.edges, Random.new(5)).share, :<, 0.85
  end
end
