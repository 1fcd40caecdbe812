# frozen_string_literal: true

require 'test_helper'
require 'step_helper'

# What a person calls faces and sizes; what only repeats another size; how like two parts are.
class WordsTest < CoreTest
  include StepHelpers
  include Linking

  def words(name) = FaceWords.of(step_model(name).solid)

  def test_every_face_has_words_of_its_own
    %w[motor-plate-r1 plate-4 plate-25 flange annotated-plate housing tee torus assembly-40].each do |name|
      found = words(name)
      assert_equal step_model(name).solid.faces.map(&:name).sort, found.keys.sort, name
      assert_equal found.size, found.values.uniq.size, "#{name}: #{found.values.tally.select { |_, n| n > 1 }}"
    end
  end

  # The motor plate by its description: a plate 90 x 60 x 14 with a boss of 34 bored 22, four corner holes of 5.5,
  # corners of R6.
  def test_a_plate_in_the_words_of_who_looks_at_it
    found = words('motor-plate-r1').values
    [
      'underside',
      'front side',
      'back',
      'left side',
      'right side',
      'bore ⌀22',
      'boss ⌀34',
      'boss ⌀34, top',
      'bore ⌀5.5, front left',
      'bore ⌀5.5, back right',
      'round R6, back left'
    ].each { |w| assert_includes found, w }
    refute_includes found, 'top', 'the highest face is the end of the boss'
  end

  def test_a_part_lying_at_another_place_has_the_same_words
    a, b = %w[motor-plate-r1 motor-plate-r2].map { |n| words(n).values.map { |w| w.gsub(/[\d.]+/, '#') }.sort }
    assert_equal a, b, 'revision 2 differs in sizes only'
  end

  def test_sizes_are_labelled_without_paths
    {
      'seat.diameter' => 'diameter of seat',
      'spindle.profile.collar.length' => 'length of collar of spindle',
      'spigot.profile.inner[0].width' => 'width of inner outline of spigot',
      'lid_screws.pattern.column_spacing' => 'column spacing of lid screws',
      'disc.depth' => 'depth of disc'
    }.each { |id, label| assert_equal label, SizeLabel.recipe(id) }
    label =
      SizeLabel.new do |face|
        { 'bore-1' => 'bore ⌀22', 'bore-2' => 'bore ⌀5.5, back left', 'plane-1' => 'underside', 'plane-2' => 'top' }[
          face
        ]
      end
    assert_equal 'bore ⌀22', label.of('measured.size.bore-1', faces: ['bore-1'])
    assert_equal 'bore ⌀5.5',
                 label.of('measured.size.bore-2', faces: %w[bore-2 bore-3]),
                 'of equal holes no place is told'
    assert_equal 'underside to top', label.of('measured.distance.plane-1|plane-2')
    assert_equal 'pitch circle of bore ⌀5.5', label.of('measured.pitch.bore-2')
    assert_equal 'datum B', label.of('given.datum.B', kind: 'datum', faces: ['bore-1'])
    assert_equal 'bore-9', label.of('measured.size.bore-9'), 'a face without words keeps its name'
  end

  Size = Struct.new(:kind, :value, :from, :to, :axis, :centre, :count, keyword_init: true)

  def size(kind, value, from, to, axis: [0.0, 0.0, 1.0], count: 1)
    Repeats::Said.of(
      Size.new(kind: kind, value: value, from: from, to: to, axis: axis, centre: from, count: count)
    )
  end

  def test_the_same_two_levels_are_said_once
    height = size(:linear, 10.0, [0.0, 0.0, 0.0], [0.0, 0.0, 10.0])
    assert height.same?(size(:depth, 10.0, [50.0, 20.0, 10.0], [50.0, 20.0, 0.0])), 'elsewhere and the other way round'
    refute height.same?(size(:linear, 10.0, [0.0, 0.0, 5.0], [0.0, 0.0, 15.0])), 'as long, between other levels'
    refute height.same?(size(:linear, 10.0, [0.0, 0.0, 0.0], [10.0, 0.0, 0.0])), 'as long, another way'
  end

  def test_the_same_circle_is_said_once
    hole = size(:diameter, 8.0, [1.0, 2.0, 0.0], [1.0, 2.0, 0.0])
    assert hole.same?(size(:diameter, 8.0, [1.0, 2.0, 30.0], [1.0, 2.0, 30.0])), 'farther along its axis'
    refute hole.same?(size(:diameter, 8.0, [5.0, 2.0, 0.0], [5.0, 2.0, 0.0]))
    refute hole.same?(size(:diameter, 8.0, [1.0, 2.0, 0.0], [1.0, 2.0, 0.0], count: 4)), 'four of them say more'
  end

  def test_taking_all_sizes_leaves_repeats_out_and_says_how_many
    source = step_source('flange')
    drawing = Drawings::Template.all['a3-part-first-angle'].fill('m', 1, source, title: 'Flange', number: 'QI-1')
    offers = Adoption.new(drawing, source).measures(drawing.view('plan')).select { |o| o.fit == 2 }
    words = offers.map(&:words)
    ['6× ⌀11', '6× ⌀18', '⌀104'].each { |w| assert_includes words, w }
    assert_equal 1, words.count('⌀104'), 'one pitch circle for holes and counterbores'
    after = drawing.apply(Adoption.new(drawing, source).adopt(drawing.view('plan'), ['measured']))
    again = Adoption.new(after, source).measures(after.view('front'))
    said = after.dimensions.map { |d| Repeats::Said.of(d.snapshot) }
    again
      .select { |o| said.any? { |s| s.same?(Repeats::Said.of(o.dimension)) } }
      .each { |o| refute_nil o.repeat, o.label }
  end

  def test_revisions_are_alike_and_other_parts_are_not
    plate = step_model('motor-plate-r1').solid
    %w[motor-plate-r2 motor-plate-r3 motor-plate-r4 motor-plate-r5 motor-plate-r6].each do |n|
      assert_predicate Resemblance.of(plate, step_model(n).solid), :alike?, n
    end
    %w[plate-4 plate-25 flange housing annotated-plate].each do |n|
      refute_predicate Resemblance.of(plate, step_model(n).solid), :alike?, n
    end
    assert_in_delta 1.0, Resemblance.of(step_model('plate-4').solid, step_model('plate-4-layout').solid).share, 1e-9
  end

  def test_assemblies_are_compared_part_by_part
    plate, tee = %w[plate-4 tee].map { |n| step_model(n).solid }
    again = step_model('plate-4-layout').solid
    assert_in_delta 1.0, Resemblance.of_parts([['A', plate], ['B', tee]], [['B', tee], ['A', again]]).share, 1e-9
    assert_in_delta 25.0 / 32, Resemblance.of_parts([['A', plate], ['B', tee]], [['A', again]]).share, 1e-9
    assert_in_delta 0.0, Resemblance.of_parts([['A', plate]], [['B', plate]]).share, 1e-9
  end
end
