# frozen_string_literal: true

require 'test_helper'

# Where things land: view places, dimension feet, tidy, templates, cells.
class PlacingTest < CoreTest
  include Drawings

  PLATE = <<~F
    - id: plate
      type: extrude
      profile: {kind: rectangle, width: length, height: 60, corner_radius: 6}
      depth: 12
      end_chamfer: 1
    - id: sink
      type: hole
      kind: countersunk
      on: plate/end.end
      diameter: 5
      countersink_diameter: 11
      countersink_angle: 90
      through: true
  F

  def plate(length = 90) = recipe(PLATE, "{length: #{length}}")

  def full(text, template: 'a3-part-first-angle')
    drawing, source = drawing_of(text, template: template)
    %w[front plan side].each do |v|
      edit = Linking::Adoption.new(drawing, source).adopt(drawing.view(v))
      drawing = drawing.apply(edit) unless edit.is_a?(Refusal)
    end
    [drawing, source, SceneBuilder.new(drawing, 's1', source)]
  end

  def dimension(drawing, id)
    drawing.dimensions.find { |d| d.dimension == id } || flunk("no #{id} in #{drawing.dimensions.map(&:dimension)}")
  end

  def test_middle_of_the_part_is_the_middle_of_each_view
    drawing, _, builder = full(plate)
    drawing.views.each do |v|
      at = builder.place(v).point([0, 0, 6])
      [v.x, v.y].zip(at).each { |want, got| assert_in_delta want, got, 1e-9, v.id }
    end
  end

  def test_one_millimetre_is_scale_millimetres_on_paper
    drawing, _, builder = full(plate)
    front = builder.place(drawing.view('front'))
    a, b = [[0, 0, 0], [10, 0, 0]].map { |p| front.point(p) }
    assert_in_delta 10 * drawing.sheet('s1').scale, b[0] - a[0], 1e-9
  end

  def test_forms_by_kind
    drawing, = full(plate)
    forms = drawing.dimensions.to_h { |d| [d.dimension, d.place.form] }
    assert_equal 'leader', forms['sink.callout']
    assert_equal 'leader', forms['plate.profile.corner_radius']
    assert_equal 'linear', forms['plate.profile.width']
  end

  def test_extension_lines_start_at_the_outline_not_inside
    drawing, _, builder = full(plate)
    width = dimension(drawing, 'plate.profile.width')
    ink = builder.dimension_ink(width).ink.grep(Drafting::Ink::Line).map(&:points)
    x0, = builder.place(drawing.view(width.view)).outline
    assert_in_delta x0, ink[0][0][0], 1e-6
  end

  def test_a_wider_part_keeps_its_rows_at_the_same_distance_from_the_outline
    drawing, source = drawing_of(plate, plate(110))
    drawing = adopted(drawing, source, 'plan')
    after = drawing.apply(staleness(drawing, source, 2).update)
    gaps = [drawing, after].map { |d| dimension(d, 'plate.profile.height').place.gap }
    assert_equal gaps[0], gaps[1]
    level =
      lambda do |d|
        builder = SceneBuilder.new(d, 's1', source)
        view = d.view('plan')
        lines = builder.dimension_ink(dimension(d, 'plate.profile.height')).ink.grep(Drafting::Ink::Line).map(&:points)
        outline = builder.place(view).outline
        lines.flatten(1).map { |p| [outline[0] - p[0], p[0] - outline[2]].max }.max
      end
    assert_in_delta level[drawing], level[after], 1e-6
  end

  def test_dimensions_stay_inside_the_frame_and_off_other_views
    [plate, demo('carousel'), demo('hub-spindle')].product(%w[a3-part-first-angle a3-part-third-angle])
      .each do |text, template|
        drawing, _, builder = full(text, template: template)
        frame = builder.frame_box
        drawing.dimensions.each do |d|
          others = drawing.views_on('s1').reject { |v| v.id == d.view }.map { |v| builder.place(v).outline }
          builder
            .dimension_ink(d)
            .ink
            .grep(Drafting::Ink::Text)
            .each do |t|
              b = Drafting::Ink.box(t)
              assert b[0] > frame[0] && b[1] > frame[1] && b[2] < frame[2] && b[3] < frame[3],
                     "#{template}: #{d.dimension} leaves the frame"
              assert others.none? { |o| Geometry::Box.meet?(b, o) }, "#{template}: #{d.dimension} stands on a view"
            end
        end
      end
  end

  def test_long_thin_and_tiny_parts_find_a_scale
    { 'width: 700, height: 20' => 0.5, 'width: 4, height: 3' => 5.0 }.each do |size, at_least|
      drawing, = drawing_of(recipe("  - {id: b, type: extrude, profile: {kind: rectangle, #{size}}, depth: 3}"))
      assert_operator drawing.sheet('s1').scale, at_least > 1 ? :>= : :<=, at_least
      assert_includes Drafting::Scale::PREFERRED, drawing.sheet('s1').scale
    end
  end

  def test_templates_are_complete
    assert_equal %w[
      a2-assembly
      a2-assembly-exploded
      a3-part-first-angle
      a3-part-third-angle
      a3-sheet-metal
      a4-sheet-metal
      b-part-third-angle
    ],
                 Template.all.keys
    Template.all.each_value do |t|
      assert_empty Drafting::SheetFormat.problems(t.document.sheets.first.format)
      assert_empty t.document.blocks.flat_map { |b| b.grid.problems }
      assert_empty t.document.standard.problems
      ids = t.berths.map(&:id)
      t.berths.each { |b| assert_includes ids, b.parent if b.parent }
    end
  end

  def test_cells_refuse_what_they_do_not_know
    assert_equal '"view/v1: unknown field colour"',
                 assert_raises(KeyError) { Cells.from('view/v1', { 'id' => 'v1', 'colour' => 'red' }) }.message.inspect
    assert_raises(KeyError) { Cells.from('spell/x', {}) }
    assert_raises(KeyError) { Drawing.from_h({ 'nockplane' => 'drawing/9', 'cells' => {} }) }
  end

  def test_ids_are_free
    drawing, = full(plate)
    refute_includes drawing.cells.keys, "dimension/#{drawing.next_id('d')}"
    assert_equal 'n1', drawing.next_id('n')
    assert_equal 'n3', drawing.next_id('n', %w[n1 n2])
  end

  def test_folding_rules_of_moves
    plan = View.new(kind: 'projected', parent: 'front', direction: 'down')
    side = View.new(kind: 'projected', parent: 'front', direction: 'left')
    free = View.new(kind: 'pictorial')
    assert_equal [[0.0, 7], [5, 0.0], [5, 7]], [plan, side, free].map { |v| Folding.allowed(v, 5, 7) }
    assert_equal [[5, 0.0], [0.0, 7]], [plan, side].map { |v| Folding.follows(v, 5, 7) }
  end

  def test_adrift_dimension_has_its_diamond
    drawing, source, = full(plate)
    width = dimension(drawing, 'plate.profile.width')
    ink =
      SceneBuilder.new(drawing, 's1', source, states: { "dimension/#{width.id}" => 'adrift' }).dimension_ink(width).ink
    diamond = ink.grep(Drafting::Ink::Line).find { |l| l.closed && l.points.size == 4 }
    assert_equal Drafting::Ink::OCHRE, diamond.tone
    assert_nil ink.find { |i| i.tone != Drafting::Ink::OCHRE }
  end
end
