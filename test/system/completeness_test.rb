# frozen_string_literal: true

require 'system_helper'

# A drafter sees what a drawing leaves unsaid, ticks it on the sheet, adds it and takes it back.
class CompletenessSystemTest < SystemTest
  def test_what_is_missing_is_seen_on_the_sheet_ticked_there_and_added
    drawn
    visit "/drawings/#{drawn.slug}"
    click_link 'All said, and once?'
    assert_selector '#column h2', text: 'Is everything said, and once?'
    assert_selector '#column h3', text: 'Missing: 1'
    # It is drawn where it would stand, and the edges of the hole are marked.
    assert_selector '#sheet .candidates [data-owner^="candidate/"]', visible: :all
    assert_selector '#sheet .candidates [data-owner^="bare/"]', visible: :all
    refute find('#column input[name=dimension]').checked?
    find('#sheet .candidates [data-owner^="candidate/"] text', visible: :all).click
    assert find('#column input[name=dimension]').checked?
    click_button 'Add the ticked ones'
    assert_selector '.all-said', text: 'Nothing is missing and nothing is said twice.'
    assert_no_selector '#sheet .candidates', visible: :all
    assert_includes sheet_words, '70'
    click_button 'Undo'
    assert_selector '#column h3', text: 'Missing: 1'
  end
end
