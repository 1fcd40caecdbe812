# frozen_string_literal: true

require 'step_helper'

# Small files written shape by shape (StepSketch), with known volumes, mm3.
class SketchedTest < StepTest
  def setup = @s = StepSketch.new

  def imported(text, refine: 1) = STEP::Import.read(text, refine: refine).model

  def assert_volume(expected, text, relative: 1e-6)
    models = [1, 2].map { |r| imported(text, refine: r) }
    assert_empty models[0].report.reject { |l| l[:entity] == 'EDGE_CURVE' }, 'everything should be understood'
    assert_closed models[0].solid
    assert_in_delta expected, Solids::Mass.extrapolated(*models.map(&:solid)).volume, expected * relative
    models[0]
  end

  def disc(height, up, edge)
    @s.face(@s.plane([0.0, 0.0, height], [0.0, 0.0, up ? 1.0 : -1.0]), @s.loop_of(up ? edge : @s.back(edge)))
  end

  # A solid between two closed edges on the given side surface.
  def turned(side, low, high, heights = [0.0, 20.0])
    @s.file(
      @s.solid(
        @s.face(side, @s.loop_of(low), @s.loop_of(@s.back(high))),
        disc(heights[0], false, low),
        disc(heights[1], true, high)
      )
    )
  end
end
