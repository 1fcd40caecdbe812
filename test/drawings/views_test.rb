# frozen_string_literal: true

require 'view_helper'

# Every kind of view (standards.md 4.4, 4.5): what it shows, what it leaves on its parent, what it says when it can't.
# Lengths in mm.
class ViewsTest < ViewTest
  # --- contract -------------------------------------------------------------------------------------------------

  def test_every_kind_keeps_the_contract
    Views.all.each do |name, kind|
      assert_equal name, kind.name
      assert_kind_of String, kind.words
      assert_equal 2, kind.size.size
      assert_includes Berth::STYLES.keys, kind.style, name
      assert_includes %w[sheet fit], kind.scale_rule
      file = File.expand_path("../../lib/nockplane/drawings/views/#{name}.rb", __dir__)
      assert_path_exists file, 'one class, one file'
      next unless kind.own_type

      %i[moved lost?].each { |m| assert kind.own_type.method_defined?(m), "#{name} can follow a model" }
    end
    assert_raises(KeyError) { Views.of(View.new(kind: 'panorama')) }
  end

  def test_views_with_all_they_can_have_survive_the_way_through_json
    section([[-60, 0], [60, 0]], depth: 12.0)
    done(making.detail('front', 'circle', [on_front(25, 35), on_front(40, 35)]))
    done(shaping(plan).crop('rectangle', [on_plan(-45, -25), on_plan(45, 25)]))
    done(shaping(@drawing.view('front')).interrupt(on_front(-5, 20), on_front(10, 20)))
    again = Drawing.from_h(JSON.parse(JSON.generate(@drawing.to_h)))
    assert_equal @drawing, again
    assert_kind_of Views::CuttingLine, again.views.find { |v| v.kind == 'section' }.own
    assert Ractor.shareable?(again)
  end

  # --- pulled out -----------------------------------------------------------------------------------------------

  def test_prj_03_eight_neighbours_in_first_and_third_angle
    { true => 1, false => -1 }.each do |first, sign|
      @drawing =
        @drawing.apply(
          Edit.put('x', @drawing.meta.dup.tap { |m| m.standard = m.standard.merge('first_angle' => first) })
        )
      front = @drawing.base_frame(@drawing.view('front'))
      Folding::STEPS.merge(Folding::CORNERS).each do |direction, (x, y)|
        done(making.pull('front', direction))
        d = @drawing.frame(last).d
        wanted =
          V.unit(
            V.add(
              V.scale(front.d, x.zero? || y.zero? ? 0.0 : 1.0),
              V.add(V.scale(front.r, sign * x), V.scale(front.u, sign * y))
            )
          )
        assert_in_delta 1.0, V.dot(d, wanted), 1e-9, "#{direction}, #{first ? 'first' : 'third'} angle"
      end
    end
    assert_equal @drawing.views.map(&:name).uniq, @drawing.views.map(&:name), 'each has a name of its own'
  end

  def test_a_child_stays_in_line_and_takes_what_its_parent_has
    before = plan.x
    done(ViewEdits.move(@drawing, 'front', 12, 5))
    assert_in_delta before + 12, plan.x, 1e-9
    done(ViewEdits.restyle(@drawing, 'front', style: 'visible', scale: 0.5))
    assert_equal ['visible', 0.5], [@drawing.settled(plan).style, @drawing.scale(plan)]
    done(ViewEdits.restyle(@drawing, plan.id, style: 'hidden'))
    done(ViewEdits.restyle(@drawing, 'front', style: 'shaded'))
    assert_equal 'hidden', @drawing.settled(plan).style, 'its own stays'
    assert_equal 'front', @drawing.giver(plan.dup.tap { |v| v.style = nil }, :style).id
  end

  def test_released_views_move_alone_and_go_back
    done(shaping(plan).release)
    done(ViewEdits.move(@drawing, plan.id, 30, 0))
    x = plan.x
    done(ViewEdits.move(@drawing, 'front', 10, 0))
    assert_in_delta x, plan.x, 1e-9
    done(shaping(plan).restore)
    assert_in_delta @drawing.view('front').x, plan.x, 1e-9
    refused "#{plan.name} was not released", shaping(plan).restore
  end

  # --- sections -------------------------------------------------------------------------------------------------

  def test_sec_01_full_section_through_the_bore_that_the_line_comes_near
    view = section([[-60, 0.8], [60, -0.6]])
    assert_in_delta (100 * 40) - (20 * 40), shown(view).opened.area, 1e-6
    assert_equal 'A-A', view.label
    assert_equal 'visible', @drawing.settled(view).style, 'HID-02'
    assert_equal %w[A A], mark_of(view).grep(Drafting::Ink::Text).map(&:string)
    assert_in_delta plan.x, view.x, 1e-9, 'PRJ-01: in line with its parent'
  end

  def test_sec_03_stepped_section_through_both_bores
    view = section([[-60, 0], [5, 0], [5, 10], [60, 10]], 'stepped')
    assert_in_delta (100 * 40) - (20 * 40) - (16 * 25), shown(view).opened.area, 1e-6
    step =
      shown(view).linework.strokes.select { |s| s.shape == :line && s.points.all? { |p| (p[0].abs - 5).abs < 1e-6 } }
    assert_empty step, 'no line at the step'
  end

  def test_sec_02_half_section_leaves_the_other_half_whole
    view = section([[-60, 0], [-20, 0]], 'half')
    assert_in_delta (30 - 10) * 40, shown(view).opened.area, 1e-6
    middle =
      shown(view).linework.strokes.select do |s|
        s.visible && s.shape == :line && s.points.all? { |p| (p[0].abs - 20).abs < 1e-6 }
      end
    assert_empty middle, 'the centre line divides the halves, no edge'
  end

  def test_sec_04_two_planes_turned_into_one_show_true_radii
    view = section([[-60, 0], [-20, 0], [25, 10]], 'bend')
    reach = Math.hypot(45, 10)
    found = shown(view)
    centre = found.linework.strokes
    assert_operator centre.size, :>, 5
    hole = SceneBuilder.new(@drawing, 's1', @source).place(view)
    a, b = [[-20.0, 0.0, 40.0], [25.0, 10.0, 40.0]].map { |p| hole.point(p) }
    assert_in_delta reach * @drawing.scale(view), (b[0] - a[0]).abs, 1e-6, 'the distance of the axes is shown as it is'
    # Along the second plane the block reaches from the axis to its side x = 50.
    assert_in_delta ((30 - 10) * 40) + (((70 / (45 / reach)) - 10) * 40) - (16 * 25),
                    found.opened.area,
                    2.9,
                    'bores are cut between their chords'
  end

  def test_a_section_of_limited_depth_and_one_of_the_slice_alone
    deep = section([[-60, -10], [60, -10]], away: [0, 60])
    near = section([[-60, -10], [60, -10]], away: [0, 60], depth: 5.0)
    slice = section([[-60, -10], [60, -10]], away: [0, 60], slice: true)
    areas = [deep, near, slice].map { |v| shown(v).opened.area }
    areas.each { |a| assert_in_delta 4000, a, 1e-6, 'past both bores' }
    assert_in_delta 2 * (100 + 40), shown(slice).linework.lengths(true)[:total], 1e-6
    done(shaping(near).cut(depth: 9.0))
    assert_equal 9.0, @drawing.view(near.id).own.depth
  end

  def test_a_section_only_as_far_as_the_line_goes
    view = section([[-40, 0], [0, 0]], 'stretch')
    x0, _, x1, = shown(view).linework.box
    assert_in_delta 40, x1 - x0, 1e-6
    assert_in_delta 20 * 40, shown(view).areas.sum { |_, loops| loops.sum { |l| shoelace(l) } }, 1e-6
  end

  def shoelace(loop)
    loop.each_index.sum { |i| loop[i - 1].then { |a| ((a[0] * loop[i][1]) - (loop[i][0] * a[1])) / 2 } }
  end

  # --- details, auxiliary views, parts of views ------------------------------------------------------------------

  def test_vw_05_a_detail_is_larger_lettered_and_marked_on_its_parent
    done(making.detail(plan.id, 'circle', [on_plan(25, 10), on_plan(37, 10)]))
    view = last
    assert_equal 'A', view.label
    assert_operator @drawing.scale(view), :>=, 2 * @drawing.scale(plan)
    assert_in_delta 12, view.own.radius, 1e-6
    circle = mark_of(view).grep(Drafting::Ink::Arc)[0]
    assert_in_delta 12 * @drawing.scale(plan), circle.rx, 1e-6
    bore = shown(view).linework.strokes.select { |s| s.visible && s.arc? }
    assert_equal [8.0], bore.map { |s| s.rx.round(6) }.uniq
    refused 'there is nothing of the part inside it; draw it over the view',
            making.detail(plan.id, 'circle', [on_plan(90, 90), on_plan(95, 90)])
    crossed = [[0, 0], [20, 20], [20, 0], [0, 20]].map { |p| on_plan(*p) }
    refused 'the boundary crosses itself; draw it again', making.detail(plan.id, 'curve', crossed)
  end

  def test_vw_01_an_auxiliary_view_is_square_to_the_edge_picked
    done(making.auxiliary(plan.id, on_plan(50, 5), at: [plan.x + 90, plan.y]))
    view = last
    assert_in_delta 0, V.dot(@drawing.frame(view).d, [0.0, 1.0, 0.0]), 1e-9
    assert_in_delta 1,
                    V.dot(@drawing.frame(view).d, [1.0, 0.0, 0.0]),
                    1e-9,
                    'first angle: on the right stands what is seen from the left'
    assert_in_delta plan.y, view.y, 1e-9
    refused 'pick a straight edge of the view', making.auxiliary(plan.id, on_plan(0, -10))
    refused "the arrow of #{view.name} stands at the edge that it looks at", shaping(view).drag_mark(5, 0)
  end

  def test_sec_05_a_broken_out_part_goes_down_to_the_axis_within
    front = @drawing.view('front')
    region = [[-40, 5], [0, 5], [0, 38], [-40, 38]].map { |p| on_front(*p) }
    done(shaping(front).break_out('curve', region))
    part = @drawing.view('front').broken[0]
    assert_equal 'bore/wall', part.face
    assert_in_delta (40 * 33) - (20 * 33), shown(@drawing.view('front')).opened.area, 1e-6
    done(shaping(@drawing.view('front')).mend(0))
    assert_nil @drawing.view('front').broken
    refused 'the part is 60.0 mm deep there; give a depth of less', shaping(front).break_out('curve', region, 61.0)
  end

  def test_vw_08_an_interrupted_view_moves_together_and_keeps_its_sizes
    wide = outline('front')
    done(shaping(@drawing.view('front')).interrupt(on_front(-5, 20), on_front(12, 20)))
    scale = @drawing.scale(@drawing.view('front'))
    saved = wide - outline('front')
    assert_in_delta (17 * scale) - Views::Shaping::ROOM, saved, 1e-6
    assert_equal 2, items(@drawing.view('front')).grep(Drafting::Ink::Curve).size, 'two break lines'
    refused 'gaps of a view run one way and do not meet',
            shaping(@drawing.view('front')).interrupt(on_front(-8, 20), on_front(16, 21))
    done(shaping(@drawing.view('front')).join)
    assert_in_delta wide, outline('front'), 1e-9
  end

  def outline(id)
    SceneBuilder.new(@drawing, 's1', @source).place(@drawing.view(id)).outline.then { |x0, _, x1, _| x1 - x0 }
  end

  def test_vw_03_a_turned_view_says_so_and_leaves_the_line
    done(shaping(plan).turn(30))
    assert_includes label_of(plan).grep(Drafting::Ink::Text).map(&:string), '30°'
    assert plan.released
    w = 100 * Math.cos(Math::PI / 6) + (60 * Math.sin(Math::PI / 6))
    assert_in_delta w, shown(plan).linework.box.then { |x0, _, x1, _| x1 - x0 }, 1e-6
    done(shaping(plan).turn(0))
    assert_nil plan.turn
  end

  def test_a_parent_goes_with_its_children_or_leaves_them_as_views_of_their_own
    done(making.pull('front', 'up right'))
    corner = last
    cut = section([[-60, 0], [60, 0]])
    frame = @drawing.frame(plan)
    done(ViewEdits.remove_keeping(@drawing, 'front'))
    assert_equal [plan_now.id, corner.id, cut.id].sort, @drawing.views.map(&:id).sort
    assert_equal frame, @drawing.frame(plan_now), 'it shows what it did'
    assert_nil plan_now.parent
    done(ViewEdits.remove_keeping(@drawing, plan_now.id))
    assert_equal [corner.id], @drawing.views.map(&:id), 'a section goes with what it is cut through'
  end

  def plan_now = @drawing.views.find { |v| v.name == 'View from above' }

  def test_bindings_are_not_taken_away_while_used
    refused 'it is still used by Front view, View from above, the title block of sheet 1',
            ViewEdits.remove_binding(@drawing, 'b1')
    done(Edit.put('bound', Binding.new(id: 'b2', model: 'm', follow: true)))
    done(making.add('s1', 'b2', 1, orientation: 'left'))
    refused "it is still used by #{last.name}", ViewEdits.remove_binding(@drawing, 'b2')
    done(ViewEdits.remove(@drawing, last.id))
    done(ViewEdits.remove_binding(@drawing, 'b2'))
    assert_nil @drawing.binding('b2')
  end

  def test_names_are_unique_and_settings_go_back_to_the_parent
    refused "another view is called 'Front view'; names are used in links and lists, so each has its own",
            ViewEdits.rename(@drawing, plan.id, 'Front view')
    done(ViewEdits.rename(@drawing, plan.id, 'Plan'))
    done(ViewEdits.restyle(@drawing, plan.id, style: 'tone'))
    done(ViewEdits.as_parent(@drawing, plan.id, 'style'))
    assert_equal 'hidden', @drawing.settled(plan).style
    refused 'Plan has no style of its own', ViewEdits.as_parent(@drawing, plan.id, 'style')
  end
end
