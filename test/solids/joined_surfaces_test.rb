# frozen_string_literal: true

require 'step_helper'

# A part is read alike however a program cuts its surfaces up. mm.
class JoinedSurfacesTest < StepTest
  RECIPE = <<~F
    - {id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 12}
    - {id: h, type: hole, on: b/end.end, diameter: 8, through: true, at: [15, 0]}
    - {id: s, type: extrude, operation: boss, on: b/end.end, at: [-15, 0], depth: 10, profile: {kind: circle, diameter: 14}}
  F

  # The solid of RECIPE with the faces named cut at a plane through x = at.
  def cut_up(solid, names, at)
    facets =
      solid.facets.map do |f|
        next f unless names.include?(f.face.name)

        x = f.loops[0].sum { |i| solid.xs[i] } / f.loops[0].size
        f.with_face(Solids::Face.new("#{f.face.name}-#{x < at ? 'left' : 'right'}", f.face.surface))
      end
    Solids::Solid.new(solid.xs, solid.ys, solid.zs, facets)
  end

  def joined(solid, **more)
    Solids::Solid.new(solid.xs, solid.ys, solid.zs, Solids::Joined.call(solid, solid.facets, **more))
  end

  def test_half_cylinders_are_one_bore_and_one_boss
    whole = built(RECIPE).solid
    halves = cut_up(cut_up(whole, %w[h/wall], 15.0), %w[s/side.rim], -15.0)
    assert_equal whole.faces.size + 2, halves.faces.size
    found = joined(halves)
    assert_equal whole.faces.size, found.faces.size
    bore = found.face('h/wall-left') || found.face('h/wall-right')
    assert_equal 1, bore.aliases.size
    assert_equal whole.facets_of('h/wall').size, found.facets_of(bore.aliases[0]).size, 'found under both names'
    sizes = ->(solid) { Modelling::Measured.all(solid).map { |d| [d.kind, d.value.round(6), d.count] }.tally }
    assert_equal sizes[whole], sizes[found]
    words = ->(solid) { Linking::FaceNames.first(solid).names.values.map { |n| n[/[a-z]+/] }.tally }
    assert_equal [1, 1, nil], words[found].values_at('bore', 'shaft', 'round')
    assert_equal 4, words[halves]['round'], 'halves are neither'
  end

  def test_what_is_told_to_be_wrong_is_left_alone
    halves = cut_up(built(RECIPE).solid, %w[h/wall], 15.0)
    apart = { 'h/wall-left' => true }
    assert_equal halves.faces.size, joined(halves, apart: apart).faces.size
  end

  # A ring across a shaft parts what is meant to be apart; it is one shaft by its size.
  def test_a_ring_across_a_shaft_stays
    lower = built("- {id: a, type: extrude, profile: {kind: circle, diameter: 20}, depth: 10}\n").solid
    upper = Solids::Transform.new([0.0, 0.0, 10.0], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]).place(lower,
'up:')
    both = [lower, upper].flat_map.with_index do |s, k|
      s.facets.select { |f| f.face.surface.kind == :cylinder }.map { |f| f.shifted(k * lower.xs.size) }
    end
    names = both.map { |f| f.face.name }.uniq
    ring = Solids::Solid.new(*[0, 1, 2].map { |c|
      [lower, upper].flat_map { |s| [s.xs, s.ys, s.zs][c] }
    }, both)
    assert_equal names, joined(ring).faces.map(&:name)
    assert_equal [1], Modelling::Measured.equal(ring).map { |g| Modelling::RoundFeature.count(ring, g) }
  end

  # Arcs that slots leave of one rim: a diameter where they are more than half of it, else radii (DIM-20, 21).
  def test_a_rim_with_slots
    disc = '- {id: d, type: extrude, profile: {kind: circle, diameter: 60}, depth: 8}'
    slot = ->(width) do
      '- {id: f, type: extrude, operation: cut, on: d/end.end, through: true, both_ways: true, ' \
        "profile: {kind: rectangle, width: #{width}, height: 80}}"
    end
    sizes = ->(width) do
      Modelling::Measured.all(built("#{disc}\n#{slot[width]}\n").solid).select { |d| d.kind.to_s.match?(/dia|rad/) }
        .map { |d| [d.kind, d.value, d.count] }
    end
    assert_equal [[:turned_diameter, 60.0, 1]], sizes[20]
    assert_equal [[:radius, 30.0, 2]], sizes[50]
  end
end
