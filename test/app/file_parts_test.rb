# frozen_string_literal: true

require 'app_helper'
require 'step_helper'

# Models taken out of a file of an assembly: they stand under the names that the file's model has for its faces, and
# follow the next revision of the file.
class FilePartsTest < AppTest
  include StepHelpers

  BLOCK =
    "nockplane: recipe/1\nname: Block\nproperties: {number: BLOCK}\nparameters: {long: %d}\nfeatures:\n" \
      "  - {id: block, type: extrude, profile: {kind: rectangle, width: long, height: 20}, depth: 10}\n"
  PIN =
    "nockplane: recipe/1\nname: Pin\nproperties: {number: PIN}\nfeatures:\n" \
      "  - {id: pin, type: extrude, profile: {kind: circle, diameter: 8}, depth: 30}\n"
  UNIT =
    "nockplane: assembly/1\nname: Stand\nproperties: {number: STAND}\ncomponents:\n  - {id: block, model: BLOCK}\n" \
      "  - {id: pins, model: PIN, offset: 10, pattern: {kind: linear, columns: 2, column_spacing: 12}}\n"

  # Bytes of the STEP file of the unit with a block of a length.
  def file(long, unit = UNIT)
    parts = { 'BLOCK' => format(BLOCK, long), 'PIN' => PIN }
    source = Nockplane::Products::Source.new(library: ->(name, _) { parts[name] })
    StringIO
      .new
      .tap { |io| App::Exporting.write(io, unit, source, 'step', name: 's', time: '2026-01-01T00:00:00') }
      .string
  end

  def whole = @whole ||= App::Actions::KeepReceived.as_new(App::Received.read(file(40), 'stand.step')).model

  def part_text(name, model = whole)
    built = App::Workshop.source.model_of(model.latest.recipe)
    path = built.components.find { |i| [i.name, i.reference].include?(name) || i.path.start_with?(name.downcase) }.path
    App::Workshop.source.text_at(model.latest.recipe, path)
  end

  def part(name) = App::Actions::TakeOut.call(part_text(name))
  def arrives(bytes) = App::Actions::KeepReceived.as_revision(App::Received.read(bytes, 'stand.step'), whole)
  def box(model) = App::Workshop.source.model_of(model.reload.latest.recipe).solid.box.map { |c| c.round(6) }
  def faces(model) = App::Workshop.source.model_of(model.reload.latest.recipe).solid.faces.map(&:name).sort

  def test_its_faces_are_called_as_in_the_whole
    block = part('Block')
    built = App::Workshop.source.model_of(whole.latest.recipe)
    path = built.components.find { |i| i.path.start_with?('block') || i.name == 'Block' }.path
    inside = built.solid.faces.map(&:name).grep(/\A#{Regexp.escape(path)}:/).map { |n| n.delete_prefix("#{path}:") }
    assert_equal inside.sort, faces(block)
    assert_equal 6, faces(block).grep(/\Aplane-\d\z/).size
  end

  def test_parts_follow_the_next_revision_of_the_file
    block, pin = part('Block'), part('Pin')
    names = faces(block)
    App::Actions::Retitle.call(block, properties: { 'material' => 'EN AW-6082' })
    arrives(file(60))
    assert_equal 60, box(block).then { |b| b[3] - b[0] }
    assert_equal names, faces(block), 'the same faces under the same names'
    assert_equal 'EN AW-6082', App::Parts.reference(block.latest.recipe).properties['material'], 'given here, it stays'
    assert_equal ['follows Stand to revision 2', 'followed'], [block.latest.note, block.latest.origin]
    assert_equal 30, box(pin).then { |b| b[5] - b[2] }
    assert_equal block, App::Actions::TakeOut.known(part_text('Block')), 'it is not made a second time'
  end

  def test_a_part_that_the_new_file_has_no_more_stays_and_says_so
    pin = part('Pin')
    arrives(file(40, UNIT.sub(/  - {id: pins.*\n/, "  - {id: other, model: BLOCK, offset: 20}\n")))
    assert_equal 1, pin.reload.revisions.count
    assert_match(/has no part any more that is called/, App::Records::HoldUp.find_by(model: pin).reason)
    arrives(file(44))
    assert_equal 'follows Stand to revision 3', pin.reload.latest.note, 'it is there again'
    assert_nil App::Records::HoldUp.find_by(model: pin)
  end

  def test_drawings_of_a_part_go_behind_when_the_file_moves_on
    block = part('Block')
    drawing = App::Actions::CreateDrawing.call(block, 'a3-part-first-angle')
    assert_predicate drawing.staleness, :current?
    arrives(file(60))
    refute_predicate drawing.reload.staleness, :current?
  end

  def test_its_explosions_stay_with_the_whole_over_revisions
    text = whole.latest.recipe
    arrangement =
      Nockplane::Modelling::Arrangement.of(text).with_explosion(
        'apart',
        [{ 'components' => ['block'], 'direction' => [0, 0, -1], 'distance' => 25 }]
      )
    App::Actions::ReviseModel.call(whole, arrangement.in(text), note: 'apart')
    assert_equal %w[file Stand], [whole.reload.latest.origin, whole.name]
    arrives(file(60))
    assert_equal ['apart'], Nockplane::Modelling::Arrangement.of(whole.reload.latest.recipe).explosions.keys
  end

  # A recipe's assembly in which a file's assembly stands: its parts are drawn from the run like any others.
  def test_parts_of_a_file_that_is_a_component_are_drawn_from_the_run
    whole.update!(number: 'STAND')
    outer =
      App::Actions::AddModel.call(
        "nockplane: assembly/1\nname: Outer\nproperties: {number: OUT}\ncomponents:\n  - {id: stand, model: STAND}\n" \
          "  - {id: two, model: STAND, offset: 200, pattern: {kind: linear, columns: 2, column_spacing: 300}}\n"
      )
    rows = Nockplane::Planning::RunRows.new(outer.latest.recipe, App::Workshop.source).all
    assert_empty rows.filter_map(&:why)
    block = rows.find { |r| r.name == 'Block' }
    assert_equal 3, block.total
    assert_equal part_text('Block'), block.text, 'the same part as in the file alone'
  end
end
