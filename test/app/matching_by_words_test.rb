# frozen_string_literal: true

require 'app_helper'

# Words looked for in rows and texts, and which models a text names.
class MatchingByWordsTest < AppTest
  def numbers(words) = App::Matching.of(App::Records::Model.order(:number), words, :number, :name).pluck(:number)

  def test_every_word_has_to_be_in_one_of_the_columns
    lid
    App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Wide_lid').sub('QI-2130', 'QI-2200'))
    assert_equal %w[QI-2130 QI-2200], numbers('')
    assert_equal %w[QI-2130 QI-2200], numbers('LID qi')
    assert_equal %w[QI-2200], numbers(' wide   2200 ')
    assert_empty numbers('wide 2130')
    assert_equal [%w[QI-2200], []], [numbers('e_l'), numbers('%')], 'signs stand for themselves'
    assert_empty numbers("'; DROP TABLE models; --")
  end

  def test_the_same_of_texts
    assert App::Matching.all?('lid 21', 'QI-2130 Lid')
    refute App::Matching.all?('lid 22', 'QI-2130 Lid')
    assert App::Matching.all?('', 'anything')
    assert_equal App::Matching::MOST_WORDS, App::Matching.words('a ' * 50).size
  end

  UNIT = <<~TEXT
    nockplane: assembly/1
    name: Unit
    properties: {number: U-1}
    components:
      - {id: lid, model: QI-2130}
      - {id: cap, model: QI-2130, at: [0, 80]}
      - {id: old, model: QI-2130, revision: 1, at: [0, 160]}
      - {id: screw, model: "ISO 1", purchased: true}
    pins: {"QI-2130": 2}
  TEXT

  def test_what_an_assembly_names_with_the_revisions_it_stands_for
    uses = App::PartUses.of(UNIT)
    assert_equal [['QI-2130', 2, %w[lid cap]], ['QI-2130', 1, %w[old]], ['ISO 1', nil, %w[screw]]],
                 uses.map { |u| [u.name, u.revision, u.ids] }
    assert_equal [false, false, true], uses.map(&:purchased)
  end

  def test_what_is_no_assembly_or_cannot_be_read_names_nothing
    assert_empty App::PartUses.of(PART)
    assert_empty App::PartUses.of("nockplane: assembly/1\nname: [\n")
    lid
    assert_empty App::PartUses.assemblies
    App::Actions::AddModel.call(UNIT.lines.grep_v(/screw|pins/).join)
    assert_equal %w[U-1], App::Records::Model.where(id: App::PartUses.assemblies.keys).pluck(:number)
  end

  def test_the_latest_revision_of_each_model
    lid
    revise(lid, 'thick: 6', 'thick: 7')
    assert_equal [[lid.id, 2]], App::Records::Revision.newest.pluck(:model_id, :number)
    assert_empty App::Records::Revision.where(model_id: 0).newest
  end

  def test_only_drawings_with_something_to_catch_up_with_are_due
    other = App::Actions::AddModel.call(PART.sub('QI-2130', 'QI-2200'))
    calm = App::Actions::CreateDrawing.call(other, 'a3-part-first-angle')
    drawn
    assert_empty App::Standings.due(App::Records::Drawing.all)
    revise(lid, 'thick: 6', 'thick: 7')
    assert_equal [drawn.slug], App::Standings.due(App::Records::Drawing.all).map(&:slug)
    assert_empty App::Standings.due(App::Records::Drawing.where(id: calm.id))
    App::Records::Standing.where(drawing_id: calm.id).update_all(basis: 'old')
    assert_equal [drawn.slug, calm.slug].sort, App::Standings.due(App::Records::Drawing.all).map(&:slug).sort
  end
end
