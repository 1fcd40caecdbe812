# frozen_string_literal: true

require 'app_helper'

# With several people at a drawing undo takes back one's own edits, and nothing from under the others.
class OwnUndoTest < AppTest
  def setup
    super
    App::Records::PersonSession.delete_all
    App::Records::Person.delete_all
    App::People.found('Ada Thorne', 'quiet filters')
  end

  def teardown
    App::Records::Person.delete_all
    super
  end

  def noted(drawing, author, text)
    App::Acting.as(author) do
      App::Actions::EditDrawing.call(drawing, base: nil) do |value|
        Nockplane::Drawings::AnnotationEdits.add_note(value, value.sheets[0].id, text, 60, 60)
      end
    end
  end

  def notes(drawing) = drawing.reload.value.notes.map(&:text)

  def test_undo_takes_back_ones_own_first_and_others_only_when_said
    drawing = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle')
    noted(drawing, 'Ida Marsh', 'mine')
    noted(drawing, 'Bo Marsh', 'his')
    base = drawing.reload.version - 1 # what Ida saw before Bo's came
    App::Actions::TakeBack.undo(drawing, author: 'Ida Marsh', base: base)
    assert_equal ['his'], notes(drawing)
    asked = assert_raises(App::Refused) { App::Actions::TakeBack.undo(drawing, author: 'Ida Marsh') }
    assert_match(/nothing of your own there. The last is Bo Marsh's: “Note added”/, asked.message)
    assert_equal({ others: 'yes' }, asked.details[:ask][:choices][0][:body])
    App::Actions::TakeBack.undo(drawing, author: 'Ida Marsh', others: true)
    assert_empty notes(drawing)
    App::Actions::TakeBack.redo(drawing, author: 'Ida Marsh')
    assert_equal ['mine'], notes(drawing), 'her own again'
  end

  def test_what_others_built_on_is_not_taken_back_beneath_them
    drawing = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle')
    noted(drawing, 'Ida Marsh', 'mine')
    id = drawing.reload.value.notes[0].id
    App::Acting.as('Bo Marsh') do
      App::Actions::EditDrawing.call(drawing, base: nil) do |v|
        Nockplane::Drawings::AnnotationEdits.change_note(v, id, text: 'ours')
      end
    end
    refused = assert_raises(App::Refused) { App::Actions::TakeBack.undo(drawing, author: 'Ida Marsh') }
    assert_equal 'Bo Marsh changed the same thing since: “Note changed”. Have that taken back first.', refused.message
    assert_equal ['ours'], notes(drawing)
  end

  def test_an_edit_of_somebody_else_leaves_what_can_be_made_again
    drawing = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle')
    noted(drawing, 'Ida Marsh', 'mine')
    App::Actions::TakeBack.undo(drawing, author: 'Ida Marsh')
    noted(drawing, 'Bo Marsh', 'his') # (takes the id that was free again: the same thing)
    assert_equal %w[dropped done], drawing.journal.order(:id).pluck(:state)
  end
end
