# frozen_string_literal: true

require 'step_helper'

# Drawings made complete by rule. Lengths in mm.
class CompletingTest < CoreTest
  include StepHelpers

  RULES = Linking::SizeRules.parse('model,linear,holes,arcs')

  def completed(source, rules: RULES)
    template = Drawings::Template.all['a3-part-first-angle']
    views = template.berths.reject { |b| Drawings::Views.of(b).pictorial? }.map(&:id)
    Linking::FreshDrawing.of(template, 'm', 1, source, title: 'Part', number: 'QI-1-D', adopt: views, rules: rules)
  end

  def report(drawing, source) = Linking::Completeness.new(drawing, source).parts[0].report

  def assert_complete(drawing, source)
    found = report(drawing, source)
    assert_empty found.missing
    assert_empty found.twice
    scene = Drawings::SceneBuilder.new(drawing, 's1', source, shade: :known).scene
    assert_empty Drawings::Overlaps.new(drawing, drawing.sheet('s1'), scene).all.map(&:words)
  end

  # Without any one of its measured dimensions something is missing.
  def assert_none_to_spare(drawing, source)
    drawing
      .dimensions
      .select { |d| Modelling::ModelDimension.reference?(d.dimension) }
      .each do |d|
        less = drawing.apply(Drawings::AnnotationEdits.remove(drawing, "dimension/#{d.id}"))
        refute_empty report(less, source).missing, "#{d.snapshot.words(drawing.standard)} could be spared"
      end
  end

  %w[flange plate-4 cup elbow].each do |name|
    define_method(:"test_#{name.tr('-', '_')}_is_dimensioned_whole_and_with_nothing_to_spare") do
      source = step_source(name)
      drawing = completed(source)
      assert_complete drawing, source
      assert_none_to_spare drawing, source
    end
  end

  %w[carousel hub-spindle lid housing].each do |name|
    define_method(:"test_#{name.tr('-', '_')}_is_dimensioned_whole") do
      text = demo(name)
      source = Products::Source.new(store: STORE) { text }
      assert_complete completed(source), source
    end
  end

  # A chamfer beside a slot, where the mesh leaves the circle: its size is that of its surfaces.
  def test_sizes_of_chamfers_are_exact
    words = completed(step_source('flange')).then { |d| d.dimensions.map { |x| x.snapshot.words(d.standard).to_s } }
    assert_includes words, '1 × 45°'
    assert_includes words, '1,5 × 45°'
  end

  # The walls of a vee take more of the block than they leave: told by their slope, edges taken away by a setback.
  def test_a_vee_is_no_chamfer
    said = [20, 2].map do |deep|
      corners = [[60, 0], [60, 45], [32 + deep, 45], [32, 45 - deep], [32, 15], [28, 15], [28, 45 - deep],
                 [28 - deep, 45], [0, 45]]
      edges = corners.each_with_index.map { |(x, y), i| "{name: e#{i}, to: [#{x}, #{y}]}" }
      profile = "{kind: free, start: [0, 0], edges: [#{edges.join(', ')}, {name: e9}]}"
      text = "nockplane: recipe/1\nname: Block\nfeatures:\n" \
        "  - {id: b, type: extrude, on: xz, profile: #{profile}, depth: 50}\n"
      source = Products::Source.new(store: STORE) { text }
      drawing = completed(source, rules: Linking::SizeRules.parse('linear,holes,arcs'))
      assert_complete(drawing, source)
      drawing.dimensions.map { |d| d.snapshot.kind }
    end
    assert_equal [[1, 0], [0, 1]], said.map { |kinds| %w[angle chamfer].map { |k| kinds.count(k) } }
  end

  def test_free_surfaces_are_left_to_the_model_by_a_note
    source = step_source('vase')
    drawing = completed(source)
    assert_equal ['FREE SURFACES AS IN THE MODEL'], drawing.notes.map { |n| n.text[0, 29] }
    assert_empty report(drawing, source).missing
  end

  def test_running_dimensions_from_one_base
    source = step_source('plate-25')
    drawing = completed(source, rules: Linking::SizeRules.parse('linear,holes,arcs,running'))
    running = drawing.dimensions.select { |d| d.place.is_a?(Drawings::Annotations::Running) }
    refute_empty running
    running.group_by { |d| [d.view, d.snapshot.axis || d.snapshot.to] }
    assert_equal 1, running.group_by(&:view).values.map { |l| l.count { |d| d.place.origin } }.min
  end

  def test_what_is_missing_is_added_and_a_double_is_dropped
    text = demo('spacer')
    source = Products::Source.new(store: STORE) { text }
    drawing = completed(source)
    gone = drawing.dimensions[0]
    less = drawing.apply(Drawings::AnnotationEdits.remove(drawing, "dimension/#{gone.id}"))
    completing = Linking::Completing.new(less, source)
    assert_equal [gone.dimension], completing.proposals.map { |p| p.dimension.id }
    again = less.apply(completing.add([gone.dimension]))
    assert_empty report(again, source).missing
    assert_equal 'that size is no longer missing', Linking::Completing.new(again, source).add([gone.dimension]).reason
  end

  def test_notes_say_the_rounds_and_chamfers_that_no_dimension_says
    source = step_source('plate-4')
    drawing = completed(source)
    rounds, bevels =
      %w[radius chamfer].map { |k| drawing.dimensions.select { |d| d.kind == k }.map { |d| "dimension/#{d.id}" } }
    less = drawing.apply(Drawings::AnnotationEdits.remove(drawing, *rounds, *bevels))
    refute_empty report(less, source).missing
    noted =
      less.apply(
        Drawings::AnnotationEdits.add_note(less, 's1', "CHAMFERS 1,5 × 45°\nROUNDS R8 UNLESS OTHERWISE STATED", 30, 30)
      )
    assert_empty report(noted, source).missing
  end

  # A ball is no round, whatever its radius; what runs on into the faces beside it is one.
  def test_a_general_note_is_of_rounds_and_not_of_balls
    plate = ->(more) do
      "nockplane: recipe/1\nname: Plate\nfeatures:\n  - {id: plate, type: extrude, profile: {kind: rectangle, " \
        "width: 80, height: 50}, depth: 12#{more}}\n  - {id: pin, type: revolve, axis: z, profile: {kind: free, " \
        "start: [0, 0], edges: [{name: foot, to: [0, 3]}, {name: shank, to: [14, 3]}, {name: ball, to: [23, 0], " \
        "centre: [18, 0], turn: right}, {name: axis}]}}\n"
    end
    { '' => [], ', end_round: 2' => ['FILLETS AND ROUNDS R2 UNLESS OTHERWISE STATED'] }.each do |more, notes|
      source = Products::Source.new { plate[more] }
      drawing = completed(source, rules: Linking::SizeRules.parse('linear,holes'))
      assert_includes(drawing.dimensions.map { |d| d.snapshot.words(drawing.standard).to_s }, 'S⌀10')
      assert_equal notes, drawing.notes.map(&:text)
    end
  end

  # A rule means sizes of its kind, the model's own where it has them: a part of a recipe is made complete by rules too.
  def test_rules_alone_make_a_recipe_complete_with_the_models_own_sizes
    text =
      "nockplane: recipe/1\nname: Plate\nfeatures:\n  - {id: plate, type: extrude, profile: {kind: rectangle, " \
        "width: 80, height: 50}, depth: 12}\n" \
        "  - {id: bore, type: hole, on: plate/end.end, at: [10, 5], diameter: 9, through: true}\n"
    source = Products::Source.new { text }
    drawing = completed(source, rules: Linking::SizeRules.parse('linear,holes'))
    assert_complete drawing, source
    ids = drawing.dimensions.map(&:dimension)
    %w[plate.profile.width plate.profile.height plate.depth bore.diameter].each { |id| assert_includes ids, id }
    assert_empty completed(source, rules: Linking::SizeRules.parse('holes')).dimensions.map(&:dimension) -
                   ['bore.diameter']
    running = completed(source, rules: Linking::SizeRules.parse('running,holes'))
    assert_empty report(running, source).missing
  end

  # Also when the last round put it there.
  def test_what_was_added_and_says_what_others_say_is_dropped
    text =
      "nockplane: recipe/1\nname: Nut\nfeatures:\n  - {id: b, type: extrude, profile: {kind: polygon, sides: 6, " \
        "across_flats: 57.5}, depth: 8.5, draft: 3}\n" \
        "  - {id: f0, type: rib, on: b/end.end, path: [[-9.5, -5], [7, 0], [16.5, 6.5]], thickness: 1.5, depth: 7.5}\n"
    source = Products::Source.new { text }
    assert_empty report(completed(source), source).twice
  end

  def test_rules_that_do_not_exist
    error = assert_raises(Nockplane::Error) { Linking::SizeRules.parse('model,curves') }
    assert_equal "there is no rule 'curves' for dimensions; use model, linear, holes, arcs, running", error.message
  end
end
