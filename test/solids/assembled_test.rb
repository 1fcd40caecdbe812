# frozen_string_literal: true

require 'test_helper'

# Figures of many placed copies, from those of the parts.
class AssembledTest < CoreTest
  include Nockplane

  PIN =
    "nockplane: recipe/1\nname: Pin\nfeatures:\n  - {id: p, type: extrude, profile: {kind: circle, diameter: 10}, " \
    "depth: 40}\n"
  BLOCK =
    "nockplane: recipe/1\nname: Block\nfeatures:\n  - {id: b, type: extrude, profile: {kind: rectangle, width: 20, " \
    "height: 30}, depth: 40}\n"

  def solid(text) = Modelling::Builder.build(Modelling::Recipe.parse(text)).solid
  def frame(origin, z, x) = Geometry::Frame.new(origin, z, x)
  def move(origin, z, x) = Solids::Transform.between(Geometry::Frame::WORLD, frame(origin, z, x))

  # A block 20 x 30 x 40 about its z, its base on z = 0: whatever way it is turned, its centre and its moments about it
  # are known.
  def test_mass_of_a_moved_block
    turned = move([100.0, -20.0, 7.0], [1.0, 2.0, 2.0], [2.0, 1.0, -2.0])
    mass = Solids::Assembled.new([solid(BLOCK)], [[0, turned]]).mass([Solids::Mass.of(solid(BLOCK))])
    assert_in_delta 24_000, mass.volume, 1e-9
    # the centre is 20 mm along z, which has become (1, 2, 2) / 3
    [100 + (20.0 / 3), -20 + (40.0 / 3), 7 + (40.0 / 3)].zip(mass.centre) { |a, b| assert_in_delta a, b, 1e-9 }
    # V (b2 + c2) / 12 about x, y, z of the block; the tensor's trace does not turn
    principal = [
      24_000 * ((30**2) + (40**2)) / 12,
      24_000 * ((20**2) + (40**2)) / 12,
      24_000 * ((20**2) + (30**2)) / 12
    ]
    assert_in_delta principal.sum, mass.inertia.each_index.sum { |k| mass.inertia[k][k] }, 1e-4
    z = [1.0, 2.0, 2.0].map { |c| c / 3 }
    about = 3.times.sum { |i| 3.times.sum { |j| z[i] * mass.inertia[i][j] * z[j] } }
    assert_in_delta principal[2], about, 1e-4, 'about its own z'
  end

  def test_sums_over_copies_are_those_of_the_whole
    parts = [solid(BLOCK), solid(PIN)]
    copies = [
      [0, move([0.0, 0.0, 0.0], [0.0, 0.0, 1.0], [1.0, 0.0, 0.0])],
      [1, move([60.0, 5.0, 3.0], [0.0, 1.0, 0.0], [1.0, 0.0, 0.0])],
      [1, move([-50.0, 0.0, 9.0], [1.0, 1.0, 0.0], [0.0, 0.0, 1.0])]
    ]
    whole = Solids::Mesh.compound(copies.each_with_index.map { |(i, m), k| m.place(parts[i], "#{k}:") })
    found = Solids::Assembled.new(parts, copies)
    a, b = found.mass(parts.map { |p| Solids::Mass.of(p) }), Solids::Mass.of(whole)
    [a.volume, a.area, *a.centre, *a.moments].zip([b.volume, b.area, *b.centre, *b.moments]) do |x, y|
      assert_in_delta y, x, 1e-9 * [y.abs, 1].max
    end
    assert_equal [3, true, { plane: 6 + 2 + 2, cylinder: 2 }], [found.bodies, found.closed?, found.kinds]
    assert_equal whole.facets.size, found.sum { |p| p.facets.size }
  end

  # A pin of 10 mm and 40 mm long lying along (1, 1, 0): it reaches (40 + 10) / sqrt(2) - ... along x and y, 5 up and
  # down.
  def test_the_box_is_that_of_the_true_shape_turned
    found = Solids::Assembled.new([solid(PIN)], [[0, move([0.0, 0.0, 0.0], [1.0, 1.0, 0.0], [0.0, 0.0, 1.0])]]).extent
    reach = 5 / Math.sqrt(2)
    [-reach, -reach, -5.0, (40 / Math.sqrt(2)) + reach, (40 / Math.sqrt(2)) + reach, 5.0].zip(found) do |a, b|
      assert_in_delta a, b, 1e-6
    end
  end
end
