# frozen_string_literal: true

require 'app_helper'

# Note areas of saved views: what is kept of them, notes of the shelf filled in, parts lists.
class NoteAreasTest < AppTest
  def model(record) = App::Workshop.source.model(Nockplane::Products::Subject.new(record.id, record.latest.number))

  def test_what_is_no_area_is_left_out
    odd = ['x', {}, { 'corner' => 'upper left', 'kind' => 'picture' }, { 'corner' => 'upper left', 'kind' => 'note' }]
    assert_nil App::NoteAreas.read(odd)
    assert_nil App::NoteAreas.read(nil)
    long = [{ 'corner' => 'lower left', 'kind' => 'note', 'words' => 'a' * 5000 }]
    assert_equal App::NoteAreas::WORDS, App::NoteAreas.read(long)[0]['words'].length
  end

  def test_notes_of_the_shelf_say_what_the_model_says
    App::Records::ShelfNote.delete_all
    App::Records::ShelfNote.create!(text: 'Material {material}, of {name}{weather}')
    assert_equal ['Material EN AW-6061, of Lid'], App::NoteAreas.shelf(model(lid))
  ensure
    App::Records::ShelfNote.delete_all
    App::Records::ShelfNote.ship
  end

  def test_the_parts_of_an_assembly_by_the_fields_that_can_be_chosen
    assert_nil App::NoteAreas.parts(model(lid))
    components = "  - {id: a, model: QI-2130}\n  - {id: b, model: QI-2130, offset: 20}\n"
    unit = App::Actions::AddModel.call("nockplane: assembly/1\nname: Two\ncomponents:\n#{components}")
    parts = App::NoteAreas.parts(model(unit))
    assert_equal [%w[1 2 Lid QI-2130]], parts[:rows].map { |r| r.values_at(*App::NoteAreas::USUAL) }
    assert_equal App::NoteAreas::FIELDS.keys, parts[:rows][0].keys & App::NoteAreas::FIELDS.keys
  end

  def test_notes_of_a_view_are_joined_for_its_sheet
    areas = [{ 'kind' => 'note', 'words' => 'one' }, { 'kind' => 'parts' }, { 'kind' => 'note', 'words' => 'two' }]
    assert_equal "one\ntwo", App::NoteAreas.words(areas)
    assert_nil App::NoteAreas.words([{ 'kind' => 'parts' }])
  end
end
