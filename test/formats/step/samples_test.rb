# frozen_string_literal: true

require 'step_helper'

# The sample files against the figures of the independent library that wrote them (volume, area, box, kinds of faces),
# and its separate ray casting (lengths of lines, good to about 0.3 per cent).
class StepSamplesTest < StepTest
  PLATE = {
    volume: 120_522.607,
    area: 20_343.652,
    box: [0, 0, 0, 80, 80, 20],
    kinds: {
      cone: 5,
      cylinder: 9,
      plane: 11
    },
    lines: [[278.2, 189.3], [819.9, 0], [278.2, 189.3], [698.1, 402.6]]
  }.freeze
  FIGURES = {
    'plate-4' => PLATE,
    'plate-4-inch' => PLATE,
    'plate-4-layout' => PLATE,
    'plate-25' => {
      volume: 537_655.006,
      area: 81_841.215,
      box: [0, 0, 0, 170, 170, 20],
      kinds: {
        cone: 10,
        cylinder: 35,
        plane: 16
      },
      lines: [[548.2, 818.0], [2648.9, 0], [548.2, 818.0], [2135.6, 1935.6]]
    },
    'flange' => {
      volume: 288_005.043,
      area: 51_152.134,
      box: [-70, -70, 0, 70, 70, 60],
      kinds: {
        cone: 3,
        cylinder: 16,
        plane: 12,
        torus: 2
      },
      lines: [[514.8, 414.9], [1523.2, 0], [514.9, 402.3], [1257.4, 1242.7]]
    },
    'housing' => {
      volume: 179_397.989,
      area: 86_188.125,
      box: [0, -8, 0, 140, 90, 64],
      kinds: {
        bspline: 4,
        cone: 8,
        cylinder: 43,
        offset: 4,
        plane: 47,
        torus: 1
      },
      lines: [[651.5, 815.2], [831.2, 986.4], [400.1, 825.4], [1060.1, 3255.2]]
    },
    'tee' => {
      volume: 201_574.223,
      area: 86_180.184,
      box: [-100, -30, -30, 100, 30, 100],
      kinds: {
        cylinder: 4,
        plane: 3
      },
      lines: [[703.4, 552.6], [746.2, 400], [540.9, 161.6], [985.4, 830.9]]
    },
    'torus' => {
      volume: 78_956.835,
      area: 15_791.367,
      box: [-50, -50, -10, 50, 50, 10],
      kinds: {
        torus: 1
      },
      lines: [[222.8, 61.6], [502.7, 0], [222.8, 61.6], [403.6, 0]]
    },
    'annotated-plate' => {
      volume: 82_271.682,
      area: 18_220.0,
      box: [0, 0, 0, 100, 60, 15],
      kinds: {
        cylinder: 5,
        plane: 6
      },
      lines: [[230, 90], [483.4, 0], [150, 90], [559.8, 394.8]]
    },
    'assembly-40' => {
      volume: 250_675.214,
      area: 100_402.795,
      box: [-160.89, -9.55, -20, 130, 130, 50],
      kinds: {
        cone: 13,
        cylinder: 67,
        plane: 261
      },
      lines: [[1852.1, 943.8], [2510.0, 1736.0], [1207.8, 1352.5], [3225.2, 6989.5]]
    },
    'motor-plate-r1' => {
      volume: 40_240.443,
      area: 14_921.243,
      box: [-45, -30, 0, 45, 30, 14],
      kinds: {
        cylinder: 18,
        plane: 18
      },
      lines: [[242.0, 145], [756.1, 0], [182.0, 126.0], [786.8, 578.3]]
    },
    'motor-plate-r3' => {
      volume: 46_340.025,
      area: 15_954.871,
      box: [90, -87, 15, 150, 7, 30],
      kinds: {
        cylinder: 18,
        plane: 18
      },
      lines: [[185.0, 136], [773.5, 0], [253.0, 157], [807.6, 600.5]]
    },
    'motor-plate-r6' => {
      volume: 46_001.763,
      area: 15_793.319,
      box: [-47, -30, 0, 47, 30, 15],
      kinds: {
        cone: 4,
        cylinder: 18,
        plane: 22
      },
      lines: [[345.9, 157], [1077.5, 0], [243.8, 136], [924.4, 634.5]]
    }
  }.freeze
  # Bored, rounded and free parts: figures of the same library, area and volume of the analytic ones exact.
  BORED = {
    'cup' => {
      volume: 54_950.483,
      area: 19_120.601,
      box: [0, -28, -28, 50, 28, 28],
      kinds: {
        cylinder: 4,
        plane: 3,
        torus: 1
      },
      lines: [[208.8, 146.3], [246.3, 126.0], [175.9, 165.1], [479.3, 242.9]]
    },
    'elbow' => {
      volume: 63_811.133,
      area: 28_666.997,
      box: [-8, -8, -28, 88, 88, 28],
      kinds: {
        cylinder: 16,
        plane: 6,
        torus: 2
      },
      lines: [[541.6, 325.9], [444.4, 308.5], [490.1, 377.3], [843.8, 788.7]]
    },
    'halved' => {
      volume: 36_535.713,
      area: 10_941.773,
      box: [-30, 0, 0, 30, 30, 70],
      kinds: {
        cylinder: 8,
        plane: 6,
        torus: 4
      },
      lines: [[412.3, 386.4], [289.3, 56.6], [402.3, 67], [633.3, 723.3]]
    },
    'lever' => {
      volume: 30_905.631,
      area: 10_802.948,
      box: [-20, -20, 0, 103, 20, 18],
      kinds: {
        cylinder: 9,
        plane: 8,
        torus: 2
      },
      lines: [[311.3, 86.0], [446.2, 18.3], [170.6, 150.7], [463.2, 400.9]]
    },
    'block-9' => {
      volume: 2_318_623.092,
      area: 141_270.417,
      box: [0, 0, 0, 200, 120, 100],
      kinds: {
        cone: 4,
        cylinder: 11,
        plane: 6
      },
      lines: [[655.0, 1448.0], [744.7, 1707.2], [499.7, 1102.8], [1240.6, 2285.7]]
    },
    'vase' => {
      volume: 76_392.675,
      area: 32_958.596,
      box: [-32.96, -36.7, 0, 38.01, 36.7, 80],
      kinds: {
        bspline: 2,
        plane: 3
      },
      lines: [[257.8, 359.5], [440.8, 475.5], [261.1, 200.1], [414.0, 455.8]]
    }
  }.freeze
  FRAMES = [%w[front], %w[top], [[-1, 0, 0], [0, 0, 1]], [[1, 1, -1], [1, 1, 2]]].freeze
  # Free surfaces are good to 4e-6 of the volume, the rest to 1e-7 and better.
  LOOSE = { 'housing' => 4e-6 }.freeze

  # Faces of the file by kind: pieces of one surface, which are one face, each.
  def kinds_of(solid)
    solid.faces.group_by { |f| f.surface.kind }.transform_values { |l| l.sum { |f| f.names.size } }.sort.to_h
  end

  FIGURES.each do |name, figures|
    define_method("test_#{name.tr('-', '_')}_is_closed_and_has_its_volume_area_and_box") do
      solid = step_model(name).solid
      assert_closed solid
      assert_equal figures[:kinds], kinds_of(solid)
      mass = step_mass(name)
      assert_in_delta figures[:volume], mass.volume, figures[:volume] * LOOSE.fetch(name, 1e-7) + 5e-4
      assert_in_delta figures[:area], mass.area, figures[:area] * 1e-5
      Solids::Extent.of(solid).zip(figures[:box]) { |a, b| assert_in_delta b, a, name == 'assembly-40' ? 0.01 : 1e-4 }
    end

    define_method("test_#{name.tr('-', '_')}_has_its_lines_in_four_views") do
      solid = step_model(name).solid
      set = Projection::EdgeSet.new(solid)
      FRAMES.zip(figures[:lines]) do |frame, (visible, hidden)|
        lines =
          Projection::Linework.of(
            solid,
            frame.size == 1 ? Projection::ViewFrame.named(frame[0]) : Projection::ViewFrame.new(*frame),
            edge_set: set
          )
        seen, covered = [true, false].map { |v| lines.lengths(v).then { |l| l[:sharp] + l[:silhouette] } }
        assert_in_delta visible, seen, (visible * 4e-3) + 0.1, "#{name} visible, #{frame}"
        # The check counts hidden lines at grazing places more loosely.
        assert_in_delta hidden, covered, (hidden * 1.2e-2) + 1.5, "#{name} hidden, #{frame}"
      end
    end
  end

  BORED.each do |name, figures|
    free = figures[:kinds].key?(:bspline)

    define_method("test_#{name.tr('-', '_')}_is_whole") do
      solid = step_model(name).solid
      assert_closed solid
      assert_empty step_model(name).report
      assert_equal figures[:kinds], kinds_of(solid)
      mass = step_mass(name)
      assert_in_delta figures[:volume], mass.volume, figures[:volume] * (free ? 5e-5 : 1e-6)
      assert_in_delta figures[:area], mass.area, figures[:area] * 5e-5
      Solids::Extent.of(solid).zip(figures[:box]) { |a, b| assert_in_delta b, a, free ? 0.2 : 1e-3 }
    end

    define_method("test_#{name.tr('-', '_')}_shows_its_lines_and_no_others") do
      solid = step_model(name).solid
      set = Projection::EdgeSet.new(solid)
      FRAMES.zip(figures[:lines]) do |frame, (visible, hidden)|
        lines =
          Projection::Linework.of(
            solid,
            frame.size == 1 ? Projection::ViewFrame.named(frame[0]) : Projection::ViewFrame.new(*frame),
            edge_set: set
          )
        seen, covered = [true, false].map { |v| lines.lengths(v).then { |l| l[:sharp] + l[:silhouette] } }
        assert_in_delta visible, seen, (visible * (free ? 2e-2 : 5e-3)) + 0.2, "#{name} visible, #{frame}"
        # (The step of 8 um in the elbow's bore is counted as lines of its own by the check.)
        assert_in_delta hidden, covered, (hidden * (name == 'elbow' ? 5.5e-2 : 2e-2)) + 1.5, "#{name} hidden, #{frame}"
      end
    end
  end

  # Outlines of free surfaces stand on the surface where it turns away: of the coil, a wire of 4 mm wound at 20 mm, on
  # circles in the view along its axis.
  def test_outlines_of_a_coil_are_where_its_wire_ends
    lines =
      Projection::Linework
        .of(step_model('coil').solid, Projection::ViewFrame.named('top'))
        .strokes
        .select { |s| s.kind == :silhouette && s.spline? }
    radii =
      lines.flat_map do |s|
        s.beziers.flat_map { |b| [0.0, 0.5].map { |t| Math.hypot(*Projection::Stroke.bezier_at(b, t)) } }
      end
    assert_operator radii.size, :>, 50
    radii.each { |r| assert_in_delta r < 20 ? 18.0 : 22.0, r, 6e-3 }
  end

  def test_the_same_plate_in_inches_and_in_another_layout_is_the_same_solid
    a, b, c = %w[plate-4 plate-4-inch plate-4-layout].map { |n| step_model(n).solid }
    [b, c].each { |s| assert_in_delta Solids::Mass.of(a).volume, Solids::Mass.of(s).volume, 1e-4 }
  end

  def test_an_assembly_keeps_its_tree_its_names_and_its_colours
    model = step_model('assembly-40')
    assert_equal 40, model.components.size
    assert_equal 4, model.components.map(&:reference).uniq.size
    assert_includes model.components.map(&:path), 'module-1:fasteners-1:pin-1'
    assert(model.components.any? { |c| c.name == 'Mutter M10 – Ø10' }, 'a name that is not ASCII')
    assert_equal model.solid.faces.size, model.colours.size
    assert_equal 4, model.colours.values.uniq.size
    assert_empty model.report
  end

  def test_circles_of_a_view_are_drawn_as_circles
    arcs =
      Projection::Linework
        .of(step_model('motor-plate-r1').solid, Projection::ViewFrame.named('top'))
        .strokes
        .select { |s| s.arc? && s.closed? }
    assert_equal(
      { 2.0 => 2, 2.75 => 4, 4.75 => 4, 11.0 => 1, 17.0 => 1 },
      arcs.map { |a| a.rx.round(9) }.tally.sort.to_h
    )
  end
end
