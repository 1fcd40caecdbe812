# frozen_string_literal: true

require 'step_helper'
require 'open3'

# Features turned about one axis with one radius, whose circles would have other chords: there is one wall. Faces by
# name, volumes by formula, judged by a reader that is not ours as well; mm.
class DivisionTest < StepTest
  BORED = <<~F
    - {id: b, type: revolve, axis: z, profile: {kind: free, start: [0, 5], edges: [{name: low, to: [0, 20]}, {name: rim, to: [15, 20]}, {name: high, to: [15, 5]}, {name: bore}]}}
    - {id: up, type: extrude, on: b/high, profile: {kind: circle, diameter: 30}, depth: 15}
  F
  BORED_VOLUME = Math::PI * ((400 * 15) + (225 * 15) - (25 * 30))
  ROUND = "- {id: b, type: extrude, profile: {kind: circle, diameter: 40}, depth: 30}\n"

  def assert_faces(names, volume, features)
    model = built(features)
    assert model.solid.closed?
    assert_equal names.sort, model.solid.faces.map(&:name).sort
    out, status =
      Open3.capture2(
        'node',
        File.expand_path('../js/read_step.mjs', __dir__),
        stdin_data: Formats::Step::Writer.write(model),
        binmode: true
      )
    assert status.success?
    found = JSON.parse(out)
    assert_equal [names.size, 0, 0], found.values_at('faces', 'empty', 'open'), 'faces, empty ones, open edges'
    assert_in_delta volume, found['volume'], volume * 5e-3
    model
  end

  def test_a_hole_that_meets_a_bore
    names = %w[b/low b/rim b/high b/bore up/side.rim up/end.end h/wall]
    assert_faces(names, BORED_VOLUME, "#{BORED}- {id: h, type: hole, on: up/end.end, diameter: 10, depth: 15}\n")
  end

  def test_a_hole_through_a_bore
    names = %w[b/low b/rim b/high b/bore up/side.rim up/end.end h/wall]
    assert_faces(names, BORED_VOLUME, "#{BORED}- {id: h, type: hole, on: up/end.end, diameter: 10, through: true}\n")
  end

  # So does a round cut, drawn as a circle.
  def test_a_round_cut_through_a_bore
    names = %w[b/low b/rim b/high b/bore up/side.rim up/end.end c/side.rim]
    circle = 'profile: {kind: circle, diameter: 10}'
    cut = "- {id: c, type: extrude, operation: cut, on: up/end.end, #{circle}, through: true}\n"
    assert_faces(names, BORED_VOLUME, "#{BORED}#{cut}")
  end

  # A sleeve whose bore is a hole that is there.
  def test_a_sleeve_on_a_hole
    features = <<~F
      - {id: b, type: extrude, profile: {kind: circle, diameter: 40}, depth: 10}
      - {id: h, type: hole, kind: counterbored, on: b/end.start, diameter: 6, counterbore_diameter: 20, counterbore_depth: 4, through: true}
      - {id: s, type: extrude, on: b/end.end, profile: {kind: circle, diameter: 24}, depth: 10}
      - {id: c, type: extrude, operation: cut, on: s/end.end, profile: {kind: circle, diameter: 6}, depth: 12}
    F
    names = %w[b/side.rim b/end.start b/end.end h/wall h/counterbore.wall h/counterbore.floor s/side.rim s/end.end
               c/side.rim]
    assert_faces(names, Math::PI * ((400 * 10) + (144 * 10) - (9 * 16) - (100 * 4)), features)
  end

  def test_counterbores_from_both_sides
    features = <<~F
      #{ROUND.chomp}
      - {id: h, type: hole, kind: counterbored, on: b/end.end, diameter: 4.4, counterbore_diameter: 8, counterbore_depth: 5, through: true}
      - {id: g, type: hole, kind: counterbored, on: b/end.start, diameter: 4.4, counterbore_diameter: 12, counterbore_depth: 5, through: true}
    F
    names = %w[b/side.rim b/end.start b/end.end h/wall] + %w[h g].flat_map { |n|
      ["#{n}/counterbore.wall", "#{n}/counterbore.floor"]
    }
    model = assert_faces(names, Math::PI * ((400 * 30) - (2.2**2 * 20) - (16 * 5) - (36 * 5)), features)
    assert_equal 'h/wall', model.solid.face('g/wall').name, 'the wall answers to both names'
    assert_equal 4.4, model.dimension('g.diameter').value
  end

  def test_a_countersink_on_a_hole
    features = <<~F
      #{ROUND.chomp}
      - {id: h, type: hole, on: b/end.end, diameter: 6, through: true}
      - {id: k, type: hole, kind: countersunk, on: b/end.end, diameter: 6, countersink_diameter: 14, through: true}
    F
    sink = Math::PI * 4 / 3 * (9 + 21 + 49) # 90 degrees: 4 deep
    volume = (Math::PI * ((400 * 30) - (9 * 26))) - sink
    assert_faces(%w[b/side.rim b/end.start b/end.end h/wall k/countersink], volume, features)
  end

  # A hole where there is one already takes nothing away, and is told so.
  def test_the_same_hole_again
    features = <<~F
      #{ROUND.chomp}
      - {id: h, type: hole, on: b/end.end, diameter: 6, through: true}
      - {id: k, type: hole, on: b/end.end, diameter: 6, through: true}
    F
    assert_match(/k misses the part/, assert_raises(Modelling::RecipeFault) { built(features) }.message)
  end

  # The division of a body turned about by seven degrees is found, too.
  def test_a_bore_turned_about
    features = <<~F
      - {id: b, type: extrude, turn: 7, profile: {kind: circle, diameter: 8}, depth: 10}
      - {id: c, type: revolve, axis: z, profile: {kind: free, start: [5, 0], edges: [{name: under, to: [5, 4]}, {name: neck, to: [14, 4]}, {name: step, to: [14, 9]}, {name: land, to: [18, 9]}, {name: top, to: [18, 0]}, {name: axis}]}}
    F
    model = built(features)
    assert model.solid.closed?
    assert_empty(model.solid.faces.map(&:name).select { |n| n.include?('~') })
  end
end
