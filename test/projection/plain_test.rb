# frozen_string_literal: true

require 'step_helper'
require 'minitest/mock'
require_relative '../../bench/parts'

# A dozen parts drawn with everything that is told ahead, and plainly, by clipping every edge against all pieces in its
# cells: the same lines. mm.
class PlainTest < StepTest
  # Nothing is told of whole rings, of facets with all the rest behind them, of twins, of covered cells.
  UNTOLD = Struct.new(:told, :chords) { def sure?(_edge) = false }.new([], {})
  ALL = Struct.new(:nothing) { def first(list) = list }.new

  # By visible or not. (Hidden rings seen edge-on are told in their whole width, of which chords lack a hair.)
  OFF = { true => 2e-3, false => 5e-2 }.freeze

  def plainly(&work)
    endless = ->(_index, _depth) { true }
    Projection::Rounds.stub(:new, UNTOLD) do
      Projection::Twins.stub(:new, ALL) { without_cover(endless, &work) }
    end
  end

  # No cell is covered.
  def without_cover(endless)
    original = Projection::Occluders.instance_method(:note_cover)
    Projection::Occluders.define_method(:note_cover, &endless)
    yield
  ensure
    Projection::Occluders.define_method(:note_cover, original)
    Projection::Occluders.send(:private, :note_cover)
  end

  def assert_drawn_alike(solid)
    set = Projection::EdgeSet.new(solid)
    %w[front iso].each do |view|
      frame = Projection::ViewFrame.named(view)
      quick = Projection::Linework.of(solid, frame, edge_set: set)
      plain = plainly { Projection::Linework.of(solid, frame, edge_set: set) }
      [true, false].each do |visible|
        a, b = [quick, plain].map { |l| l.lengths(visible) }
        b.each { |kind, length| assert_in_delta length, a[kind], OFF[visible], "#{view}, #{kind}, visible: #{visible}" }
      end
    end
  end

  %w[flange lever cup plate-25 motor-plate-r6 halved annotated-plate].each do |name|
    define_method("test_#{name.tr('-', '_')}") { assert_drawn_alike(step_model(name).solid) }
  end

  %w[carousel lid hub-spindle housing].each do |name|
    define_method("test_recipe_#{name.tr('-', '_')}") { assert_drawn_alike(model(demo(name)).solid) }
  end

  def test_plate_of_holes = assert_drawn_alike(model(Parts.plate(4)).solid)
end
