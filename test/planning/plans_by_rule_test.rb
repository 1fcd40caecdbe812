# frozen_string_literal: true

require 'step_helper'
require 'bored_parts'

# Tolerance plans made by rule. Lengths in mm; expected values by standards.md sections 8 to 10.
class PlansByRuleTest < CoreTest
  include StepHelpers

  Rule = Planning::Tolerances::ByRule
  Refused = Planning::Tolerances::Refused

  PLATE = <<~F
    - {id: plate, type: extrude, profile: {kind: rectangle, width: 120, height: 80}, depth: 20}
    - {id: screws, type: hole, on: plate/end.end, at: [-45, -25], diameter: 6.6, through: true, pattern: {kind: linear, columns: 2, rows: 2, column_spacing: 90, row_spacing: 50}}
    - {id: seat, type: hole, on: plate/end.end, at: [10, 5], diameter: 25, depth: 8, point_angle: 180}
  F
  SLEEVE = <<~F
    - {id: sleeve, type: revolve, axis: z, profile: {kind: stepped, bore: 12, steps: [{name: seat, diameter: 30, length: 60}, {name: flange, diameter: 50, length: 8}]}}
    - {id: screws, type: hole, on: sleeve/end, diameter: 4.5, through: true, pattern: {kind: circular, count: 4, pitch_circle: 40}}
  F

  def plan(features, character: 'prismatic', way: 'geometric', **more)
    Rule.of(features.is_a?(String) ? built(features) : features, character: character, way: way, **more)
  end

  def frames(made) = made.plan.statements.grep(Modelling::Planned::Frame).to_h { |f| [f.words, f.faces] }
  def sizes(made) = made.plan.statements.grep(Modelling::Planned::Size).to_h { |s| [s.of, s.tolerance] }
  def letters(made) = made.datums.to_h { |d| [d.letter, d.faces] }

  # Nothing is left open, nothing said twice.
  def assert_whole(made, model)
    woven = Modelling::Planned::Weaving.new(model, made.plan).woven
    states = Linking::Coverage.of(woven).reject { |f| f.state == 'pinned' }
    assert_empty states.map { |f| [f.name, f.state, f.words] }
  end

  def test_datums_of_a_plate_are_its_largest_faces_square_to_one_another # TV-DOF-01
    made = plan(PLATE)
    assert_equal(
      { 'A' => ['plate/end.start'], 'B' => ['plate/side.bottom'], 'C' => ['plate/side.left'] },
      letters(made)
    )
    assert_equal ['plate/end.start'], frames(made)['⏥|0.4'], 'flatness K over 120 mm'
    assert_equal ['plate/side.bottom'], frames(made)['⏊|0.4|A'], 'squareness K up to 100 mm'
    assert_equal ['plate/side.left'], frames(made)['⏊|0.4|A|B']
  end

  def test_clearance_holes_get_what_they_leave_their_screws # MMC-08, TV-POS-08 fixed, least hole 6.6 - 0.2
    made = plan(PLATE)
    holes = %w[screws[1,1]/wall screws[1,2]/wall screws[2,1]/wall screws[2,2]/wall]
    assert_equal holes, frames(made)['⌖|⌀0.2 Ⓜ|A|B|C']
    assert_equal ['seat/wall'], frames(made)['⌖|⌀0.2|A|B|C'], 'no screw: as the class m allows sizes up to 30'
    assert_equal %w[±0.2 ±0.2 ±0.2], sizes(made).values_at('screws.diameter', 'seat.diameter', 'seat.depth')
    assert_equal %w[exact exact], sizes(made).values_at('screws.pattern.column_spacing', 'screws.pattern.row_spacing')
    assert_whole made, built(PLATE)
  end

  # FCF-21; a hole and what is sunk about it on one axis is one feature.
  def test_a_frame_says_of_how_many_it_is_said
    woven = Modelling::Planned::Weaving.new(built(PLATE), plan(PLATE).plan).woven
    counts = woven.dimensions.select { |d| d.kind == :tolerance_frame }.to_h { |d| [d.prefix, d.count] }
    assert_equal [4, 1], counts.values_at('⌖|⌀0.2 Ⓜ|A|B|C', '⌖|⌀0.2|A|B|C')
    words = Linking::SaidInModel.words(woven.dimensions.find { |d| d.count == 4 && d.prefix&.start_with?('⌖') })
    assert_equal '4× ⌖ ⌀0,2 Ⓜ A B C', words
  end

  def test_the_rest_is_a_profile_and_what_it_goes_by_exact
    made = plan(PLATE)
    rest = frames(made).select { |words, _| words.start_with?('⌓') }
    assert_equal ['⌓|0.4|A|B|C'], rest.keys.uniq
    assert_equal %w[exact exact exact],
                 sizes(made).values_at(*%w[width height].map { |s| "plate.profile.#{s}" }, 'plate.depth')
    places = sizes(made).select { |of, _| of.include?('seat/wall') && of.include?('distance') }
    assert_equal [['exact']], [places.values.uniq], 'the seat stands off the middle'
  end

  def test_sizes_with_a_tolerance_of_their_own_keep_it_and_need_no_frame
    model = model(recipe(PLATE.sub('depth: 20', 'depth: thick'), "{thick: {value: 20, tolerance: '±0.05'}}"))
    made = plan(model)
    refute_includes sizes(made).keys, 'plate.depth'
    profiled = made.plan.statements.select { |s| s.kind == 'frame' && s.words.start_with?('⌓') }.flat_map(&:faces)
    refute_includes profiled, 'plate/end.end'
    assert_whole made, model
  end

  def test_plus_minus_gives_every_size_its_class_and_no_frames
    made = plan(PLATE, way: 'plusminus')
    assert_empty frames(made)
    assert_equal '±0.3', sizes(made)['plate.profile.width'], 'm, 30 to 120'
    assert_equal '±0.2', sizes(made)['plate.depth'], 'm, 6 to 30'
    assert_whole made, built(PLATE)
    fine = plan(PLATE, way: 'plusminus', defaults: Planning::Tolerances::Defaults.new(sizes: 'f', holes: 'H9'))
    assert_equal %w[±0.15 H9], sizes(fine).values_at('plate.profile.width', 'seat.diameter')
  end

  def test_a_turned_part_runs_true_to_its_longest_seat # TV-DOF-06
    made = plan(SLEEVE, character: 'turned')
    assert_equal [%w[sleeve/bore], %w[sleeve/end]], letters(made).values_at('A', 'B')
    assert_equal 3, made.datums.size, 'holes off the axis need it held against turning'
    assert_equal %w[sleeve/flange sleeve/seat], frames(made)['↗|0.2|A'], 'run-out K'
    assert_whole made, built(SLEEVE)
    alone = plan(SLEEVE.lines.first, character: 'turned')
    assert_equal 2, alone.datums.size, 'nothing tells how it is turned'
  end

  # H7 of 12: 0.018 (ISO 286); FCF-18: form within half of it, not 0.1.
  def test_a_datum_with_a_fit_is_as_round_as_that_asks
    part = recipe(SLEEVE.sub('bore: 12', 'bore: hole'), '{hole: {value: 12, fit: H7}}')
    made = plan(model(part), character: 'turned')
    assert_equal ['sleeve/bore'], frames(made)['⌭|0.009']
  end

  def test_datums_are_picked_and_the_rest_proposed
    made = plan(PLATE, picked: { 'A' => 'plate/side.left' })
    assert_equal [['plate/side.left'], 3], [letters(made)['A'], made.datums.size]
    bore = plan(PLATE, picked: { 'A' => 'plate/end.start', 'B' => 'seat/wall', 'C' => 'screws[1,1]/wall' })
    assert_equal ['seat/wall'], frames(bore)['⏊|⌀0.4|A'], 'a feature of size by its axis'
    assert_equal ['screws[1,1]/wall'],
                 bore.plan.statements.find { |s| s.kind == 'frame' && s.words.end_with?('|A|B') }.faces
  end

  def test_datums_that_hold_nothing_more_are_refused_in_words # TV-DOF-10, TV-DOF-11
    parallel = assert_raises(Refused) { plan(PLATE, picked: { 'A' => 'plate/end.start', 'B' => 'plate/end.end' }) }
    assert_match(%r{datum B takes no freedom away that A leaves: 'plate/end.end' lies parallel}, parallel.message)
    wrong = assert_raises(Refused) { plan(PLATE, picked: { 'A' => 'plate/end.strat' }) }
    assert_match(%r{datum A: the part has no face 'plate/end.strat'; it has plate}, wrong.message)
    free =
      assert_raises(Refused) do
        plan(SLEEVE, picked: { 'A' => 'screws[1]/wall', 'B' => 'screws[2]/wall', 'C' => 'screws[3]/wall' })
      end
    assert_match(/datum C takes no freedom away|leave the part free/, free.message)
  end

  def test_a_fit_that_there_is_not_and_kinds_that_are_chosen
    wide = PLATE.sub('diameter: 25', 'diameter: 25.5')
    defaults = Planning::Tolerances::Defaults.new(holes: 'CD6')
    fault = assert_raises(Refused) { plan(wide, defaults: defaults) }
    assert_match(/⌀6.6 of screws|⌀25.5 of seat/, fault.message)
    only = plan(PLATE, only: ['holes'])
    assert_equal %w[datum frame size], only.plan.statements.map(&:kind).uniq.sort
    assert_empty(only.plan.statements.select { |s| s.kind == 'frame' && s.words.start_with?('⌓') })
    assert_raises(Nockplane::Error) { Planning::Tolerances::Defaults.from('sizes' => 'x') }
    assert_raises(Nockplane::Error) { Planning::Tolerances::Defaults.from('holes' => 'h7') }
  end

  # Files know no sizes: all of them are measured.
  def test_files_are_planned_whole_in_either_way
    %w[plate-4 lever motor-plate-r1].each do |name|
      model = step_model(name)
      model = Modelling::Model.new(**model.to_h, dimensions: [])
      assert_whole plan(model), model
      next assert_whole(plan(model, way: 'plusminus'), model) unless name == 'lever'

      assert_match(/angle of .* can't be said as a size/, plan(model, way: 'plusminus').told.join)
    end
    assert_whole plan(step_model('flange'), character: 'turned'), step_model('flange')
  end

  def test_what_has_no_flat_and_no_round_face_still_has_a_first_datum
    made = plan(step_model('torus'), character: 'turned')
    assert_equal 1, made.datums.size
    refute Planning::Tolerances::Part.new(built(PLATE)).turned?
    assert Planning::Tolerances::Part.new(built(SLEEVE)).turned?
    assert Planning::Tolerances::Part.new(step_model('cup')).turned?
  end
end
