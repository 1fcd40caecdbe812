# frozen_string_literal: true

require 'test_helper'

# Middle products, likeness and what dimensions suit a view.
class SourceTest < CoreTest
  # A store that counts what is worked out.
  class Counting < Products::Source::MemoryStore
    attr_reader :made

    def fetch(key)
      super { (@made ||= Hash.new(0))[key.split('-')[0]] += 1 and yield }
    end
  end

  PART =
    "nockplane: recipe/1\nname: P\nfeatures:\n  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, " \
    "height: 30}, depth: 10}\n"

  def test_everything_is_worked_out_once
    store = Counting.new
    source = Products::Source.new(store: store) { PART }
    front = Projection::ViewFrame.named('front')
    2.times do
      source.model(Products::Subject.new('m', 1)) && source.linework(Products::Subject.new('m', 2), front) &&
        source.shading(Products::Subject.new('m', 1), front) && source.axes(Products::Subject.new('m', 1)) &&
        source.mass(PART)
    end
    assert_equal(
      { 'model' => 2, 'linework' => 1, 'edges' => 1, 'shading' => 1, 'axes' => 1, 'mass' => 1 },
      store.made,
      'a finer model for the mass'
    )
  end

  def test_only_a_part_with_a_density_is_weighed
    weighed = ->(text) do
      source = Products::Source.new { text }
      subject = Products::Subject.new('m', 1)
      source.model(subject)
      [source.mass_known?(subject), source.mass_words(subject), source.weighed?(text)]
    end
    assert_equal [true, nil, false], weighed[PART]
    aluminium = PART.sub("name: P\n", "name: P\nproperties: {material: EN AW-6082}\n")
    assert_equal [false, '0.032 kg', true], weighed[aluminium], '40 x 30 x 10 mm of 2700 kg/m3'
  end

  def test_views_from_elsewhere_are_others
    store = Counting.new
    source = Products::Source.new(store: store) { PART }
    %w[front top iso].each { |v| source.linework(Products::Subject.new('m', 1), Projection::ViewFrame.named(v)) }
    assert_equal 3, store.made['linework']
  end

  def suits(kind, from, to, axis, view)
    measured = Modelling::ModelDimension.new(kind: kind, from: from, to: to, axis: axis)
    Drawings::Annotations.of(measured).suits(measured, Projection::ViewFrame.named(view))
  end

  def test_where_a_dimension_shows_well
    assert_equal [2, 0], %w[front right].map { |v| suits(:linear, [0, 0, 0], [10, 0, 0], [0, 0, 1], v) }
    assert_equal [2, 1, 0], %w[top front iso].map { |v| suits(:diameter, [-5, 0, 0], [5, 0, 0], [0, 0, 1], v) }
    assert_equal [2, 1], %w[front right].map { |v| suits(:turned_diameter, [0, -5, 0], [0, 5, 0], [1, 0, 0], v) }
    assert_equal [2, 0], %w[top front].map { |v| suits(:pitch_circle, [-5, 0, 0], [5, 0, 0], [0, 0, 1], v) }
    assert_equal [2, 0], %w[front top].map { |v| suits(:angle, [1, 0, 0], [0, 0, 1], [0, 1, 0], v) }
  end

  def snapshot(**more)
    Drawings::Annotations::Snapshot.new(
      kind: 'diameter',
      value: 10.0,
      from: [0.0, 0.0, 0.0],
      to: [10.0, 0.0, 0.0],
      axis: [0.0, 0.0, 1.0],
      **more
    )
  end

  def dimension(value: 10.0, at: 0.0, axis: [0.0, 0.0, 1.0])
    Modelling::ModelDimension.new(
      id: 'x',
      kind: :diameter,
      value: value,
      from: [at, 0.0, 0.0],
      to: [at + 10, 0.0, 0.0],
      axis: axis
    )
  end

  def test_likeness_costs_nothing_for_the_same_and_more_the_farther
    cost = ->(d) { Linking::Anchors.cost(snapshot, d, 100.0) }
    assert_in_delta 0, cost[dimension], 1e-12
    assert_in_delta 0.5, cost[dimension(value: 10.5)], 1e-9, '5 % of the value is half the span'
    assert_in_delta 1.0, cost[dimension(at: 3.0)], 1e-9, '3 % of the diagonal is the whole span'
    assert_operator cost[dimension(axis: [1.0, 0.0, 0.0])], :>=, 1.0
  end

  def test_snapshots_are_plain_json
    found = model(demo('carousel')).dimensions.map { |d| Drawings::Annotations::Snapshot.of(d) }
    read = JSON.parse(JSON.generate(Drawings::Typed.plain(found)))
    assert_equal found, Drawings::Typed.inner(Drawings::Annotations::Snapshot, read)
  end

  def test_ids_of_dimensions_name_features_and_steps_not_positions
    ids = model(demo('hub-spindle')).dimensions.map(&:id)
    assert_includes ids, 'spindle.profile.collar.length'
    assert_empty ids.grep(/\[/)
  end

  def test_every_editable_dimension_points_at_its_value_in_the_text
    %w[carousel hub-spindle].each do |name|
      read = Modelling::Recipe.parse(demo(name))
      model(demo(name))
        .dimensions
        .select(&:editable?)
        .reject { |d| read.parameter(d.parameter.to_s)&.expression? || d.prefix }
        .each do |d|
          changed = model(read.source.with(d.path, (d.value * 1.01).round(3))).dimension(d.id)
          assert_in_delta d.value * 1.01, changed.value, 6e-4, d.id
        rescue Modelling::RecipeFault
          next # this size can't grow here
        end
    end
  end
end
