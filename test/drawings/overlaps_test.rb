# frozen_string_literal: true

require 'test_helper'

# What stands on what on a sheet, by made-up scenes whose answers are plain, and on every sheet a newcomer makes first.
class OverlapsTest < CoreTest
  include Drawings
  I = Drafting::Ink

  def sheet = @sheet ||= Sheet.new(id: 's1', format: 'A3', scale: 1.0)

  def found(*groups)
    cells = [
      Meta.new(title: 'T', number: 'N', revision: 'A', state: 'in work', standard: {}),
      sheet,
      Binding.new(id: 'b1', model: 1, follow: true)
    ]
    cells << Drawings::View.new(
      id: 'front',
      name: 'Front view',
      sheet: 's1',
      binding: 'b1',
      revision: 1,
      kind: 'principal',
      orientation: 'front',
      x: 100.0,
      y: 100.0
    )
    cells << Drawings::View.new(
      id: 'iso',
      name: 'Isometric view',
      sheet: 's1',
      binding: 'b1',
      revision: 1,
      kind: 'pictorial',
      orientation: 'iso',
      x: 200.0,
      y: 100.0
    )
    %w[n1 n2].each { |id| cells << Note.new(id: id, sheet: 's1', text: id.upcase, x: 0.0, y: 0.0) }
    drawing = Drawings::Drawing.of(cells)
    Overlaps.new(drawing, sheet, Scene.new(width: 420.0, height: 297.0, groups: groups, title: 'T')).all
  end

  def note(id, x, y, angle: 0.0)
    Group.new(owner: "note/#{id}", items: [I.text(x, y, 'MMMM', height: 5.0, angle: angle, layer: 'note')])
  end

  def view(id, box, *items) = Group.new(owner: "view/#{id}", items: items, box: box)
  def width = Drafting::Lettering.width('MMMM', 5.0)

  def test_words_on_words
    assert_empty found(note('n1', 100, 100), note('n2', 100, 106))
    over = found(note('n1', 100, 100), note('n2', 100 + (width / 2), 102))
    assert_equal ['the note “N1” and the note “N2” stand on each other'], over.map(&:words)
    # Half the width, of a height from 2 above the one's base line to its top; both a little smaller than they are.
    assert_in_delta (width / 2) * 3, over[0].area, 4.0
    assert_empty found(note('n1', 100, 100, angle: 45.0), note('n2', 108, 98)), 'turned words take a turned place'
  end

  def test_lines_through_words_but_not_beside_them
    line = ->(y, layer) { I.line([90, y], [200, y], layer: layer) }
    assert_equal ['a line of Front view runs through the note “N1”'],
                 found(view('front', [90, 90, 200, 110], line[102, 'visible']), note('n1', 100, 100)).map(&:words)
    assert_empty found(view('front', [90, 90, 200, 110], line[99, 'visible']), note('n1', 100, 100))
    assert_empty found(view('front', [90, 90, 200, 110], line[102, 'centre']), note('n1', 100, 100)),
                 'centre lines may be behind words'
    circle =
      I::Arc.new(
        centre: [100 + (width / 2), 102.0],
        rx: 40.0,
        ry: 40.0,
        rotation: 0.0,
        from: 0.0,
        to: 2 * Math::PI,
        layer: 'visible'
      )
    assert_empty found(view('front', [60, 60, 150, 150], circle), note('n1', 100, 100)),
                 'words inside a circle are clear of it'
  end

  def test_views_on_views_and_off_the_sheet
    assert_equal ['Front view stands on Isometric view'],
                 found(view('front', [50, 50, 120, 120]), view('iso', [110, 110, 160, 160])).map(&:words)
    assert_equal [100.0], found(view('front', [50, 50, 120, 120]), view('iso', [110, 110, 160, 160])).map(&:area)
    assert_equal ['Front view leaves the drawing space'], found(view('front', [10, 50, 120, 120])).map(&:words)
    assert_empty found(view('front', [50, 50, 120, 120]), view('iso', [120, 50, 160, 120])), 'touching is no overlap'
  end

  def test_lines_of_annotations_off_the_sheet_and_through_title_blocks
    leader = ->(*points) { Group.new(owner: 'note/n1', items: [I.line(*points, layer: 'note')]) }
    block = Group.new(owner: 'block/b', items: [], box: [230.0, 20.0, 400.0, 70.0])
    assert_equal ['a line of the note “N1” leaves the drawing space'], found(leader[[100, 100], [5, 100]]).map(&:words)
    assert_equal ['a line of the note “N1” runs through block/b'],
                 found(leader[[220, 80], [250, 60]], block).map(&:words)
    assert_empty found(leader[[220, 80], [410, 71]], block), 'past it'
  end

  DEMO_SHEETS = %w[carousel hub-spindle adapter-ring housing lid spacer o-ring motor dowel cap-screw-m4].freeze

  def house
    @house ||=
      Formats::TemplateFile.read(
        File.read(File.expand_path('../../demo/templates/quillfen-a3.template.json', __dir__)),
        'quillfen-a3'
      )
  end

  def fresh(name, template)
    source = Products::Source.new(store: STORE) { demo(name) }
    [Linking::FreshDrawing.of(template, name, 1, source, title: name, number: 'QI-1-D'), source]
  end

  def overlaps_of(drawing, source)
    drawing.sheets.flat_map do |s|
      Overlaps.new(drawing, s, SceneBuilder.new(drawing, s.id, source, shade: :known).scene).all.map(&:words)
    end
  end

  DEMO_SHEETS.each do |name|
    define_method("test_nothing_collides_on_a_fresh_sheet_of_#{name.tr('-', '_')}") do
      drawing, source = fresh(name, house)
      assert_empty overlaps_of(drawing, source)
      assert_operator drawing.dimensions.size, :>=, 4
      assert_empty drawing.berths, 'every berth is filled'
    end
  end

  def test_parts_with_a_bore_across_are_cut_and_others_seen_from_the_side
    kinds = %w[housing o-ring].to_h { |n| [n, fresh(n, house)[0].views.find { |v| v.id == 'v3' }] }
    assert_equal ['section', 'A-A'], [kinds['housing'].kind, kinds['housing'].label]
    assert_equal ['projected', 'hidden', 'View from the left'],
                 [kinds['o-ring'].kind, kinds['o-ring'].style, kinds['o-ring'].name]
  end

  def test_scale_is_as_large_as_the_rows_of_dimensions_let_it_be
    drawing, = fresh('spacer', house)
    assert_operator drawing.sheet('s1').scale, :>=, 10.0
  end
end
