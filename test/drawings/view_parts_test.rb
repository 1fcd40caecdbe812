# frozen_string_literal: true

require 'view_helper'

# The pieces that views are made of: hand drawing made straight, boundaries, borders, labels, letters, components.
# Lengths in mm.
class ViewPartsTest < ViewTest
  def sketch(view = plan) = Views::Sketch.new(SceneBuilder.new(@drawing, 's1', @source), view)

  # --- what is drawn by hand -------------------------------------------------------------------------------------

  def test_a_line_that_is_nearly_level_is_made_level_and_one_at_an_angle_stays
    level = sketch.cutting_line([on_plan(-60, -20), on_plan(60, -18)], 'full')
    assert_in_delta level[0].y, level[1].y, 1e-9
    leaning = sketch.cutting_line([on_plan(-60, -28), on_plan(60, -12)], 'full')
    assert_in_delta 16, leaning[1].y - leaning[0].y, 1e-4
    assert_nil leaning[0].face, 'no axis is near'
  end

  def test_steps_are_made_square_and_each_goes_through_its_axis
    line = sketch.cutting_line([on_plan(-60, 1), on_plan(4, -1), on_plan(5, 9), on_plan(60, 11)], 'stepped')
    assert_equal [0.0, 0.0, 10.0, 10.0], line.map { |t| t.y.round(6) }
    assert_in_delta line[1].x, line[2].x, 1e-9
    assert_equal %w[bore/wall bore/wall blind/wall blind/wall], line.map(&:face)
  end

  def test_two_planes_meet_at_the_axis_and_a_half_ends_there
    a, middle, b = sketch.cutting_line([on_plan(-60, 1), on_plan(-19, 1), on_plan(30, 12)], 'bend')
    assert_equal [-20.0, 0.0], [middle.x, middle.y].map { |c| c.round(6) }
    assert_in_delta 0, a.y, 1e-6, 'level through the axis'
    assert_in_delta 10.0 / 45, (b.y - middle.y) / (b.x - middle.x), 1e-6, 'through the other axis'
    start, axis = sketch.cutting_line([on_plan(-60, 2), on_plan(-20.5, 0.5)], 'half')
    assert_equal 'bore/wall', axis.face
    assert_in_delta 0, start.y, 1e-6
  end

  def test_what_is_drawn_on_a_turned_view_is_where_it_was_drawn
    done(shaping(plan).turn(90))
    line = sketch.cutting_line([on_plan(-60, -20), on_plan(60, -20)], 'full')
    assert_equal [-20.0, -20.0], line.map { |t| t.y.round(4) }
    region = sketch.region('rectangle', [on_plan(-30, -10), on_plan(10, 20)])
    assert_equal [40.0, 30.0], [region.width, region.height].map { |c| c.round(4) }
  end

  def test_a_mark_on_a_turned_parent_goes_the_way_it_is_dragged
    done(making.detail(plan.id, 'circle', [on_plan(25, 10), on_plan(37, 10)]))
    detail = last
    done(shaping(plan).turn(90))
    scale = @drawing.scale(plan)
    done(shaping(detail).drag_mark(4 * scale, 0))
    assert_equal [25.0, 6.0],
                 @drawing.view(detail.id).own.at.to_a.map { |c| c.round(4) },
                 'to the right on paper is downwards on the part'
  end

  def test_a_curve_drawn_by_hand_has_fewer_corners_than_it_had_points
    points = (0..600).map { |i| (i * Math::PI / 300).then { |a| on_plan(20 * Math.cos(a), 20 * Math.sin(a)) } }
    region = sketch.region('curve', points)
    assert_nil region.problem
    assert_operator region.points.size, :<, 210
    assert_in_delta 40, region.size, 0.2
  end

  def test_boundaries_that_make_no_sense_say_so
    at = Views::Tied.new(x: 0.0, y: 0.0)
    problem = ->(**fields) { Views::Region.new(at: at, **fields).problem }
    assert_equal 'the boundary is too small; draw it at least 0.02 mm across', problem[shape: 'circle', radius: 0.001]
    assert_equal 'a boundary is a circle, a rectangle or a closed curve', problem[shape: 'star', radius: 3.0]
    assert_equal 'the boundary crosses itself; draw it again',
                 problem[shape: 'curve', points: [[0, 0], [9, 9], [9, 0], [0, 9]]]
    assert_nil problem[shape: 'rectangle', width: 4.0, height: 2.0]
    assert_equal 'a gap has a width of more than 0 mm',
                 Views::Gap.new(along: 'x', from: 3.0, to: 3.0, room: 3.0).problem
    assert_equal 'a gap runs across the view or up it',
                 Views::Gap.new(along: 'z', from: 3.0, to: 4.0, room: 3.0).problem
  end

  # --- on paper ----------------------------------------------------------------------------------------------------

  def test_a_place_on_an_interrupted_view_is_found_again
    done(shaping(@drawing.view('front')).interrupt(on_front(-5, 20), on_front(12, 20)))
    place = SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view('front'))
    [[-40.0, 3.0], [-5.0, 3.0], [12.0, 8.0], [44.0, 30.0]].each do |x, y|
      place.image(*place.paper(x, y)).zip([x, y]).each { |a, b| assert_in_delta b, a, 1e-9 }
    end
    scale = @drawing.scale(@drawing.view('front'))
    assert_in_delta (84 - 17) * scale + Views::Shaping::ROOM,
                    place.paper(44.0, 0.0)[0] - place.paper(-40.0, 0.0)[0],
                    1e-9
  end

  def test_a_crop_draws_its_border_only_over_the_part
    done(shaping(plan).crop('rectangle', [on_plan(0, -50), on_plan(80, 50)]))
    border = items(plan).grep(Drafting::Ink::Curve)
    assert_equal 1, border.size, 'one side runs over the part, the others past it'
    box = Drafting::Ink.box(border[0])
    scale = @drawing.scale(plan)
    assert_in_delta 60 * scale, box[3] - box[1], 3.0
    assert_in_delta 50, shown(plan).linework.box.then { |x0, _, x1, _| x1 - x0 }, 1e-6
  end

  def test_sec_30_lining_keeps_clear_of_words
    lines = ->(clear) do
      Drafting::Hatching.new(
        @drawing.standard,
        [[[0.0, 0.0], [60.0, 0.0], [60.0, 40.0], [0.0, 40.0]]],
        clear: clear
      ).ink
    end
    words = [[20.0, 15.0], [40.0, 15.0], [40.0, 22.0], [20.0, 22.0]]
    length = ->(list) { list.sum { |l| Drafting::Ink.length(l) } }
    gone = length[lines[[]]] - length[lines[[words]]]
    assert_in_delta 20 * 7,
                    gone *
                      Drafting::Hatching.new(
                        @drawing.standard,
                        [[[0.0, 0.0], [60.0, 0.0], [60.0, 40.0], [0.0, 40.0]]]
                      ).spacing,
                    20
    lines[[words]].each do |l|
      middle = l.points.transpose.map { |c| c.sum / 2 }
      refute middle[0].between?(20.2, 39.8) && middle[1].between?(15.2, 21.8), 'no line under the words'
    end
  end

  def test_sec_26_neighbours_are_lined_otherwise
    box = [[[0.0, 0.0], [60.0, 0.0], [60.0, 40.0], [0.0, 40.0]]]
    kinds =
      (0..5).map do |part|
        Drafting::Hatching
          .new(@drawing.standard, box, part: part)
          .then { |h| [h.spacing, h.ink[9].points.then { |p, q| Math.atan2(q[1] - p[1], q[0] - p[0]).abs.round(4) }] }
      end
    assert_equal kinds.uniq, kinds
  end

  def test_vw_04_letters_run_on_without_i_and_o
    assert_equal %w[A H J N P Z AA AB], [0, 7, 8, 12, 13, 23, 24, 25].map { |i| Views::Letters.at(i) }
    section([[-60, 0], [60, 0]])
    done(making.detail(plan.id, 'circle', [on_plan(25, 10), on_plan(37, 10)]))
    assert_equal %w[A-A B], @drawing.views.filter_map(&:label)
    done(ViewEdits.remove(@drawing, last.id))
    assert_equal 'B', Views::Letters.next(@drawing)
  end

  def test_a_label_is_moved_and_says_the_scale_that_is_the_views_own
    done(ViewEdits.restyle(@drawing, plan.id, scale: 5.0))
    before = label_of(plan).grep(Drafting::Ink::Text)[0]
    assert_equal '(5:1)', before.string
    done(shaping(plan).letter(4.0, -2.5))
    after = label_of(plan).grep(Drafting::Ink::Text)[0]
    assert_equal [4.0, -2.5], [after.x - before.x, after.y - before.y].map { |c| c.round(6) }
  end

  def test_styles_and_tangent_edges
    done(ViewEdits.restyle(@drawing, plan.id, style: 'visible', tangent: 'wide'))
    assert_empty items(plan).select { |i| i.layer == 'hidden' }
    done(ViewEdits.restyle(@drawing, plan.id, style: 'all'))
    assert @drawing.settled(plan).hidden_lines?
    assert_equal "style 'wild' is not known; use hidden, all, visible, shaded, tone",
                 ViewEdits.restyle(@drawing, plan.id, style: 'wild').reason
  end

  # --- a view's picture of a model ----------------------------------------------------------------------------------

  def test_which_way_a_part_is_seen_best
    long =
      Products::Source.new do
        recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 20, height: 90}, depth: 15}')
      end
    assert_equal 'left', Views::Orientations.new(long, Products::Subject.new('m', 1)).best, 'its long side level'
    assert_equal 'top', Views::Orientations.new(@source, Products::Subject.new('m', 1)).best
    assert_empty Views::Orientations.new(@source, Products::Subject.new('m', 1)).slanted
    d = Views::Orientations.new(@source, Products::Subject.new('m', 1)).sight('block/end.end')
    assert_equal [0.0, 0.0, -1.0], d.first(3).map { |c| c.round(9) + 0.0 }
  end
