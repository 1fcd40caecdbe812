# frozen_string_literal: true

require 'app_helper'

# The shelf of notes: kept, taken off, as a file and back, and what is refused.
class ShelfNotesTest < AppTest
  def post_form(path, **values)
    get '/'
    token = CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
    post path, values.merge(authenticity_token: token)
  end

  def shelf = App::Records::ShelfNote.order(:id).pluck(:text)

  def test_a_note_is_kept_once_and_taken_off
    post_form('/shelf/notes', text: 'Glue with care', shape: '', home: 'drawings', of: drawn.slug)
    post_form('/shelf/notes', text: 'Glue with care ', shape: '', home: 'drawings', of: drawn.slug)
    assert_equal 1, shelf.count('Glue with care')
    get "/drawings/#{drawn.slug}?select=house/notes"
    assert_includes last_response.body, 'Glue with care'
    id = App::Records::ShelfNote.find_by(text: 'Glue with care').id
    post_form("/shelf/notes/#{id}/remove", home: 'drawings', of: drawn.slug)
    refute_includes shelf, 'Glue with care'
  end

  def test_the_shelf_goes_into_a_file_and_back
    App::Actions::KeepShelfNote.call('A', 'triangle')
    get '/shelf/notes.json'
    file = last_response.body
    before = shelf
    App::Records::ShelfNote.destroy_all
    assert_equal before.size, App::Actions::KeepShelfNote.from_file(file)
    assert_equal before, shelf
    assert_equal 'triangle', App::Records::ShelfNote.last.shape
  end

  def test_bad_files_and_notes_are_refused_and_nothing_is_kept
    before = shelf
    {
      '{' => /no JSON/,
      '[]' => /holds no notes/,
      '{"nockplane": "notes/1", "notes": [{"text": "ok"}, {"text": ""}]}' => /needs words/,
      '{"nockplane": "notes/1", "notes": [{"text": "ok"}, {"text": "long words", "shape": "circle"}]}' => /at most 4/,
      "{\"nockplane\": \"notes/1\", \"notes\": [{\"text\": \"#{'x' * 2001}\"}]}" => /at most 2000/
    }.each do |file, words|
      assert_match words, assert_raises(App::Refused) { App::Actions::KeepShelfNote.from_file(file) }.message
      assert_equal before, shelf
    end
  end
end
