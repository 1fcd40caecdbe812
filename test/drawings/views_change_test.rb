# frozen_string_literal: true

require 'view_helper'

# Views whose model changes: lines and boundaries follow what they are tied to; what can't be shown is said. Lengths in
# mm.
class ViewsChangeTest < ViewTest
  def test_lines_and_boundaries_follow_what_they_are_tied_to
    view = section([[-20, -40], [-20, 40]], away: [60, 0])
    done(making.detail(plan.id, 'circle', [on_plan(-20, 0), on_plan(-5, 0)]))
    detail = last
    @later = BLOCK.sub('{x: -20}', '{x: -30}')
    later = staleness(@drawing, @source, 2)
    refute_includes later.behind.map { |b| b.view.id },
                    view.id,
                    'the bore moved, and the line with it: it looks the same'
    done(later.update)
    assert_in_delta(-30, @drawing.view(view.id).own.line[0].x, 1e-6)
    assert_in_delta(-30, @drawing.view(detail.id).own.at.x, 1e-6)
    assert_in_delta (60 - 20) * 40, shown(@drawing.view(view.id)).opened.area, 1e-6
    assert_empty staleness(@drawing, @source, 2).lost
  end

  def test_a_line_whose_bore_is_gone_stays_and_says_so
    view = section([[-20, -40], [-20, 40]], away: [60, 0])
    @later = BLOCK.lines.reject { |l| l.include?('id: bore') }.join
    done(staleness(@drawing, @source, 2).update)
    assert_in_delta(-20, @drawing.view(view.id).own.line[0].x, 1e-6, 'it stays where it was')
    lost = staleness(@drawing, @source, 2).lost
    assert_equal [[view.id, 'its cutting line lost the face that it was tied to']],
                 lost.map { |v, words| [v.id, words] }
    docket = Linking::Docketing.of(@drawing, @source, ->(_) { 2 })
    assert_equal 1, docket.lost.size
    assert_equal docket.to_h, Linking::Docket.from_h(JSON.parse(JSON.generate(docket.to_h))).to_h
  end

  def test_a_line_that_misses_the_later_part_says_so_on_the_view
    view = section([[45, -40], [45, 40]], away: [60, 0])
    @later = BLOCK.sub('width: 100', 'width: 80')
    done(staleness(@drawing, @source, 2).update)
    words = items(@drawing.view(view.id)).grep(Drafting::Ink::Text).map(&:string)
    assert_includes words, 'NOT SHOWN: nothing of the part is cut there; draw it over the part, or go deeper'
    assert_equal 1, staleness(@drawing, @source, 2).lost.size
  end

  def test_lines_that_miss_the_part_or_have_no_sense_are_refused
    refused 'nothing of the part is cut there; draw it over the part, or go deeper',
            making.section(plan.id, [on_plan(80, -40), on_plan(80, 40)], 'full')
    refused 'two points of the cutting line lie on each other',
            making.section(plan.id, [on_plan(0, 0), on_plan(0, 0)], 'full')
    refused 'draw a stepped section with four points at least',
            making.section(plan.id, [on_plan(0, 0), on_plan(9, 0)], 'stepped')
    refused 'that view is no longer in the drawing', making.pull('gone', 'up')
    refused 'the depth is more than 0 mm',
            making.section(plan.id, [on_plan(0, -40), on_plan(0, 40)], 'full', depth: -3.0)
  end
end