end

# Components of an assembly in a view. Lengths in mm.
class AssemblyViewsTest < CoreTest
  include Drawings
  BLOCK =
    "nockplane: recipe/1\nname: Block\nfeatures:\n  - {id: block, type: extrude, profile: {kind: rectangle, width: " \
    "60, height: 40}, depth: 10}\n"
  KNOB =
    "nockplane: recipe/1\nname: Knob\nfeatures:\n  - {id: knob, type: extrude, profile: {kind: circle, diameter: " \
    "12}, depth: 8}\n"
  UNIT = <<~F
    nockplane: assembly/1
    name: Unit
    components:
      - {id: block, model: block}
      - {id: knob, model: knob, on: 'block:block/end.end', at: [0, 0]}
    explode:
      - {components: [knob], direction: [0, 0, 1], distance: 30}
  F

  def setup
    texts = { 'block' => BLOCK, 'knob' => KNOB }
    @source = Products::Source.new(library: ->(name, _) { texts[name] }) { UNIT }
    @drawing = Template.all['a3-part-first-angle'].fill('m', 1, @source, title: 'Unit', number: 'QI-9-D')
  end

  def shaping = Views::Shaping.new(@drawing, @source, 'front')
  def front = @drawing.view('front')
  def height = ShownModel.of(@source, @drawing, front).linework.box.then { |_, y0, _, y1| y1 - y0 }
  def items = SceneBuilder.new(@drawing, 's1', @source).scene.groups.find { |g| g.owner == 'view/front' }.items

  def done(edit)
    refute_kind_of Refusal, edit, (edit.reason if edit.is_a?(Refusal))
    @drawing = @drawing.apply(edit)
  end

  def test_a_component_is_left_out_and_comes_back
    assert_in_delta 18, height, 1e-6
    done(shaping.part('knob', 'out'))
    assert_in_delta 10, height, 1e-6
    done(shaping.part('knob', nil))
    assert_in_delta 18, height, 1e-6
    assert_equal 'that component is not in the assembly shown', shaping.part('wheel', 'out').reason
  end

  def test_vw_13_a_component_is_drawn_thin
    wide = items.count { |i| i.respond_to?(:width) && i.width == @drawing.standard.wide }
    done(shaping.part('knob', 'thin'))
    thin = items.select { |i| i.respond_to?(:dash) && i.dash&.size == 6 }
    refute_empty thin, 'long dash, two dots'
    assert_operator items.count { |i| i.respond_to?(:width) && i.width == @drawing.standard.wide }, :<, wide
    assert_equal 'knob', Views::PartLook.of_face('knob[2]:knob/side.rim')
    assert_nil Views::PartLook.of_face('block/end.end')
  end

  def test_an_exploded_view_has_trail_lines_from_where_its_components_were
    done(shaping.state('exploded'))
    assert_in_delta 48, height, 1e-6
    trails = ShownModel.of(@source, @drawing, front).trails
    assert_equal 1, trails.size
    assert_in_delta 30, V.distance(*trails[0]), 1e-6
    done(shaping.state(nil))
    assert_empty ShownModel.of(@source, @drawing, front).trails
  end
end
