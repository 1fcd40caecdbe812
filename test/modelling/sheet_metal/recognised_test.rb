# frozen_string_literal: true

require 'test_helper'
require 'sheet_metal_helper'

# Sheet metal recognised on solids that say nothing about it: extruded profiles, and files.
class RecognisedTest < CoreTest
  include SheetMetalHelper

  ANGLE = <<~R
    nockplane: recipe/1
    name: Angle
    properties: {bend_rule: K 0.44}
    features:
      - id: bar
        type: extrude
        on: xz
        depth: 40
        profile:
          kind: free
          start: [0, 0]
          edges:
            - {name: out1, to: [50, 0], round: 5}
            - {name: out2, to: [50, 30]}
            - {name: tip, to: [48, 30]}
            - {name: in2, to: [48, 2], round: 3}
            - {name: in1, to: [0, 2]}
            - {name: end}
      - {id: hole, type: hole, diameter: 3, on: xy, offset: 60, at: [46, -10], through: true}
  R

  def test_an_extruded_angle_is_a_sheet
    assert_in_delta 76.0947, blank(ANGLE).length, 5e-5
    assert_equal [[90.0, 3.0, 'up']], flat(ANGLE).lines.map { |l| [l.angle, l.radius, l.direction] }
    assert_equal 1, blank(ANGLE).holes, 'a hole through the bend stays a hole'
    assert source.flats.ruled?(ANGLE)
  end

  def test_without_a_rule_the_usual_is_assumed
    plain = ANGLE.sub("properties: {bend_rule: K 0.44}\n", '')
    refute source.flats.ruled?(plain)
    assert_equal 'K 0.44', flat(plain).rule
    assert_equal 'K 0.3', flat(ANGLE.sub('K 0.44', 'K 0.3')).rule
  end

  def test_a_file_comes_down_as_its_recipe_does
    recipe =
      sheet(
        plate(100, 60),
        'id: up, type: flange, edge: base/side.right, height: 30, angle: 75, width: 40',
        'id: back, type: flange, edge: base/side.top, height: 20, down: true, start_offset: 10',
        'id: hole, type: hole, diameter: 6, on: base/end.end, at: [10, 5], through: true'
      )
    step = Formats::Step::Writer.write(built(recipe))
    read = Formats::Step::Import.read(step).model
    found = SM::Flat.of(read.solid, SM::BendRule.by_k(0.44))
    own = flat(recipe)
    own.outlines.size.sort.zip(found.outlines.size.sort) { |a, b| assert_in_delta a, b, 2e-3 }
    assert_equal own.lines.map { |l| [l.angle.round(3), l.radius.round(3)] }.sort,
                 found.lines.map { |l| [l.angle.round(3), l.radius.round(3)] }.sort
    assert found.solid.closed?
  end

  def test_a_file_that_is_no_sheet_says_why
    housing = Formats::Step::Import.read(File.binread(File.expand_path('../../models/housing.step', __dir__))).model
    error = assert_raises(SM::Refused) { SM::Flat.of(housing.solid, SM::BendRule.by_k(0.44)) }
    assert_match(/#\d+/, error.message, 'the face is named')
  end

  # A hat of random sizes: legs, angles and radius drawn; the flat length against SM-06.
  def test_random_strips_against_straights_and_allowances
    random = Random.new(7)
    12.times do
      legs = Array.new(4) { 20.0 + random.rand(30) }
      angles = Array.new(3) { [30, 45, 60, 75, 90].sample(random: random) * [1, -1].sample(random: random) }
      radius, thickness = [1, 2, 3].sample(random: random), [1, 1.5].sample(random: random)
      at, heading, path = [0.0, 0.0], 0.0, [[0.0, 0.0]]
      legs.each_with_index do |leg, i|
        at = [at[0] + (leg * Math.cos(heading)), at[1] + (leg * Math.sin(heading))]
        path << at
        heading += (angles[i] || 0) * Math::PI / 180
      end
      text = sheet(strip(path.map { |p| p.map { |c| c.round(9) } }.inspect, thickness: thickness, radius: radius))
      model =
        begin
          built(text)
        rescue Modelling::RecipeFault
          next
        end
      # Straight lengths: legs less the setbacks of the side that is given, then the allowances.
      backs = angles.map { |a| Math.tan(a.abs * Math::PI / 360) * (radius + (a.positive? ? 0 : thickness)) }
      wanted = legs.sum - (2 * backs.sum) + angles.sum { |a| SM::Bending.allowance(a.abs, radius, thickness, 0.44) }
      assert_in_delta wanted, [blank(text).length, blank(text).width].max, 1e-3
      assert_equal 3, model.stock && flat(text).lines.size
    end
  end
end
