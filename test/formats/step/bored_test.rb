# frozen_string_literal: true

require 'step_helper'
require 'bored_parts'
require 'random_recipe'

# Parts of our own whose faces are pierced and cut (BoredParts), through the writer and back: closed, the same faces,
# the same volume, the same lines as the recipe's own solid, which is meshed in another way. (bench/bored.rb takes all
# of them, and an independent reader.)
class StepBoredTest < StepTest
  NAMED_HERE = %w[
    cone_leaned
    bores_of_one_size_leaned
    three_bores_of_one_size
    point_into_bore
    through_rounds
    leaned_into_bore
    half_a_body
    relief_crossed
    shell_pierced
    rounded_edges_bored
    through_a_ball
    boss_on_a_cylinder
  ].freeze
  VIEWS = %w[front top right iso].freeze

  NAMED_HERE.each do |name|
    define_method("test_#{name}_comes_back_as_it_was") do
      made = Modelling::Builder.build(Modelling::Recipe.parse(BoredParts.recipe(name)))
      read = STEP::Import.read(STEP::Writer.write(made)).model
      assert_empty read.report
      assert_closed read.solid
      assert_equal kinds(made.solid), kinds(read.solid)
      assert_in_delta whole(made.solid), whole(read.solid), whole(made.solid) * 1e-6
      # its outline and its hole are 3 um apart in two views
      assert_lines(made.solid, read.solid) unless name == 'through_a_ball'
    end
  end

  # Parts in which places put where surfaces meet lie a hair behind the ones before them: an arc ran the long way round,
  # a curve past its end.
  [539, 615].each do |seed|
    define_method("test_random_part_#{seed}_comes_back_as_it_was") do
      made = built(RandomRecipe.new(Random.new(seed)).features)
      read = STEP::Import.read(STEP::Writer.write(made)).model
      assert_empty read.gaps
      assert_closed read.solid
      assert_in_delta whole(made.solid), whole(read.solid), whole(made.solid) * 1e-4
    end
  end

  # Revisions: every hole 6 % larger. The names in the file written (those of the recipe) say which tie is right.
  %w[cone_across point_into_bore shaft_with_cross_holes shell_pierced].each do |name|
    define_method("test_faces_of_#{name}_keep_their_names_when_holes_grow") do
      text = BoredParts.recipe(name)
      (old, before), (new, after) =
        [
          text,
          text.gsub(/diameter: ([\d.]+)/) { "diameter: #{(Regexp.last_match(1).to_f * 1.06).round(2)}" }
        ].map { |t| exported(t) }
      found = Linking::Matching.of(old, new)
      assert_equal after.values.sort, before.values.sort
      assert_operator found.matched.size, :>=, before.size - 2
      found.matched.each { |n, o| assert_equal before.fetch(o), after.fetch(n), 'no wrong tie is shown as right' }
    end
  end

  # A round boss whose top is stepped at half: its wall is bounded along the axis for a while, at angles where it may
  # be cut open. Half is lower by 5 of 10 mm.
  [0, 90, 180, 270, 33].each do |turn|
    define_method("test_a_boss_stepped_at_#{turn}_degrees_comes_back_closed") do
      solid, = exported(<<~RECIPE)
        nockplane: recipe/1
        name: Stepped boss
        features:
          - {id: boss, type: extrude, on: xy, depth: 10, profile: {kind: circle, diameter: 12}}
          - {id: cut, type: extrude, operation: cut, on: xy, offset: 14, turn: #{turn}, depth: 9, profile: {kind: free,
              start: [-9, 0], edges: [{name: a, to: [9, 0]}, {name: b, to: [9, 9]}, {name: c, to: [-9, 9]}, {name: d}]}}
      RECIPE
      assert_closed solid
      assert_in_delta Math::PI * 36 * 7.5, whole(solid), 0.01
    end
  end

  # [solid as read, { "#record" => the recipe's face name }]
  def exported(recipe)
    step = STEP::Writer.write(Modelling::Builder.build(Modelling::Recipe.parse(recipe)))
    [
      STEP::Import.read(step).model.solid,
      step.scan(/#(\d+)=ADVANCED_FACE\('([^']*)'/).to_h { |id, face| ["##{id}", face] }
    ]
  end

  def kinds(solid) = solid.faces.group_by { |f| f.surface.kind }.transform_values(&:size).sort.to_h
  # Volume of the mesh and of what lies between it and the surfaces, mm3.
  def whole(solid) = Solids::Mass.of(solid).volume + Solids::Bulge.of(solid)[0]

  def assert_lines(one, other)
    sets = [one, other].map { |s| Projection::EdgeSet.new(s) }
    VIEWS.each do |name|
      lines =
        [one, other].zip(sets)
          .map { |solid, set| Projection::Linework.of(solid, Projection::ViewFrame.named(name), edge_set: set) }
      [true, false].each do |visible|
        a, b = lines.map { |l| l.lengths(visible).values_at(:sharp, :silhouette).sum }
        assert_in_delta a, b, (a * 5e-3) + 0.3, "#{name}, #{visible ? 'visible' : 'hidden'}, mm"
      end
    end
  end
end
