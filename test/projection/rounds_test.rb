# frozen_string_literal: true

require 'view_helper'
require 'test_helper'

# Circles that are told as a whole: the lines are those that chord by chord gives, in fewer pieces.
class RoundsTest < Minitest::Test
  include Nockplane
  VIEWS = %w[front top right iso].freeze
  # mm: pieces of coincident circles meet a hair beside where a whole one runs, and what is shorter is no line.
  HAIR = 0.02
  FILES = %w[flange cup lever tee].freeze
  RECIPES = %w[lid hub-spindle motor].freeze

  PLATE = <<~R
    nockplane: recipe/1
    name: Plate
    features:
      - {id: plate, type: extrude, profile: {kind: rectangle, width: 60, height: 60}, depth: 10}
      - {id: holes, type: hole, on: plate/end.end, diameter: 6, through: true, pattern: {kind: linear, columns: 4, rows: 4, column_spacing: 12, row_spacing: 12, centred: true}}
  R

  def frame(name) = Projection::ViewFrame.named(name)
  def lines(solid, view, set) = Projection::Linework.of(solid, frame(view), edge_set: set)

  # The same edges, without anything told as a whole: the plain way is the judge.
  def plain(solid, set) = set.bordering(solid.facets.each_index.to_a)

  def solid_of(text) = Modelling::Builder.build(Modelling::Recipe.parse(text)).solid

  def uncovered(strokes, others)
    drawn = ->(list) { list.reject { |s| s.kind == :smooth } }
    Projection::Coincident.uncovered(drawn[strokes], drawn[others]).select { |s| s.arc? || s.shape == :line }
  end

  def assert_same_lines(name, solid)
    set = Projection::EdgeSet.new(solid)
    VIEWS.each do |view|
      whole, chords = [set, plain(solid, set)].map { |s| lines(solid, view, s) }
      [true, false].each do |visible|
        assert_in_delta chords.lengths(visible)[:total],
                        whole.lengths(visible)[:total],
                        0.001 * (1 + chords.lengths(visible)[:total]),
                        "#{name}, #{view}, #{visible ? 'visible' : 'hidden'}, mm"
      end
      assert_operator whole.strokes.size, :<=, chords.strokes.size, "#{name}, #{view}: in no more pieces"
      lost = uncovered(chords.strokes, whole.strokes).reject { |s| s.length < HAIR }
      assert_empty lost.map { |s| [s.kind, s.visible, s.faces, s.length] }, "#{name}, #{view}: lines that are gone"
    end
  end

  def test_lines_are_those_of_chords
    FILES.each do |f|
      file = File.binread(File.expand_path("../models/#{f}.step", __dir__))
      assert_same_lines(f, Formats::Step::Import.read(file).model.solid)
    end
  end

  def test_lines_of_recipes_are_those_of_chords
    RECIPES.each do |name|
      text = File.read(File.expand_path("../../demo/models/#{name}.recipe.yml", __dir__))
      assert_same_lines(name, solid_of(text))
    end
  end

  def test_a_hole_in_plan_is_one_circle
    solid = solid_of(PLATE)
    set = Projection::EdgeSet.new(solid)
    assert_equal 32, set.loops.size, 'both rims of sixteen holes'
    assert_equal 6, set.hull.size, 'all sides of the plate, no bore'
    top = lines(solid, 'top', set).strokes
    circles = top.select(&:arc?)
    assert_equal [16, [3.0]], [circles.size, circles.map { |s| s.rx.round(9) }.uniq]
    assert(circles.all? { |s| s.visible && s.closed? })
    front = lines(solid, 'front', set).strokes.select(&:visible)
    assert_equal 4, front.size, 'rims seen edge-on lie on the outline'
  end

  BLIND = <<~R
    nockplane: recipe/1
    name: Block
    features:
      - {id: block, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 20}
      - {id: sink, type: hole, kind: counterbored, on: block/end.end, diameter: 8, counterbore_diameter: 16, counterbore_depth: 6, through: true}
  R

  # From the front the rims of a stepped hole are dashed lines at their heights; that of the floor is two of them.
  def test_rims_seen_edge_on_behind_a_wall_are_hidden_lines
    solid = solid_of(BLIND)
    hidden = lines(solid, 'front', Projection::EdgeSet.new(solid)).strokes.reject(&:visible)
    level = hidden.select { |s| s.points[0][1].round(9) == s.points[1][1].round(9) }
    assert_equal [[14.0, 16.0]], level.map { |s| [s.points[0][1].round(9), s.length.round(9)] }
    assert(level.all? { |s| s.points.map { |x, _| x.abs.round(9) } == [8.0, 8.0] })
  end

  # A boss before the block: its upper rim from the front is a line of its whole width.
  def test_a_rim_seen_edge_on_before_a_wall_is_a_line
    boss = "  - {id: boss, type: extrude, on: xz, profile: {kind: circle, diameter: 10}, depth: 30}\n"
    solid = solid_of(BLIND + boss)
    set = Projection::EdgeSet.new(solid)
    rim = lines(solid, 'top', set).strokes.select { |s| s.visible && s.faces[0] == 'boss/end.end' }
    assert_equal([[10.0, true]], rim.map { |s| [s.length.round(9), s.shape == :line] })
    assert_same_lines('boss before a block', solid)
  end

  # A rim that slots cut in four is four arcs, each told as one thing.
  def test_arcs_of_a_rim
    text = <<~R
      nockplane: recipe/1
      name: Wheel
      features:
        - {id: wheel, type: extrude, profile: {kind: circle, diameter: 80}, depth: 10}
        - {id: gaps, type: extrude, operation: cut, on: wheel/end.end, at: [0, 40], through: true, profile: {kind: rectangle, width: 6, height: 10}, pattern: {kind: circular, count: 4, pitch_circle: 80}}
    R
    solid = solid_of(text)
    set = Projection::EdgeSet.new(solid)
    arcs = set.loops.select(&:ends)
    assert_equal 8, arcs.size
    top = lines(solid, 'top', set).strokes.select { |s| s.visible && s.arc? }
    gap = Math.asin(5 / 40.0) # its 10 mm lie along the rim
    assert_equal [4, [((Math::PI / 2) - (2 * gap)).round(6)]], [top.size, top.map { |s| (s.to - s.from).round(6) }.uniq]
    assert_same_lines('a wheel with gaps', solid)
  end

  # Of a set of placed parts and of some of them the ends go with the edges.
  def test_arcs_of_placed_parts
    gap =
      "  - {id: gap, type: extrude, operation: cut, on: block/end.end, through: true, " \
        "profile: {kind: rectangle, width: 6, height: 60}}\n"
    solid = solid_of(BLIND + gap)
    set = Projection::EdgeSet.new(solid)
    refute_empty set.loops.select(&:ends)
    moved = Solids::Transform.new([100.0, 0.0, 0.0], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0])
    placed = Projection::EdgeSet.placed([[set, moved, 0, 0], [set, moved, solid.xs.size, solid.facets.size]])
    second = placed.loops.drop(set.loops.size)
    set.loops.zip(second).each do |one, other|
      assert_equal one.edges.map { |i| i + set.edges.size }, other.edges
      assert_equal one.ends&.map { |v| v + solid.xs.size }, other.ends
    end
    assert_equal set.loops.map(&:ends), placed.of_occurrences([1]).loops.map(&:ends)
  end

  def test_a_rim_behind_something_is_not_told_as_seen
    block =
      "  - {id: block, type: extrude, profile: {kind: rectangle, width: 8, height: 8}, depth: 6, " \
        "on: plate/end.end, at: [6, 2]}\n"
    solid = solid_of(PLATE + block)
    set = Projection::EdgeSet.new(solid)
    assert_same_lines('block on a plate', solid)
    iso = lines(solid, 'iso', set)
    assert iso.strokes.any? { |s| s.arc? && !s.visible && s.faces.include?('plate/end.end') }, 'a rim is partly hidden'
  end

  def test_what_a_plane_has_before_it
    solid =
      solid_of(
        PLATE + "  - {id: stud, type: extrude, on: plate/end.end, profile: {kind: circle, diameter: 4}, depth: 3}\n"
      )
    set = Projection::EdgeSet.new(solid)
    first = set.hull.keys.map { |i| solid.facets[i].face.name }
    refute_includes first, 'plate/end.end', 'the stud stands before it'
    assert_includes first, 'stud/end.end'
  end
end
