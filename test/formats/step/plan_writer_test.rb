# frozen_string_literal: true

require 'step_helper'

# Tolerances written into AP242 and read again: every datum, size and frame with its faces (standards.md 11.2).
class StepPlanWriterTest < CoreTest
  include StepHelpers

  KINDS = { centres: :linear, across: :linear, depth: :depth, turned_diameter: :diameter, tube_radius: :radius }.freeze

  def written(model)
    writer = STEP::Writer.new(model, plan: true)
    [writer.write('2000-01-01T00:00:00', 'a.step'), writer.skipped]
  end

  # [kind, value, tolerance or cells, how many faces]
  def said(model)
    found = model.dimensions.select { |d| d.tolerance || d.prefix || d.id.start_with?('given.') }
    found
      .map { |d| [KINDS.fetch(d.kind, d.kind), d.value.round(4), d.tolerance || d.prefix, d.faces.size] }
      .sort_by(&:to_s)
  end

  # [cells, areas of the faces that they stand on, mm2] of frames and datums.
  def on_faces(model)
    index = Solids::Indexed.of(model.solid)
    area = ->(name) { index.facets_of(name).sum { |f| Solids::Mass.facet_area(model.solid, f) }.round(2) }
    marks = model.dimensions.select { |d| %i[tolerance_frame datum].include?(d.kind) }
    marks.map { |d| [d.prefix, d.faces.map(&area).sort] }.sort
  end

  def planned(features, character)
    base = built(features)
    made = Planning::Tolerances::ByRule.of(base, character: character, way: 'geometric')
    Modelling::Planned::Weaving.new(base, made.plan).woven
  end

  def test_a_file_with_tolerances_is_written_and_read_again_with_all_of_them
    model = step_model('annotated-plate')
    text, skipped = written(model)
    again = STEP::Import.read(text.b).model
    assert_empty skipped
    assert_empty again.report
    assert_equal said(model), said(again)
    assert_equal on_faces(model), on_faces(again)
  end

  def test_a_plan_by_rule_comes_back_whole
    features = <<~F
      - {id: plate, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 12}
      - {id: holes, type: hole, on: plate/end.end, at: [-20, -10], diameter: 5.5, through: true, pattern: {kind: linear, columns: 2, rows: 2, column_spacing: 40, row_spacing: 20}}
      - {id: bore, type: hole, kind: countersunk, on: plate/end.end, diameter: 8, countersink_diameter: 12, countersink_angle: 90, through: true}
    F
    model = planned(features, 'prismatic')
    text, skipped = written(model)
    again = STEP::Import.read(text.b).model
    assert_empty skipped
    # (What counts four names one of them in a recipe, all four in a file.)
    count = ->(list) { list.map { |k, v, t, n| [k, v, t, k == :diameter ? nil : n] } }
    assert_equal count[said(model)], count[said(again)]
    assert_includes said(again), [:diameter, 5.5, '±0.1', 4]
    assert_includes said(again), [:tolerance_frame, 0.2, '⌖|⌀0.2 Ⓜ|A|B|C', 4], 'M5: (5.5 - 0.1 - 5) / 2'
  end

  def test_fits_exact_sizes_angles_and_composite_frames
    features = <<~F
      - {id: plate, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 12}
      - {id: bore, type: hole, on: plate/end.end, diameter: 8, through: true}
    F
    statements = [
      { kind: 'datum', id: 'a', letter: 'A', faces: ['plate/end.start'] },
      { kind: 'datum', id: 'b', letter: 'B', faces: ['plate/side.left'] },
      { kind: 'frame', id: 'f', words: '⌖|⌀0.3 Ⓜ|A|B//⌖|⌀0.1 Ⓜ|A', faces: ['bore/wall'] },
      { kind: 'frame', id: 'g', words: '⏥|0.05', faces: ['plate/end.start'] },
      { kind: 'frame', id: 'h', words: '⏊|0.1|A-B', faces: ['plate/side.top'] },
      { kind: 'size', id: 's', of: 'bore.diameter', tolerance: 'H7', faces: ['bore/wall'] },
      { kind: 'size', id: 'e', of: 'plate.depth', tolerance: 'exact', faces: ['plate/end.end'] }
    ]
    lines = statements.map { |s| "    - #{JSON.generate(s)}" }.join("\n")
    text, skipped = written(model("#{recipe(features)}plan:\n  statements:\n#{lines}\n"))
    assert_empty skipped
    again = STEP::Import.read(text.b).model
    tolerances = again.dimensions.to_h { |d| [[d.kind, d.value.round(3)], d.tolerance] }
    assert_equal %w[H7 exact], [tolerances[[:diameter, 8.0]], tolerances[[:linear, 12.0]]]
    words = again.dimensions.filter_map { |d| d.prefix if d.kind == :tolerance_frame }
    assert_equal ['⌖|⌀0.3 Ⓜ|A|B//⌖|⌀0.1 Ⓜ|A', '⏊|0.1|A-B', '⏥|0.05'].sort, words.sort
    assert_match(/GEOMETRIC_TOLERANCE_RELATIONSHIP\('composite'/, text)
    assert_match(/LIMITS_AND_FITS\('H','hole','7',''\)/, text)
  end

  def test_what_a_file_cannot_take_is_told
    features = "- {id: plate, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 12}\n"
    texture = { kind: 'texture', id: 't', words: 'removed|Ra 1.6', faces: ['plate/end.end'] }
    text = "#{recipe(features)}plan:\n  statements:\n    - #{JSON.generate(texture)}\n"
    assert_equal ['plan.t'], written(model(text))[1]
  end

  def test_saved_views_come_back_as_they_were_written
    half = Math.sqrt(0.5)
    views = [
      { name: 'from above', direction: [0.0, 0.0, -1.0], up: [0.0, 1.0, 0.0] },
      { name: 'aslant', direction: [half, half, 0.0], up: [0.0, 0.0, 1.0] }
    ]
    model = step_model('annotated-plate')
    text = STEP::Writer.write(model, plan: true, views: views)
    again = STEP::Import.read(text.b).model
    assert_equal %w[from\ above aslant], again.saved_views.map { |v| v[:name] }
    again
      .saved_views
      .zip(views) do |found, wanted|
        %i[direction up].each { |k| found[k].zip(wanted[k]) { |a, b| assert_in_delta b, a, 1e-9, k } }
      end
    assert_equal again.saved_views.size,
                 STEP::Import.read(STEP::Writer.write(again, plan: true).b).model.saved_views.size
  end
end
