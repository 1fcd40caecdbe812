# frozen_string_literal: true

require 'test_helper'

# Drawings as earlier versions of the application wrote them open unchanged: every cell reads, draws, and is written as
# it was.
class DocumentsTest < CoreTest
  include Drawings
  ROOM = File.expand_path('../documents', __dir__)

  def opened(name)
    data = JSON.parse(File.read(File.join(ROOM, "#{name}.json")))
    [Drawing.from_h(data['drawing']), Products::Source.new { data['recipe'] }, data['drawing']]
  end

  def words(drawing, source)
    SceneBuilder
      .new(drawing, 's1', source)
      .scene
      .groups
      .flat_map { |g| g.items.grep(Drafting::Ink::Text).map(&:string) }
  end

  # Without the fields of nil.
  def compact(value) = value.is_a?(Hash) ? value.compact.transform_values { |v| compact(v) } : value

  def test_drawing_2_is_written_as_it_was
    drawing, source, data = opened('drawing-2')
    assert_equal compact(data), drawing.to_h, 'fields that say nothing are left out'
    section = drawing.views.find { |v| v.kind == 'section' }
    assert_nil section.own, 'cut through its largest axis, as it was'
    assert_in_delta (30 - 12) * 18, ShownModel.of(source, drawing, section).opened.area, 0.05
    assert_empty ['⌀30', '⌀12 H7', '18', 'A-A', 'Deburr all edges'] - words(drawing, source)
    assert_empty Linking::Docketing.of(drawing, source, ->(_) { 1 }).lost
  end

  def test_drawing_1_gets_the_title_block_and_layers_that_were_fixed_then
    drawing, source, data = opened('drawing-1')
    assert_equal data['cells'].keys.sort, drawing.cells.keys.reject { |k| k.start_with?('block/', 'layer/') }.sort
    refute_empty drawing.blocks
    assert_equal({ 'slug' => 'a3-part-first-angle', 'revision' => 1 }, drawing.meta.template)
    assert_empty ['⌀30', '18', 'Spacer'] - words(drawing, source)
    assert_equal drawing, Drawing.from_h(JSON.parse(JSON.generate(drawing.to_h)))
  end

  def test_what_is_not_known_is_told_with_its_place
    data = JSON.parse(File.read(File.join(ROOM, 'drawing-2.json')))['drawing']
    data['cells']['view/front']['colour'] = 'red'
    assert_equal 'view/front: unknown field colour',
                 assert_raises(KeyError) { Drawing.from_h(data) }.message.delete('"')
    data['cells']['view/front'].delete('colour')
    data['cells']['view/v1']['own'] = { 'line' => [{ 'x' => 1.0, 'z' => 2.0 }] }
    assert_equal 'view/v1: unknown field z', assert_raises(KeyError) { Drawing.from_h(data) }.message.delete('"')
  end

  # What a view can have goes through JSON and back, and is shared between processes as it is.
  def test_values_within_views_are_read_as_their_classes
    drawing, = opened('drawing-2')
    tied = { 'x' => 1.5, 'y' => -2.0, 'face' => 'bore/wall', 'rx' => 0.0, 'ry' => 0.0 }
    data = drawing.to_h
    data['cells']['view/v1']['own'] = {
      'line' => [tied, tied.merge('x' => 9.0)],
      'form' => 'full',
      'looks' => -1,
      'depth' => 4.0
    }
    data['cells']['view/front'].merge!(
      'crop' => {
        'shape' => 'circle',
        'at' => tied,
        'radius' => 4.0
      },
      'gaps' => [{ 'along' => 'x', 'from' => 1.0, 'to' => 5.0, 'room' => 3.0 }],
      'broken' => [{ 'region' => { 'shape' => 'circle', 'at' => tied, 'radius' => 4.0 }, 'through' => true }],
      'parts' => [{ 'component' => 'wheel', 'look' => 'thin' }],
      'turn' => 30.0
    )
    again = Drawing.from_h(JSON.parse(JSON.generate(data)))
    front = again.view('front')
    assert_equal [Views::Region, Views::Gap, Views::Breakout, Views::PartLook],
                 [front.crop, front.gaps[0], front.broken[0], front.parts[0]].map(&:class)
    assert_equal [Views::Tied, 1.5, 'bore/wall'], again.view('v1').own.line[0].then { |t| [t.class, t.x, t.face] }
    assert_equal data, again.to_h
    assert Ractor.shareable?(again)
  end
end
