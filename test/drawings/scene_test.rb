# frozen_string_literal: true

require 'test_helper'

class SceneTest < CoreTest
  def scene(drawing, source) = Drawings::SceneBuilder.new(drawing, 's1', source).scene
  def group(scene, owner) = scene.groups.find { |g| g.owner == owner }

  def overlap?(a, b) = a[0] < b[2] && a[2] > b[0] && a[1] < b[3] && a[3] > b[1]

  %w[a3-part-first-angle a3-part-third-angle].each do |template|
    define_method("test_#{template.tr('-', '_')}_fills_without_overlaps") do
      %w[carousel hub-spindle].each do |name|
        drawing, source = drawing_of(demo(name), template: template)
        views = scene(drawing, source).groups.select { |g| g.owner.start_with?('view/') }
        assert_equal 4, views.size
        views.map(&:box).combination(2) { |a, b| refute overlap?(a, b), "#{name}: views overlap" }
        views.each do |v|
          refute overlap?(v.box, [230, 10, 410, 60]), "#{name}: #{v.owner} lies on the title block"
          assert_operator v.box[0], :>, 20
          assert_operator v.box[3], :<, 287
        end
      end
    end
  end

  def test_first_angle_puts_the_view_from_above_below # 4.1
    first, = drawing_of(demo('hub-spindle'))
    third, = drawing_of(demo('hub-spindle'), template: 'a3-part-third-angle')
    assert_operator first.view('plan').y, :<, first.view('front').y
    assert_operator third.view('plan').y, :>, third.view('front').y
    [first, third].each { |d| assert_equal Projection::ViewFrame.named('top'), d.frame(d.view('plan')) }
    assert_equal Projection::ViewFrame.named('left'), first.frame(first.view('side'))
    assert_equal Projection::ViewFrame.named('right'), third.frame(third.view('side'))
  end

  def test_views_of_one_part_are_aligned
    drawing, source = drawing_of(demo('hub-spindle'))
    boxes = scene(drawing, source).groups.to_h { |g| [g.owner, g.box] }
    assert_in_delta boxes['view/front'][0], boxes['view/plan'][0], 1e-6
    assert_in_delta boxes['view/front'][1], boxes['view/side'][1], 1e-6
  end

  def test_title_block_is_filled_from_the_properties
    drawing, source = drawing_of(demo('carousel'))
    words =
      scene(drawing, source)
        .groups
        .select { |g| g.owner.start_with?('block/b1:') }
        .flat_map(&:items)
        .grep(Drafting::Ink::Text)
        .map(&:string)
    ['Part', 'QI-1-D', 'EN AW-6061 T6', 'Black anodised', '1:2', 'A3', '1/1'].each { |w| assert_includes words, w }
  end

  def test_line_widths_types_and_centre_lines
    drawing, source = drawing_of(demo('carousel'))
    items = group(scene(drawing, source), 'view/front').items
    by_layer = items.group_by(&:layer)
    assert_equal [0.5], by_layer['visible'].map(&:width).uniq
    assert by_layer['hidden'].all? { |i| i.width == 0.25 }
    assert by_layer['hidden']
             .select { |i|
               i.points && Math.hypot(i.points[1][0] - i.points[0][0], i.points[1][1] - i.points[0][1]) > 5
             }
             .all?(&:dash),
           'hidden lines are dashed'
    refute_empty by_layer['centre']
  end

  def test_hole_circle_is_one_chain_line_with_radial_marks # LIN-06
    drawing, source = drawing_of(demo('carousel'))
    centre = group(scene(drawing, source), 'view/plan').items.select { |i| i.layer == 'centre' }
    circles = centre.grep(Drafting::Ink::Arc)
    assert_equal [12.0 / 2, 51.0 / 2], circles.map(&:rx).sort.map { |r| r.round(6) }
    # a cross on the hub; one radial line a pocket and a screw
    assert_equal 2 + 7 + 3, centre.grep(Drafting::Ink::Line).size
  end

  def test_a_tapped_hole_end_on_has_a_three_quarter_arc_at_its_major_diameter # THR-03, THR-04
    drawing, source = drawing_of(demo('carousel'))
    arcs =
      group(scene(drawing, source), 'view/plan')
        .items
        .grep(Drafting::Ink::Arc)
        .select { |a| (a.rx - 0.75).abs < 1e-9 && !a.closed? }
    assert_equal 3, arcs.size
    assert_in_delta 1.5 * Math::PI, arcs[0].to - arcs[0].from, 1e-9
    refute (0.01..1.5).step(0.1).any? { |a| a.between?(arcs[0].from, arcs[0].to) }, 'open in the upper right quadrant'
    side =
      group(scene(drawing, source), 'view/front').items.select do |i|
        i.layer == 'hidden' && i.is_a?(Drafting::Ink::Line)
      end
    heights = side.map { |l| (l.points[1][1] - l.points[0][1]).abs }
    assert_operator heights.count { |h| (h - 4.5).abs < 1e-6 }, :>=, 4, 'M3 x 9 at 1:2 from the side'
  end

  def test_shaded_view_has_fills_and_no_hidden_lines
    drawing, source = drawing_of(demo('hub-spindle'))
    items = group(scene(drawing, source), 'view/iso').items
    refute_empty items.grep(Drafting::Ink::Region)
    assert_empty(items.select { |i| i.layer == 'hidden' })
  end

  # The screen does not wait for shading that is not there yet.
  def test_shading_can_follow_the_lines
    source =
      Products::Source.new(store: Products::Source::MemoryStore.new) do |_, _|
        recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 30}, depth: 10}')
      end
    drawing = Drawings::Template.all.fetch('a3-part-first-angle').fill('m', 1, source, title: 'Block', number: 'QI-1-D')
    quick = Drawings::SceneBuilder.new(drawing, 's1', source, shade: :known)
    regions = ->(scene) { scene.groups.flat_map(&:items).grep(Drafting::Ink::Region).size }
    assert_equal [['iso'], 0], [quick.unshaded, regions[quick.scene]]
    shading = quick.shading_of(drawing.view('iso'))
    assert_equal 3, shading.size, 'three faces of a block are seen'
    assert_equal [[], 3], [quick.unshaded, regions[quick.scene]]
  end
end
