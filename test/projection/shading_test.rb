# frozen_string_literal: true

require 'test_helper'
require_relative 'ray_judge'

class ShadingTest < CoreTest
  BLOCK = '  - {id: b, type: extrude, profile: {kind: rectangle, width: 10, height: 10}, depth: 10}'

  def regions(text, view) = Projection::Shading.of(model(text).solid, Projection::ViewFrame.named(view))

  def area(region)
    region.loops.sum { |l| l.each_index.sum { |i| (l[i - 1][0] * l[i][1]) - (l[i][0] * l[i - 1][1]) } / 2 }
  end

  def inside?(region, x, y)
    region
      .loops
      .sum do |l|
        l.each_index.count do |i|
          (a, b = l[i - 1], l[i]) && (a[1] > y) != (b[1] > y) && x < a[0] + ((b[0] - a[0]) * (y - a[1]) / (b[1] - a[1]))
        end
      end
      .odd?
  end

  def test_three_faces_of_a_box_in_three_tones
    found = regions(recipe(BLOCK), 'iso')
    assert_equal 3, found.size
    assert_equal 3, found.map(&:light).uniq.size
    found.each { |r| assert_in_delta 100 * Math.sqrt(1 / 3.0), area(r), 1e-9 }
  end

  def test_what_is_covered_is_cut_away
    # a post on a plate from above: the plate's top is the square with a square hole
    text =
      recipe(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 5}\n  - {id: p, type: " \
        "extrude, on: b/end.end, depth: 30, profile: {kind: rectangle, width: 10, height: 10}}"
      )
    assert_equal [100, 1500], regions(text, 'top').map { |r| area(r).round(6) }.sort
    # from the front the post stands before nothing
    assert_equal [200, 300], regions(text, 'front').map { |r| area(r).round(6) }.sort
  end

  # A disc deep under fourteen frames is seen through their openings, all of which go round it.
  def test_what_lies_under_many_openings_is_shaded
    parts = {
      'D' => recipe('  - {id: d, type: extrude, profile: {kind: circle, diameter: 10}, depth: 2}', name: 'Disc'),
      'F' => recipe(<<~F.gsub(/^/, '  '), name: 'Frame')
        - {id: f, type: extrude, profile: {kind: rectangle, width: 60, height: 60}, depth: 2}
        - {id: h, type: hole, on: f/end.end, diameter: 15, through: true}
      F
    }
    frames = Array.new(14) { |i| "  - {id: f#{i}, model: F, offset: #{10 + (i * 4)}}\n" }.join
    text = "nockplane: assembly/1\nname: Stack\ncomponents:\n  - {id: d, model: D}\n#{frames}"
    solid = Products::Source.new(library: ->(name, _) { parts[name] }).model_of(text).solid
    found = Projection::Shading.of(solid, Projection::ViewFrame.named('top'))
    assert_equal([1, 0, 1], [[0.3, 0.2], [6.5, 0.2], [25, 25]].map { |x, y| found.count { |r| inside?(r, x, y) } })
  end

  # Every point of the part lies in just one region, points beside it in none.
  def assert_tiled(solid, points = 400)
    frame = Projection::ViewFrame.named('iso')
    found = Projection::Shading.of(solid, frame)
    judge = RayJudge.new(solid, frame)
    boxes = found.map { |r| r.loops[0].transpose.map(&:minmax) }
    xs, ys = boxes.transpose.map { |b| b.flatten.minmax }
    rng = Random.new(2)
    wrong = Array.new(points) { [rng.rand(xs[0]..xs[1]), rng.rand(ys[0]..ys[1])] }.count do |x, y|
      hits =
        found.each_index.count do |i|
          (bx, by = boxes[i]) && x.between?(*bx) && y.between?(*by) && inside?(found[i], x, y)
        end
      hits != (judge.depth(x, y) ? 1 : 0)
    end
    assert_operator wrong, :<=, 1
    found
  end

  %w[carousel housing].each do |name|
    define_method("test_regions_of_the_#{name}_tile_its_picture") { assert_tiled(model(demo(name)).solid) }
  end

  def test_parts_that_pass_through_each_other
    plate = built('  - {id: p, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 5}').solid
    post =
      built(
        '  - {id: q, type: extrude, on: xy, offset: -20, profile: {kind: rectangle, width: 10, height: 10}, depth: 50}'
      ).solid
    found = assert_tiled(Solids::Mesh.compound([plate, post]))
    # of the post's two front sides the 25 mm above the plate are seen, each squashed by n.d = 1 / sqrt 3
    assert_in_delta 2 * 10 * 25 / Math.sqrt(3), found.map { |r| area(r) }.sort.reverse[1, 2].sum, 1e-3
  end
end
