# frozen_string_literal: true

require 'step_helper'
require_relative 'border_law'

# What bounds a part in a view is drawn there, on files and recipes.
class BorderTest < StepTest
  VIEWS = %w[front top right iso].freeze

  def lacking(rough, fine)
    set = Projection::EdgeSet.new(rough)
    VIEWS.to_h do |name|
      frame = Projection::ViewFrame.named(name)
      strokes = Projection::Linework.of(rough, frame, edge_set: set).strokes
      [name, BorderLaw.missing(fine, frame, strokes).first(3)]
    end.reject { |_, places| places.empty? }
  end

  %w[flange lever vase].each do |name|
    define_method("test_the_border_of_#{name}_is_drawn") do
      assert_empty lacking(step_model(name).solid, step_model(name, refine: 2).solid)
    end
  end

  %w[carousel motor].each do |name|
    define_method("test_the_border_of_the_#{name}_is_drawn") do
      recipe = Modelling::Recipe.parse(File.read(File.join(DEMO, "#{name}.recipe.yml")))
      assert_empty lacking(*[1, 2].map { |refine| Modelling::Builder.build(recipe, refine: refine).solid })
    end
  end

  # The law itself tells: without one of its lines a plate has no border there.
  def test_a_border_without_its_line_is_told
    solid = step_model('plate-4').solid
    frame = Projection::ViewFrame.named('top')
    strokes = Projection::Linework.of(solid, frame).strokes
    assert_empty BorderLaw.missing(solid, frame, strokes)
    left = strokes.map { |s| s.box[0] }.min
    refute_empty BorderLaw.missing(solid, frame, strokes.reject { |s| s.box[0] < left + 0.01 })
  end
end
