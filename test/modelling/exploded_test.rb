# frozen_string_literal: true

require 'test_helper'

# Explosions of nested assemblies: what moves, what stays, what is seen then. mm.
class ExplodedTest < CoreTest
  BLOCK =
    "nockplane: recipe/1\nname: Block\nproperties: {number: P, material: C45}\nfeatures:\n  - {id: b, type: extrude, " \
      "profile: {kind: rectangle, width: 10, height: 10}, depth: 10}\n" \
      "  - {id: h, type: hole, on: b/end.end, diameter: 4, through: true}\n"
  SET =
    "nockplane: assembly/1\nname: Set\nproperties: {number: S}\ncomponents:\n  - {id: low, model: P}\n" \
      "  - {id: high, model: P, offset: 10}\n  - {id: ghost, model: P, offset: 50, hidden: true}\n"
  WHOLE = <<~A
    nockplane: assembly/1
    name: Whole
    components:
      - {id: base, model: P, at: [0, 40]}
      - {id: sets, model: S, pattern: {kind: linear, columns: 3, column_spacing: 30}}
    explosions:
      up: [{components: [sets], direction: [0, 0, 1], distance: 15}]
      inner: [{components: ["sets:high"], direction: [0, 0, 1], distance: 20}]
      one: [{components: ["sets[2]"], direction: [0, -1, 0], distance: 7}, {components: ["sets[2]:low"], direction: [0, 0, -1], distance: 3}]
      none: []
  A

  def source = @source ||= Products::Source.new(library: ->(name, _) { { 'P' => BLOCK, 'S' => SET }[name] }) { WHOLE }
  def made = source.model_of(WHOLE)
  def exploded(name) = source.model_of(WHOLE, explosion: name)

  # { path: [x, y, z] moved by }, of those that moved.
  def moved(name)
    made
      .components
      .zip(exploded(name).components)
      .to_h do |a, b|
        [a.path, [0, 1, 2].map { |k| (b.transform.point([0.0] * 3)[k] - a.transform.point([0.0] * 3)[k]).round(6) }]
      end
      .reject { |_, by| by.all?(&:zero?) }
  end

  def test_a_pattern_a_component_of_each_and_a_single_one
    all = (1..3).flat_map { |n| %w[low high ghost].map { |c| "sets[#{n}]:#{c}" } }
    assert_equal all.to_h { |p| [p, [0.0, 0.0, 15.0]] }, moved('up')
    assert_equal (1..3).to_h { |n| ["sets[#{n}]:high", [0.0, 0.0, 20.0]] }, moved('inner')
    assert_equal(
      { 'sets[2]:low' => [0.0, -7.0, -3.0], 'sets[2]:high' => [0.0, -7.0, 0.0], 'sets[2]:ghost' => [0.0, -7.0, 0.0] },
      moved('one')
    )
    assert_empty moved('none')
  end

  def test_volume_faces_and_edges_stay
    %w[up inner one].each do |name|
      model = exploded(name)
      assert_empty model.solid.faults
      assert_equal made.solid.faces.map(&:name), model.solid.faces.map(&:name)
      assert_in_delta Solids::Mass.of(made.solid).volume, Solids::Mass.of(model.solid).volume, 1e-6
      set = source.edge_set_of(WHOLE, explosion: name)
      assert_equal source.edge_set_of(WHOLE).edges.size, set.edges.size
    end
  end

  # Corners lie on the surfaces that they stand for, also of bores that were moved.
  def test_every_corner_lies_on_its_surface
    model = exploded('one')
    model.solid.facets.each do |f|
      next unless f.face.surface.kind == :cylinder

      f.loops.flatten.each do |i|
        assert_in_delta f.face.surface.radius, f.face.surface.radial_distance(model.solid.point(i)), 1e-6
      end
    end
  end

  # Seen from the front the middle set hides its fellow behind it no more when it is lifted: lines are of the moved
  # places.
  def test_lines_are_those_of_the_moved_places
    front = Projection::ViewFrame.named('front')
    subject = Products::Subject.new('m', 1, nil, 'exploded/up')
    y0, y1 = source.linework(subject, front).box.values_at(1, 3)
    assert_in_delta 0, y0, 1e-9
    assert_in_delta 35, y1, 1e-9, 'base 0 to 10, sets 15 to 35'
    again = Projection::Linework.of(exploded('up').solid, front)
    assert_equal again.digest(hidden: true), source.linework(subject, front).digest(hidden: true), 'placed or whole'
  end

  def test_a_cut_goes_through_what_was_moved
    opening = Products::Opening.new([], without: ['sets:low'])
    subject = Products::Subject.new('m', 1, nil, 'exploded/inner')
    opened = source.opened(subject, Projection::ViewFrame.named('front'), opening)
    faces = opened.linework.strokes.flat_map(&:faces).map { |f| f[/\A(.+):/, 1] }.uniq
    refute(faces.any? { |f| f.include?(':low') })
    assert(faces.any? { |f| f.include?(':high') })
  end
end
