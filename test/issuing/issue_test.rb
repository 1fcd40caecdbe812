# frozen_string_literal: true

require 'test_helper'
require 'view_helper'

# What issuing does to a drawing, what begins the next revision, what two issues differ in.
class IssueTest < ViewTest
  I = Nockplane::Issuing::Issue

  def edit(drawing = @drawing, **given)
    I.edit(drawing, **{ date: '2026-11-20', by: 'Ada Thorne', reason: 'first issue' }.merge(given))
  end

  def issued = @drawing.apply(edit)
  def note(drawing) = Drawings::AnnotationEdits.add_note(drawing, 's1', 'Deburr', 60, 60)

  def test_the_line_date_and_approval
    after = issued
    assert I.issued?(after)
    refute I.issued?(@drawing)
    line = after.meta.history.last
    assert_equal [after.meta.revision, 'first issue', '2026-11-20', 'Ada Thorne'],
                 line.values_at('index', 'description', 'date', 'by')
    assert_equal %w[2026-11-20 Ada\ Thorne], after.meta.fields.values_at('date', 'approved')
    assert_equal @drawing.cells, after.apply(edit.inverse(@drawing)).cells
  end

  def test_what_a_person_gave_stays
    meta = @drawing.meta.dup.tap { |m| m.fields = { 'approved' => 'B. Moss' } }
    given = @drawing.with([meta])
    assert_equal 'B. Moss', given.apply(edit(given)).meta.fields['approved']
  end

  def test_what_cannot_be_issued
    assert_equal "#{issued.meta.number} is issued as #{issued.meta.revision} and was not changed since.",
                 edit(issued).reason
    assert_equal 'Say what this issue is for.', edit(reason: ' ').reason
    assert_match(/at most 200 letters/, edit(reason: 'x' * 201).reason)
  end

  def test_the_first_edit_begins_the_next_revision_and_others_do_not
    after = issued
    opened = after.apply(I.reopened(after, note(after)))
    assert_equal [I::IN_WORK, Nockplane::Issuing::RevisionLetter.after(after.meta.revision)],
                 [opened.meta.state, opened.meta.revision]
    assert_equal 1, opened.notes.size - after.notes.size
    again = note(opened)
    assert_same again, I.reopened(opened, again)
    assert_equal 1, opened.meta.history.size, 'the line comes when it is issued'
    second = opened.apply(edit(opened, reason: 'deburred'))
    assert_equal %w[first\ issue deburred], second.meta.history.map { |l| l['description'] }
  end

  # An edit of the title data itself begins it, too, and keeps what it says.
  def test_an_edit_of_the_title_begins_it_with_its_own_words
    after = issued
    retitled = Drawings::Edit.put('Title changed', after.meta.dup.tap { |m| m.title = 'Another' })
    opened = after.apply(I.reopened(after, retitled))
    assert_equal ['Another', I::IN_WORK], [opened.meta.title, opened.meta.state]
  end

  def test_two_issues_compared
    after = issued
    opened = after.apply(I.reopened(after, note(after)))
    second = opened.apply(edit(opened, reason: 'deburred', date: '2026-11-25', by: 'B. Moss'))
    changes = Nockplane::Issuing::Comparison.new(after, second).changes
    assert_equal [['note', nil, 'Deburr']], changes.map { |c| [c.what, c.before, c.after] }
    back = Nockplane::Issuing::Comparison.new(second, after).changes
    assert_equal [['note', 'Deburr', nil]], back.map { |c| [c.what, c.before, c.after] }
    assert_empty Nockplane::Issuing::Comparison.new(after, after).changes
  end

  def test_the_check_tells_every_part_of_a_docket
    assert_equal Linking::Docket::PARTS.sort, Nockplane::Issuing::Check::SAYINGS.keys.sort
    clean = Nockplane::Issuing::Check.new(Linking::Docket.new)
    assert_predicate clean, :clean?
    d = Linking::Docket
    place = d::Place.new('front', 'Front view')
    docket =
      d.new(
        behind: [d::Behind.new(place, 1, 2, true, [], [], [])],
        loose: [d::Loose.new(d::Place.new('n1', 'Balloon 3'), 'it refers to a part that is gone')],
        empty: [d::Empty.new(d::Place.new('flat', 'Flat pattern'), 'no sheet')],
        masses: [d::Mass.new('1 kg', '2 kg')],
        unlisted: [d::Unlisted.new('t1', 'item 4 has no balloon')],
        faults: [d::Fault.new('b1', 3, 'too deep')]
      )
    found = Nockplane::Issuing::Check.new(docket).findings
    assert_equal [
      ['behind', 'Front view is behind its model (1 → 2)', 'view/front'],
      ['adrift', 'Balloon 3: it refers to a part that is gone', 'note/n1'],
      ['empty', 'Flat pattern is empty: no sheet', 'berth/flat'],
      ['mass', 'The mass shown is 1 kg, the one worked out 2 kg', nil],
      ['model', "Revision 3 of its model can't be built: too deep", nil],
      ['parts list', 'Item 4 has no balloon', 'table/t1']
    ],
                 found.map(&:to_a)
  end
end
