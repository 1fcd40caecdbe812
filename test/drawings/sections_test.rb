# frozen_string_literal: true

require 'test_helper'

# Section berths: where they cut, how cut faces are lined, and what the parent view shows of it (standards.md 4.5).
class SectionsTest < CoreTest
  include Drawings
  TUBE =
    "  - {id: tube, type: extrude, profile: {kind: circle, diameter: 60}, depth: 40}\n  - {id: bore, type: hole, on: " \
    "tube/end.end, diameter: 30, through: true}"

  def filled(text, *later, template: 'a3-part-first-angle', direction: 'right')
    document = Template.all[template].document
    document = document.apply(BerthEdits.remove(document, 'side'))
    document = document.apply(BerthEdits.add(document, 's1', 'section', parent: 'front', direction: direction))
    texts = [text, *later]
    source = Products::Source.new { |_, n| texts[n - 1] }
    [Template.new('x', document).fill('m', 1, source, title: 'Part', number: 'QI-1-D'), source]
  end

  def cut(drawing) = drawing.views.find { |v| v.kind == 'section' }

  def items(drawing, source, id, kind = 'view')
    groups = SceneBuilder.new(drawing, 's1', source).scene.groups
    return groups.select { |g| g.owner.start_with?('mark/') }.flat_map(&:items) if kind == 'mark'

    groups.find { |g| g.owner == "view/#{id}" }.items
  end

  def lining(drawing, source)
    items(drawing, source, cut(drawing).id).select { |i| i.layer == 'hatch' && i.width < 0.4 }
  end

  def length(line) = Math.hypot(line.points[1][0] - line.points[0][0], line.points[1][1] - line.points[0][1])

  def test_sec_01_a_full_section_through_the_axis
    drawing, source = filled(recipe(TUBE))
    view = cut(drawing)
    loops = ShownModel.of(source, drawing, view).opened.loops
    assert_equal 2, loops.size, 'two walls of the tube'
    loops.each do |l|
      l.each { |p| assert_in_delta 0, p[0], 1e-6, 'the plane passes through the axis, square to the sight' }
    end
    assert_in_delta 2 * 15 * 40, loops.sum { |l| area(l.map { |p| [p[1], p[2]] }) }, 2, 'walls of 15 by 40'
    assert_equal 'A-A', view.label
    assert_equal 'visible', view.style, 'HID-02: no hidden lines in cuts'
  end

  def area(points)
    points.each_index.sum { |i| points[i - 1].then { |a| ((a[0] * points[i][1]) - (points[i][0] * a[1])) / 2 } }.abs
  end

  def test_sec_24_and_25_lining_of_one_part_is_narrow_and_even
    drawing, source = filled(recipe(TUBE))
    lines = lining(drawing, source)
    angles =
      lines
        .map do |l|
          (Math.atan2(l.points[1][1] - l.points[0][1], l.points[1][0] - l.points[0][0]) * 180 / Math::PI).round(6)
        end
        .uniq
    assert_equal [45.0], angles
    assert_equal [drawing.standard.narrow], lines.map(&:width).uniq
    offsets = lines.map { |l| ((l.points[0][0] - l.points[0][1]) * Math.sqrt(0.5)).round(6) }.uniq.sort
    gaps = offsets.each_cons(2).map { |a, b| ((b - a) / 3.0).round(4) }.uniq
    assert(gaps.all? { |g| (g - g.round).abs < 1e-3 }, 'all from one datum, 3 mm apart')
    scale = drawing.scale(cut(drawing))
    assert_in_delta 2 * 15 * 40 * scale * scale,
                    lines.sum { |l| length(l) } * 3.0,
                    2 * 15 * 40 * scale * scale * 0.06,
                    'they cover the walls and nothing else'
  end

  def test_sec_24_lining_turns_away_from_a_main_edge_and_sec_27_spacing_goes_with_the_area
    standard = Drafting::Standard.new
    slope = [[[0.0, 0.0], [50.0, 50.0], [50.0, 60.0], [0.0, 10.0]]]
    assert_equal 30.0, Drafting::Hatching.new(standard, slope).angle
    box = ->(w, h) { [[[0.0, 0.0], [w, 0.0], [w, h], [0.0, h]]] }
    assert_equal [1.5, 3.0, 4.5],
                 [box[10.0, 10.0], box[40.0, 40.0], box[100.0, 90.0]].map { |l|
                   Drafting::Hatching.new(standard, l).spacing
                 }
    assert_equal 0.7,
                 Drafting::Hatching.new(standard.with('hatch_spacing' => 0.8), box[5.0, 5.0]).spacing,
                 'never closer'
    assert_equal [60.0],
                 Drafting::Hatching
                   .new(standard.with('hatch_angle' => 60.0), box[40.0, 40.0])
                   .ink
                   .map { |l|
                     (
                       Math.atan2(l.points[1][1] - l.points[0][1], l.points[1][0] - l.points[0][0]) * 180 / Math::PI
                     ).round(6)
                   }
                   .uniq
    assert_empty Drafting::Hatching.new(standard, []).ink
  end

  def test_lining_keeps_out_of_holes
    square = [[0.0, 0.0], [60.0, 0.0], [60.0, 60.0], [0.0, 60.0]]
    hole = [[20.0, 20.0], [20.0, 40.0], [40.0, 40.0], [40.0, 20.0]]
    Drafting::Hatching.new(Drafting::Standard.new, [square, hole]).ink.each do |l|
      middle = l.points.transpose.map { |v| v.sum / 2 }
      refute middle.all? { |c| c.between?(20.1, 39.9) }, 'not in the hole'
    end
  end

  def test_sec_20_to_23_the_parent_shows_plane_arrows_and_letters
    { 'a3-part-first-angle' => 1, 'a3-part-third-angle' => -1 }.each do |template, way|
      drawing, source = filled(recipe(TUBE), template: template)
      marks = items(drawing, source, 'front', 'mark').select { |i| i.layer == 'hatch' }
      assert_equal %w[A A], marks.grep(Drafting::Ink::Text).map(&:string)
      plane = marks.grep(Drafting::Ink::Line).max_by { |l| length(l) }
      assert_in_delta plane.points[0][0], plane.points[1][0], 1e-6, 'upright through the axis'
      assert_in_delta drawing.view('front').x, plane.points[0][0], 1e-6
      assert_equal drawing.standard.wide, plane.width
      marks
        .grep(Drafting::Ink::Fill)
        .each { |a| assert_equal way, (a.points[0][0] <=> a.points[1][0]), 'arrows point the way of sight' }
    end
  end

  def test_a_part_with_no_turned_axis_keeps_the_berth_empty
    drawing, =
      filled(recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 20}'))
    assert_equal ['no section plane found: Part has no bore or turned axis across the line of sight'],
                 drawing.berths.map(&:why)
    assert_nil cut(drawing)
  end

  def test_a_change_inside_leaves_only_the_section_behind_when_hidden_lines_are_not_shown
    drawing, source = filled(recipe(TUBE), recipe(TUBE.sub('diameter: 30', 'diameter: 24')))
    drawing = drawing.apply(ViewEdits.restyle(drawing, 'front', style: 'visible'))
    behind = staleness(drawing, source, 2).behind.map { |b| b.view.kind }
    assert_includes behind, 'section'
    refute_includes staleness(drawing, source, 2).behind.map { |b| b.view.id }, 'front'
    after = drawing.apply(staleness(drawing, source, 2).update)
    assert_in_delta 2 * 18 * 40,
                    ShownModel.of(source, after, cut(after)).opened.loops.sum { |l| area(l.map { |p| [p[1], p[2]] }) },
                    2
    both = Linking::BeforeAfter.new(drawing, source, cut(drawing), 2).lines
    refute_empty both[:fresh]
  end

  def test_a_section_survives_the_way_to_a_template_and_back
    drawing, source = filled(recipe(TUBE))
    document = TemplateDraft.new(drawing, source).document('Tubes')
    again = Template.new('t', document).fill('m', 1, source, title: 'Part', number: 'QI-1-D')
    assert_equal [cut(drawing).label, cut(drawing).direction], [cut(again).label, cut(again).direction]
    assert_empty Formats::TemplateCheck.new(document).faults
  end
end
