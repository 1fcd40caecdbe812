# frozen_string_literal: true

require 'step_helper'
require 'bored_parts'

# Solids of files can be cut wherever a person draws a cutting line: their facets are flat though the file's corners are
# rounded, and none lies on another where the walls of two faces meet. Areas by formula, mm2.
class StepCuttableTest < StepTest
  def written(name) = STEP::Writer.write(Modelling::Builder.build(Modelling::Recipe.parse(BoredParts.recipe(name))))
  def read(text, refine = 1) = STEP::Import.read(text, refine: refine).model.solid

  # The file with its vertices moved by up to so many mm each way, as by a writer with that idea of one place.
  def shaken(text, mm)
    chance = Random.new(7)
    vertices = text.scan(/VERTEX_POINT\('[^']*',#(\d+)\)/).flatten.to_h { |id| [id, true] }
    text.gsub(/#(\d+)=CARTESIAN_POINT\('([^']*)',\(([^)]*)\)\)/) do |line|
      next line unless vertices[Regexp.last_match(1)]

      moved = Regexp.last_match(3).split(',').map { |c| format('%.9f', c.to_f + (mm * ((2 * chance.rand) - 1))) }
      "##{Regexp.last_match(1)}=CARTESIAN_POINT('#{Regexp.last_match(2)}',(#{moved.join(',')}))"
    end
  end

  # Area of the section by a plane, of two meshes by extrapolation.
  def section(text, origin, normal)
    coarse, fine =
      [1, 2].map do |refine|
        cut = Solids::Cut.plane(read(text, refine), origin, normal)
        assert_closed cut.remaining
        cut.loops.sum(&:area)
      end
    ((4 * fine) - coarse) / 3
  end

  def assert_flat(solid)
    off = solid.facets.flat_map do |f|
      f.loops.flatten.map { |id| (Geometry::Vec.dot(f.normal, solid.point(id)) - f.d).abs }
    end
    assert_operator off.max, :<, Geometry::Tolerance::POINT
    corners = solid.facets.map { |f| f.loops.flatten.sort }
    assert_equal corners.uniq.size, corners.size, 'two facets have the same corners'
  end

  # A block of 80 by 60 by 50 with a bore of 20 down and one of 20 along it at half its height.
  def bored_section(height)
    half = Math.sqrt(100 - ((height - 25)**2))
    both = 2 * ((half * Math.sqrt(100 - (half**2))) + (100 * Math.asin(half / 10)))
    4800 - ((80 * 2 * half) + (100 * Math::PI) - both)
  end

  [21.3, 25.0, 28.7, 31.1, 33.4].each do |height|
    define_method("test_bores_that_cross_cut_at_#{height}") do
      text = written('bores_of_one_size')
      assert_flat read(text)
      assert_in_delta bored_section(height), section(text, [0.0, 0.0, height], [0.0, 0.0, 1.0]), 0.5
    end
  end

  [2e-8, 1e-7, 3e-6, 1e-4].each do |mm|
    define_method("test_a_block_whose_corners_are_off_by_#{mm}") do
      text = shaken(written('bores_of_one_size'), mm)
      assert_flat read(text)
      assert_in_delta bored_section(21.3), section(text, [0.0, 0.0, 21.3], [0.0, 0.0, 1.0]), 0.5
      # Lengthwise through both: what the bore down leaves beside the bore along.
      assert_in_delta (80 * 50) - (80 * 20) - (20 * 30), section(text, [0.0, 0.0, 0.0], [0.0, -1.0, 0.0]), 0.3
    end
  end

  %w[lever tee block-9 cup].each do |name|
    define_method("test_facets_of_#{name}_are_flat_and_lie_nowhere_on_each_other") do
      solid = step_model(name).solid
      assert_closed solid
      assert_flat solid
    end
  end

  # A block of 20 by 30 by 40 whose front is told as two planes a hair apart: their common corners can be on one only.
  def test_faces_in_one_plane_a_hair_apart
    s = StepSketch.new
    hair = 2e-7
    low, high = [0.0, 40.0].map { |z|
      [[0.0, 0.0, z], [10.0, 0.0, z], [20.0, hair, z], [20.0, 30.0, z], [0.0, 30.0, z]]
    }
    wall = ->(i, origin, out) do
      j = (i + 1) % 5
      s.face(s.plane(origin, out), s.polygon(low[i], low[j], high[j], high[i]))
    end
    sides = [
      wall.call(0, low[0], [0.0, -1.0, 0.0]),
      wall.call(1, low[2], [0.0, -1.0, 0.0]),
      wall.call(2, low[3], [1.0, 0.0, 0.0]),
      wall.call(3, low[3], [0.0, 1.0, 0.0]),
      wall.call(4, low[0], [-1.0, 0.0, 0.0])
    ]
    ends = [s.face(s.plane(low[0], [0.0, 0.0, -1.0]), s.polygon(*low.reverse)),
            s.face(s.plane(high[0]), s.polygon(*high))]
    solid = read(s.file(s.solid(*sides, *ends)))
    assert_flat solid
    [[5.0, 0.0, 0.0], [10.0, 0.0, 0.0], [12.3, 0.0, 0.0]].each do |at|
      assert_in_delta 1200, Solids::Cut.plane(solid, at, [1.0, 0.0, 0.0]).loops.sum(&:area), 1e-4
    end
    slant = Solids::Cut.plane(solid, [10.0, 15.0, 20.0], [0.6, -0.5, 0.62])
    assert_closed slant.remaining
    assert_in_delta 12_000, Solids::Mass.of(slant.remaining).volume, 0.1
  end

  # A face of some micrometres between two nearly equal circles, whose chords cross each other (elbow). What two cuts
  # along one line leave, looked at from both sides, is the whole.
  [
    [[0.0, 40.0, 0.0], [30.0, 40.0, 0.0], [30.0, 40.0, 5.0], [60.0, 40.0, 5.0]],
    [[40.0, 0.0, 0.0], [40.0, 30.0, 0.0], [40.0, 30.0, -4.0], [40.0, 60.0, -4.0]]
  ].each_with_index do |line, i|
    define_method("test_stepped_planes_through_a_step_of_micrometres_#{i}") do
      solid = step_model('elbow').solid
      assert_flat solid
      left = [1.0, -1.0].map { |way| Solids::Cut.stepped(solid, line, [0.0, 0.0, way]).remaining }
      left.each { |part| assert_closed part }
      assert_in_delta Solids::Mass.of(solid).volume, left.sum { |part| Solids::Mass.of(part).volume }, 0.05
    end
  end

  # Where faces do not meet by micrometres the cut is made a hair beside; elsewhere it is where it was drawn.
  def test_a_cut_that_fails_is_made_a_hair_beside
    solid = read(written('bores_of_one_size'))
    asked = 0
    honest = Solids::Boolean.method(:difference)
    failing = ->(a, b, **how) do
      asked += 1
      asked < 3 ? raise(Solids::Boolean::OpenResult, 'open') : honest.call(a, b, **how)
    end
    beside = Solids::Boolean.stub(:difference, failing) { Solids::Cut.plane(solid, [0.0, 0.0, 30.0], [0.0, 0.0, 1.0]) }
    assert_equal 3, asked
    heights = beside.loops.flat_map(&:points).map { |p| p[2] }
    assert_in_delta 30.0, heights.min, 6e-3
    assert_in_delta heights.min, heights.max, 1e-9
    refute_in_delta 30.0, heights.min, 1e-6
    always = ->(*, **) { raise Solids::Boolean::OpenResult, 'open' }
    Solids::Boolean.stub(:difference, always) do
      assert_raises(Solids::Boolean::OpenResult) { Solids::Cut.plane(solid, [0.0, 0.0, 30.0], [0.0, 0.0, 1.0]) }
    end
  end
end
