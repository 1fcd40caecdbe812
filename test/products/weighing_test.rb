# frozen_string_literal: true

require 'step_helper'

# The mass of an assembly part by part: whatever way two meshes of it tell their parts apart.
class WeighingTest < StepTest
  BALL =
    "nockplane: recipe/1\nname: Ball\nfeatures:\n  - {id: c, type: revolve, axis: z, profile: {kind: free, start: " \
    "[-10,0], edges: [{name: s, to: [10,0], centre: [0,0], turn: right}, {name: x, to: [-10,0]}]}}\n"
  PIN =
    "nockplane: recipe/1\nname: Pin\nfeatures:\n  - {id: p, type: extrude, profile: {kind: circle, diameter: 10}, " \
    "depth: 40}\n"
  ASSEMBLY =
    "nockplane: assembly/1\nname: Unit\ncomponents:\n  - {id: a, model: ball}\n  - {id: b, model: ball, offset: " \
    "60}\n  - {id: c, model: pin, at: [50, 0]}\n  - {id: d, model: pin, at: [80, 0]}\n"
  BALLS_AND_PINS = (2 * 4000 * Math::PI / 3) + (2 * Math::PI * 25 * 40)

  # fresh: for which components a part is a new object each time it is asked for (a store that reads from disk gives new
  # ones).
  def built(refine, fresh: [])
    kept = {}
    Modelling::Assembly.build(Modelling::AssemblyRecipe.parse(ASSEMBLY), refine: refine) do |name, *, fineness|
      make = -> { Modelling::Builder.build(Modelling::Recipe.parse(name == 'ball' ? BALL : PIN), refine: fineness) }
      fresh.include?(name) ? make.call : (kept[name] ||= make.call)
    end
  end

  def test_parts_told_apart_differently_weigh_the_same
    one, other = built(1, fresh: ['pin']), built(2, fresh: ['ball'])
    assert_equal [3, 3], [one.parts.size, other.parts.size]
    assert_in_delta BALLS_AND_PINS, Products::Weighing.of(one, other).volume, BALLS_AND_PINS * 1e-6
    assert_in_delta BALLS_AND_PINS, Products::Weighing.of(built(1), built(2)).volume, BALLS_AND_PINS * 1e-6
  end

  def test_parts_alone
    coarse = step_model('assembly-40')
    fine = STEP::Import.parts(sample('assembly-40'), refine: 2)
    assert_equal coarse.parts.size, fine.size
    assert_in_delta 250_675.214, Products::Weighing.of(coarse, fine).volume, 0.3
    assert_in_delta 250_675.214,
                    Products::Weighing.of(coarse, fine.first(2)).volume,
                    5.0,
                    'without all of them: filled up to the surfaces'
  end
end
