# frozen_string_literal: true

require 'view_helper'

# Dimensions measured by hand between places picked on a view: what is met, what it measures, and what becomes of it
# when the model changes. Lengths in mm. The part is view_helper's block 100 x 60 x 40 with a bore and a blind hole.
class MeasuringTest < ViewTest
  A = Nockplane::Drawings::Annotations

  def measuring(drawing = @drawing, source = @source) = Nockplane::Linking::Measuring.new(drawing, source)
  def snaps(id = 'front') = measuring.snaps(@drawing.view(id))
  def scale = @drawing.scale(@drawing.view('front'))

  # Paper point of what is called so, the most to the left (or right), lowest (or highest).
  def place(words, x: :min, y: :min, view: 'front')
    points = snaps(view).points.select { |p| p.words == words }
    left = points.map(&:x).public_send(x)
    at = points.select { |p| (p.x - left).abs < 1e-6 }
    at.public_send(:"#{y}_by", &:y).then { |p| [p.x, p.y] }
  end

  def measured(form, *picks, at: [150.0, 260.0], view: 'front')
    done(measuring.measure(view, form, picks, at, anyway: true))
    @drawing.dimensions.last
  end

  def value(dimension) = dimension.snapshot.value

  # --- what is met ------------------------------------------------------------------------------------------------

  def test_ends_middles_centres_and_quadrants_are_offered_where_they_are
    x, y = place('end')
    assert_equal [4, 4], %w[end middle].map { |w| snaps.points.count { |p| p.words == w } }
    right = place('end', x: :max)
    assert_in_delta 100 * scale, right[0] - x, 1e-6
    middle = snaps.points.select { |p| p.words == 'middle' }.min_by(&:y)
    assert_in_delta x + (50 * scale), middle.x, 1e-6
    assert_in_delta y, middle.y, 1e-6
    round = measuring.snaps(plan).points
    assert_equal 4 * round.count { |p| p.words == 'centre' }, round.count { |p| p.words == 'quadrant' }
    centre = round.select { |p| p.words == 'centre' }
    assert_in_delta 45 * @drawing.scale(plan), centre.map(&:x).minmax.then { |a, b| b - a }, 1e-6
  end

  def test_what_is_near_is_met_points_before_lines_and_nothing_far_off
    x, y = place('end')
    assert_equal 'end', snaps.at(x + 1, y - 1).words
    edge = snaps.at(x + (15 * scale), y + 1)
    assert_equal 'edge', edge.words
    assert_in_delta 0.15, [edge.spot.share, 1 - edge.spot.share].min, 0.01
    assert_nil snaps.at(x - 20, y - 20)
    assert_equal 'axis', snaps.at(*mid_axis).words
  end

  def mid_axis
    line = snaps.lines.find { |l| l.words == 'axis' && l.spot.faces == ['bore/wall'] }
    [line.from, line.to].transpose.map { |c| c.sum / 2 }.then { |x, y| [x, y + (7 * scale)] }
  end

  def test_only_straight_edges_are_lines_and_only_what_the_view_shows
    pairs = measuring.snaps(plan).lines.map { |l| l.spot.faces }
    refute(pairs.any? { |faces| faces.size == 2 && faces.grep(/wall/).any? }, 'rims of holes are no straight edges')
    assert_empty(snaps.points.select { |p| p.spot.faces.include?('bore/wall') && p.words == 'end' })
  end

  # --- measuring --------------------------------------------------------------------------------------------------

  def test_level_upright_and_along
    low, high = place('end'), place('end', x: :max, y: :max)
    assert_in_delta 100, value(measured('level', low, high)), 1e-6
    assert_in_delta 40, value(measured('upright', low, high)), 1e-6
    assert_in_delta Math.hypot(100, 40), value(measured('along', low, high)), 1e-6
    assert_equal 3, @drawing.dimensions.size
  end

  def test_an_edge_counts_by_its_line_whatever_point_was_picked
    axis = mid_axis
    edge = place('end').then { |x, y| [x, y + (11 * scale)] }
    assert_equal 'edge', snaps.at(*edge).words
    assert_in_delta 30, value(measured('level', edge, axis)), 1e-6
  end

  def test_an_angle_of_two_edges
    sides = [place('end').then { |x, y| [x, y + (11 * scale)] }, place('end').then { |x, y| [x + (30 * scale), y] }]
    angle = measured('angle', *sides)
    assert_in_delta 90, value(angle), 1e-9
    assert_instance_of A::Arc, angle.place
    parallel = [sides[0], place('end', x: :max).then { |x, y| [x, y + (11 * scale)] }]
    refused 'pick two straight edges that are not parallel', measuring.measure('front', 'angle', parallel, [0, 0])
  end

  def test_words_stand_where_they_were_put_and_have_no_tolerance
    dimension = measured('level', place('end'), place('end', x: :max), at: [120.0, 262.0])
    text = SceneBuilder.new(@drawing, 's1', @source).dimension_ink(dimension).ink.grep(Drafting::Ink::Text)
    assert_equal ['100'], text.map(&:string)
    x0, _, x1, = Drafting::Ink.box(text[0])
    assert_in_delta 120.0, (x0 + x1) / 2, 1e-2
    assert_in_delta 262.0, text[0].y, 2.5
    assert_nil dimension.snapshot.tolerance
    assert dimension.snapshot.measured && dimension.pinned
  end

  def test_a_size_that_the_model_has_is_offered_instead
    said = measuring.measure('front', 'level', [place('end'), place('end', x: :max)], [150.0, 260.0])
    assert_equal ['100', 'block.profile.width'], [said.words, said.offer.dimension.id]
    done(Nockplane::Linking::Adoption.new(@drawing, @source).adopt(@drawing.view('front'), [said.offer.dimension.id]))
    again = measuring.measure('front', 'level', [place('end'), place('end', x: :max)], [150.0, 260.0])
    assert_equal [nil, 'block.profile.width'], [again.offer, again.standing.dimension]
  end

  def test_bad_picks_are_told_and_change_nothing
    refused 'the second pick met nothing; pick a point or an edge',
            measuring.measure('front', 'level', [place('end'), [5.0, 5.0]], [0, 0])
    refused 'there is no distance that way between them',
            measuring.measure('front', 'level', [place('end'), place('end', y: :max)], [0, 0])
    refused 'measure level, upright, along, square, angle, corner',
            measuring.measure('front', 'x', [[1, 1], [2, 2]], [0, 0])
    refused 'pick two places of the view to measure between', measuring.measure('front', 'level', [[1, 1]], [0, 0])
    refused 'there is no view zz any more', measuring.measure('zz', 'level', [[1, 1], [2, 2]], [0, 0])
  end

  def test_diameters_by_picking_the_circle_its_centre_or_its_outline
    centre = holes.first
    assert_equal 'bore.diameter', measuring.round(plan.id, centre, [0, 0]).offer.dimension.id, "the model's own"
    done(measuring.round(plan.id, centre, [centre[0] + 30, centre[1] + 30], anyway: true))
    bore = @drawing.dimensions.last
    assert_equal [20.0, 'diameter'], [value(bore), bore.snapshot.kind]
    assert_instance_of A::Leader, bore.place
    assert_in_delta 45, bore.place.angle, 1e-6
    outline = snaps.lines.find { |l| l.words == 'outline' && l.spot.faces == ['blind/wall'] }
    at = [outline.from, outline.to].transpose.map { |c| c.sum / 2 }
    done(measuring.round('front', at, [at[0], at[1] + 60], anyway: true))
    assert_in_delta 16, value(@drawing.dimensions.last), 1e-9
    assert_instance_of A::Row, @drawing.dimensions.last.place
    refused 'nothing round and no chamfer is there; pick a circle, its centre, the outline of a cylinder or an ' \
            'edge of a chamfer',
            measuring.round('front', place('end'), [0, 0])
    assert_equal 'measured.size.bore/wall', measuring.round(plan.id, centre, [0, 0]).standing.dimension
  end

  def test_nothing_is_measured_where_lengths_are_not_true
    done(making.pull('front', 'up right'))
    [measuring.measure(last.id, 'level', [[1, 1], [2, 2]], [0, 0]), measuring.round(last.id, [1, 1], [0, 0])]
      .each { |r| assert_match(/is a pictorial view; lengths are not true in it/, r.reason) }
    exploded = @drawing.apply(Edit.put('x', @drawing.view('front').dup.tap { |v| v.state = 'exploded' }))
    refused = measuring(exploded).series('front', 'level', 'chain', [[1, 1], [2, 2]], [0, 0])
    assert_match(/is exploded/, refused.reason)
  end

  def test_only_what_a_section_or_a_cropped_view_shows_is_offered
    cut = section([[-60, 0], [60, 0]])
    lines = measuring.snaps(cut).lines.select { |l| l.words == 'outline' }.map { |l| l.spot.faces[0] }
    assert_includes lines, 'bore/wall', 'the bore as it is cut'
    done(shaping(plan).crop('circle', [on_plan(25, 10), on_plan(37, 10)]))
    names = measuring.snaps(plan).points.map { |p| p.spot.faces }.flatten.uniq
    assert_empty names.grep(/side/), 'the corners of the block lie outside'
    assert_includes names, 'blind/wall'
  end

  # --- several in one go ------------------------------------------------------------------------------------------

  def holes = measuring.snaps(plan).points.select { |p| p.words == 'centre' }.sort_by(&:x).map { |p| [p.x, p.y] }

  def corner
    ends = measuring.snaps(plan).points.select { |p| p.words == 'end' }
    ends.min_by { |p| p.x + p.y }.then { |p| [p.x, p.y] }
  end

  def series(manner) = done(measuring.series(plan.id, 'level', manner, [corner, *holes], [150.0, 40.0])).dimensions

  def test_a_chain_stands_in_one_row
    found = series('chain')
    assert_equal [30.0, 45.0], found.map { |d| value(d).round(6) }
    assert_equal 1, found.map(&:place).uniq.size
  end

  def test_from_a_common_origin_each_has_a_row_of_its_own_the_shortest_nearest
    found = series('common')
    assert_equal [30.0, 75.0], found.map { |d| value(d).round(6) }
    assert_in_delta @drawing.standard.row, found[1].place.gap - found[0].place.gap, 1e-9
  end

  def test_dim_42_running_from_an_origin_marked_0
    found = series('running')
    assert_equal [30.0, 75.0], found.map { |d| value(d).round(6) }
    builder = SceneBuilder.new(@drawing, 's1', @source)
    ink = found.map { |d| builder.dimension_ink(d).ink }
    assert_equal [%w[0 30], ['75']], ink.map { |i| i.grep(Drafting::Ink::Text).map(&:string).sort }
    assert_equal [1, 0], ink.map { |i| i.grep(Drafting::Ink::Arc).size }, 'one circle at the origin'
    levels = ink.map { |i| i.grep(Drafting::Ink::Line).map(&:points).find { |a, b| a[1] == b[1] }[0][1] }
    assert_in_delta levels[0], levels[1], 1e-9, 'all on one line'
    text = ink[1].grep(Drafting::Ink::Text)[0]
    assert_in_delta 90, text.angle.abs, 1e-9, 'in line with the extension line'
  end

  def test_dragging_one_that_runs_moves_its_line
    dimension = series('running').last
    place = SceneBuilder.new(@drawing, 's1', @source).dimension_ink(dimension).dragged(3.0, -5.0)
    assert_in_delta 5.0, (place.gap - dimension.place.gap).abs, 1e-3
  end

  # --- change -----------------------------------------------------------------------------------------------------

  # The dimension in another text of the part: what becomes of it, and its value there.
  def later(dimension, text)
    model = Products::Source.new { text }.model(Products::Subject.new('m', 1))
    Nockplane::Linking::Anchors.resolve(dimension, model).then { |r| [r.status, r.found&.value&.round(6)] }
  end

  def test_it_follows_sizes_and_places_and_is_adrift_when_its_place_is_gone
    wide = measured('level', place('end'), place('end', x: :max))
    bore = measured('level', place('end').then { |x, y| [x, y + (11 * scale)] }, mid_axis)
    assert_equal [:kept, 100.0], later(wide, part)
    assert_equal [:kept, 120.0], later(wide, part.sub('width: 100', 'width: 120'))
    moved = part.sub('x: -20', 'x: -10')
    refute_equal part, moved
    assert_equal [:kept, 40.0], later(bore, moved)
    gone = part.lines.reject { |l| l.include?('id: bore') }.join
    assert_equal [:adrift, nil], later(bore, gone)
    assert_equal [:kept, 100.0], later(wide, gone)
  end

  def part = @source.text(Products::Subject.new('m', 1))

  # --- notes that point at something ------------------------------------------------------------------------------

  def pointed(*places)
    done(AnnotationEdits.add_note(@drawing, 's1', 'Deburr', 60.0, 260.0))
    places.each do |x, y|
      builder = SceneBuilder.new(@drawing, 's1', @source)
      done(AnnotationEdits.point(@drawing, 'n1', builder.pointing.tip(x, y)))
    end
    @drawing.notes.last
  end

  def ink_of_note(drawing = @drawing, source = @source)
    SceneBuilder.new(drawing, 's1', source).scene.groups.find { |g| g.owner == 'note/n1' }.items
  end

  def arrows(ink) = ink.grep(Drafting::Ink::Fill).map { |f| f.points[0].map { |c| c.round(4) } }

  def test_a_note_points_at_one_or_several_places_with_arrows_on_them
    corner_now = place('end')
    note = pointed([corner_now[0] + 1, corner_now[1] - 1], mid_axis)
    assert_equal %w[corner axis], note.leaders.map { |t| t.spot[0] }
    assert_includes arrows(ink_of_note), corner_now.map { |c| c.round(4) }, 'just on the corner'
    assert_equal 2, arrows(ink_of_note).size
    done(AnnotationEdits.unpoint(@drawing, 'n1', 0))
    assert_equal 1, arrows(ink_of_note).size
    refused 'that leader is no longer there', AnnotationEdits.unpoint(@drawing, 'n1', 5)
    refused 'nothing is there to point at; pick a point or an edge of a view',
            AnnotationEdits.point(@drawing, 'n1', nil)
    assert_equal @drawing, Drawing.from_h(JSON.parse(JSON.generate(@drawing.to_h)))
  end

  def test_a_leader_follows_its_place_and_is_kept_and_listed_when_that_is_gone
    pointed(mid_axis)
    before = arrows(ink_of_note)[0]
    moved = Products::Source.new { part.sub('x: -20', 'x: -10') }
    after = arrows(ink_of_note(@drawing, moved))[0]
    assert_in_delta 10 * scale, after[0] - before[0], 1e-3
    gone = Products::Source.new { part.lines.reject { |l| l.include?('id: bore') }.join }
    assert_equal before, arrows(ink_of_note(@drawing, gone))[0], 'where it was'
    assert(ink_of_note(@drawing, gone).all? { |i| i.tone == Drafting::Ink::OCHRE })
    docket = Linking::Docketing.of(@drawing, gone, ->(_) { 1 })
    assert_equal [['n1', 'a leader lost the place it points at']], docket.loose.map { |l| [l.note.id, l.words] }
    assert_equal 'adrift', docket.states['note/n1']
    assert_equal docket.loose, Linking::Docket.from_h(JSON.parse(JSON.generate(docket.to_h))).loose
    assert_empty Linking::Docketing.of(@drawing, @source, ->(_) { 1 }).loose
  end

  def test_a_leader_to_a_view_that_was_deleted_stays_and_says_so
    note = pointed(corner)
    assert_equal plan.id, note.leaders[0].view
    done(ViewEdits.remove(@drawing, plan.id))
    assert_equal 1, arrows(ink_of_note).size
    assert_equal 1, Linking::Docketing.of(@drawing, @source, ->(_) { 1 }).loose.size
  end
end
