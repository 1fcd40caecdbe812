# frozen_string_literal: true

require 'step_helper'
require 'minitest/mock'
require_relative '../../bench/parts'

# Parts placed many times over are told once where the same lies about them in the same way: the views are those of
# everything asked for. mm.
class RepeatsTest < StepTest
  OBLIQUE = Projection::ViewFrame.new(Geometry::Vec.unit([0.35, 0.8, -0.45]), [0.0, 0.0, 1.0])
  FRAMES = [*%w[front top right iso].map { |v| Projection::ViewFrame.named(v) }, OBLIQUE].freeze

  # A plate with holes where things stand on it, one without, and a drum.
  LARGE = {
    'base' => Parts.recipe('Base', <<~R.gsub(/^/, '  ')),
      - {id: b, type: extrude, profile: {kind: rectangle, width: 210, height: 130}, depth: 8}
      - {id: h, type: hole, on: b/end.end, diameter: 5, through: true, pattern: {kind: linear, columns: 5, rows: 3, column_spacing: 40, row_spacing: 40, centred: true}}
    R
    'slab' => Parts.recipe('Slab', <<~R.gsub(/^/, '  ')),
      - {id: b, type: extrude, profile: {kind: rectangle, width: 210, height: 130}, depth: 8}
    R
    'drum' => Parts.recipe('Drum', "  - {id: b, type: extrude, profile: {kind: circle, diameter: 90}, depth: 30}\n")
  }.freeze

  def parts(*lines)
    "nockplane: assembly/1\nname: Rack\ncomponents:\n" + lines.map { |l| "  - {#{l}}\n" }.join
  end

  def grid(across, up, by)
    "pattern: {kind: linear, columns: #{across}, rows: #{up}, column_spacing: #{by}, row_spacing: #{by}}"
  end

  def built_of(text)
    source = Products::Source.new(store: STORE, library: ->(name, _) { LARGE[name] || Parts.library(name) })
    [source.model_of(text).solid, source.edge_set_of(text)]
  end

  # [Linework, facets asked for]
  def told(solid, set, frame)
    asked = nil
    strokes =
      Projection::Repeats.new(solid, set, frame).strokes do |part, edges|
        asked = part.facets.size
        Projection::Linework.strokes_of(part, frame, edges)
      end
    [Projection::Linework.new(strokes), asked]
  end

  # Facets asked for by frame.
  def assert_told_as_plain(solid, set, frames = FRAMES)
    frames.map do |frame|
      quick, asked = told(solid, set, frame)
      plain = Projection::Linework.new(Projection::Linework.strokes_of(solid, frame, set))
      assert_equal plain.strokes.size, quick.strokes.size, frame.numbers.to_s
      [true, false].each do |visible|
        a, b = [quick, plain].map { |l| l.lengths(visible) }
        b.each { |kind, length|
          assert_in_delta length, a[kind], 1e-3, "#{frame.numbers}, #{kind}, visible: #{visible}"
        }
      end
      assert_equal(*[plain, quick].map { |l| l.strokes.flat_map(&:faces).tally }, 'every occurrence has its own names')
      asked
    end
  end

  # Stacks of four parts that stand apart: from above one stack is told, from the side one row.
  def test_stacks_in_a_grid
    solid, set = built_of(Parts.assembly(3))
    stack = solid.facets.size / 9
    front, top, right = assert_told_as_plain(solid, set, FRAMES.first(3))
    assert_equal [stack * 3, stack, stack * 3], [front, top, right]
  end

  # What is told does not grow with the grid.
  def test_an_inner_part_stands_for_all_inner_parts
    sizes =
      [12, 16].map do |n|
        solid, set = built_of(parts("id: pins, model: dowel, #{grid(n, n, 9)}"))
        told(solid, set, OBLIQUE)[1]
      end
    assert_equal sizes[0], sizes[1]
  end

  # Edges that neighbours share are drawn once, whichever is told for which.
  def test_parts_that_touch
    width = built_of(parts('id: one, model: tile'))[0].box.then { |b| b[3] - b[0] }
    solid, set = built_of(parts("id: floor, model: tile, #{grid(8, 6, width)}"))
    asked = assert_told_as_plain(solid, set)
    assert_operator asked.min, :<, solid.facets.size
  end

  # Parts that run into each other, and of which only some are alike.
  def test_parts_that_overlap
    solid, set = built_of(parts("id: a, model: spacer, #{grid(6, 1, 7)}",
"id: b, model: dowel, at: [80, 0], #{grid(2, 4, 9)}"))
    assert_told_as_plain(solid, set)
  end

  # What stands on one plate sees of it what lies about it; the plate's own lines are hidden by all that lie on them.
  def test_rows_on_a_plate
    %w[slab base].each do |plate|
      stacks = 'columns: 5, rows: 3, column_spacing: 40, row_spacing: 40, centred: true'
      solid, set = built_of(
        parts(
          "id: plate, model: #{plate}, offset: -8",
          "id: screws, model: cap-screw-m4, pattern: {kind: linear, #{stacks}}",
          "id: pins, model: dowel, at: [12, 0], pattern: {kind: linear, #{stacks}}"
        )
      )
      asked = assert_told_as_plain(solid, set, plate == 'slab' ? FRAMES.first(3) : FRAMES.values_at(0, 3))
      asked.each { |facets| assert_operator facets, :<, 0.6 * solid.facets.size, plate }
    end
  end

  # On a turned surface every place is another.
  def test_rows_in_a_drum
    solid, set = built_of(
      parts('id: drum, model: drum', "id: pins, model: dowel, offset: 30, #{grid(3, 3, 16)}",
'id: low, model: slab, offset: -8')
    )
    assert_told_as_plain(solid, set, FRAMES.drop(2))
  end

  # Turned otherwise is something else.
  def test_parts_about_an_axis
    ring = 'pattern: {kind: circular, count: 6, pitch_circle: 120}'
    solid, set = built_of(parts("id: ring, model: tile, #{ring}",
"id: row, model: tile, at: [0, 140], #{grid(5, 2, 45)}"))
    assert_told_as_plain(solid, set)
  end

  # Shaded areas by tone, mm^2, are those of every part shaded for itself.
  def test_shading_of_a_grid
    solid, set = built_of(Parts.assembly(3))
    alone = Struct.new(:copies).new(nil)
    quick, plain =
      [
        Projection::Shading.of(solid, OBLIQUE, edge_set: set),
        Projection::Repeats.stub(:new, alone) { Projection::Shading.of(solid, OBLIQUE, edge_set: set) }
      ].map do |regions|
        by_light = regions.group_by(&:light)
        by_light.transform_values { |list| list.flat_map(&:loops).sum { |l| Projection::Shading::Polygons.area(l) } }
      end
    assert_equal plain.keys.sort, quick.keys.sort
    plain.each { |light, area| assert_in_delta area, quick[light], 1e-6, "light #{light}" }
  end

  # The edges of one part of a file, taken out, draw what the part's own edges draw.
  def test_occurrences_of_a_file
    model = step_model('assembly-40')
    sets = model.parts.map { |part| Projection::EdgeSet.new(part) }
    shown = model.components.reject(&:hidden?)
    set = Projection::EdgeSet.placed(shown.map { |i| [sets[i.part], i.transform, i.vertex, i.facet] })
    assert_equal shown.size, set.occurrences.size
    assert_equal [model.solid.facets.size, set.edges.size],
                 [set.occurrences[-1].facets.end, set.occurrences[-1].edges.end]
    [0, 17, 39].each do |i|
      placed = shown[i].transform.place(model.parts[shown[i].part], '')
      whole, part =
        [Projection::EdgeSet.new(placed), set.of_occurrences([i])].map do |edges|
          Projection::Linework.of(placed, Projection::ViewFrame.named('iso'), edge_set: edges)
        end
      assert_equal whole.strokes.size, part.strokes.size
      whole.lengths(true).each { |kind, length| assert_in_delta length, part.lengths(true)[kind], 1e-6, kind.to_s }
    end
  end
end
