# frozen_string_literal: true

require 'app_helper'

# The short text by which an open page notices that something it shows has changed.
class PulseTest < AppTest
  # (One test publishes a shipped template anew.)
  def teardown = restore_templates
  def stored = App::Pulse.at(drawn.slug)[1]
  def shown = App::Presenters::DrawingPage.new(App::Records::Drawing.at(drawn.slug), nil, nil).pulse

  # What a page says of itself is what is asked for later, until something is another.
  def assert_noticed(what)
    before = stored
    assert_equal before, shown, "before #{what}"
    yield
    refute_equal before, stored, what
    assert_equal stored, shown, "after #{what}"
  end

  def test_a_page_notices_what_it_shows
    drawn
    assert_noticed('an edit') { post_json("/drawings/#{drawn.slug}/edits", do: 'note', text: 'Deburr', x: 40, y: 40) }
    assert_noticed('a revision of its model') { revise(lid, 'thick: 6', 'thick: 8') }
    assert_noticed('a revision of its template') do
      App::Records::Template.at(drawn.template_slug).publish('Wider margin', 'Ada')
    end
    assert_noticed('a comment') { App::Actions::CommentOn.call(drawn, 'Why?', author: 'Ada') }
  end

  # A page that shows an earlier state than is stored by now must not take that for its own.
  def test_a_page_that_shows_an_earlier_state_notices
    drawn
    page = App::Presenters::DrawingPage.new(App::Records::Drawing.at(drawn.slug), nil, nil)
    post_json("/drawings/#{drawn.slug}/edits", do: 'note', text: 'Deburr', x: 40, y: 40)
    refute_equal page.pulse, stored
  end

  def test_a_drawing_that_is_not_there_is_told
    assert_raises(App::Refused) { App::Pulse.at('none') }
    get '/drawings/none/pulse'
    assert_equal 404, last_response.status
  end
end
