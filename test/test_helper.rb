# frozen_string_literal: true

require_relative '../config/core'
require 'minitest/autorun'

# Words of the trade for tests: recipes, solids, views, drawings. Lengths in mm.
module TradeHelpers
  include Nockplane

  V = Geometry::Vec
  DEMO = File.expand_path('../demo/models', __dir__)
  # Models are immutable and the same text builds often: one store for all tests.
  STORE = Products::Source::MemoryStore.new
  SOURCE = Products::Source.new(store: STORE)

  def recipe(features, parameters = '{}', name: 'Part')
    "nockplane: recipe/1\nname: #{name}\nparameters: #{parameters}\nfeatures:\n#{features}"
  end

  def demo(name) = File.read(File.join(DEMO, "#{name}.recipe.yml"))
  def model(text) = SOURCE.model_of(text)
  def built(features, parameters = '{}') = model(recipe(features, parameters))

  # Extrapolated mass properties: exact to about 1e-6 of the value.
  def mass(text) = SOURCE.mass(text)

  def linework(text, view)
    frame = view.is_a?(String) ? Projection::ViewFrame.named(view) : view
    Projection::Linework.of(model(text).solid, frame)
  end

  # Visible and hidden length of sharp edges and silhouettes.
  def lengths(text, view)
    lines = linework(text, view)
    [true, false].map { |v| lines.lengths(v).then { |l| l[:sharp] + l[:silhouette] } }
  end

  def assert_fit(volume, text, relative: 2e-6)
    assert_in_delta volume, mass(text).volume, volume * relative
    assert_closed model(text).solid
  end

  def assert_closed(solid)
    assert_empty solid.faults, 'the solid should be closed'
  end

  # The recipe is refused; the message of its first fault (with line) is just this.
  def assert_faulty(expected, text)
    fault = assert_raises(Modelling::RecipeFault) { model(text) }
    assert_equal expected, fault.faults.first.to_s
  end

  # A drawing of revision 1 of a list of recipe texts (revision n is texts[n - 1]), from a shipped template.
  def drawing_of(*texts, template: 'a3-part-first-angle')
    source = Products::Source.new(store: STORE) { |_, n| texts[n - 1] }
    drawing = Drawings::Template.all.fetch(template).fill('m', 1, source, title: 'Part', number: 'QI-1-D')
    [drawing, source]
  end

  def adopted(drawing, source, view, ids = nil)
    edit = Linking::Adoption.new(drawing, source).adopt(drawing.view(view), ids)
    refute_kind_of Drawings::Refusal, edit
    drawing.apply(edit)
  end

  def staleness(drawing, source, latest) = Linking::Staleness.new(drawing, source, ->(_) { latest })
end

class CoreTest < Minitest::Test
  include TradeHelpers
end
