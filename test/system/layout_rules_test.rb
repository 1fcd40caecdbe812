# frozen_string_literal: true

require 'system_helper'

# A lead reads the layout rules of a drawing as sentences, adds one, sees what it would do, lets it, and takes it back.
class LayoutRulesSystemTest < SystemTest
  def front_left = evaluate_script(<<~JS)
    document.querySelector('#sheet svg.sheet > g[data-owner="view/front"]').getBBox().x
  JS

  def test_a_rule_is_added_tried_run_and_taken_back
    visit "/drawings/#{drawn.slug}"
    click_link 'Layout rules'
    assert_selector '.rule-list li', text: 'No words stand on lines or on other words.'
    select 'a view at distances from a corner', from: 'One more rule'
    click_button 'Add it'
    assert_selector '.rule-list li', text: 'Front view stands 40 mm from the left and 40 mm from the bottom'
    within(all('.rule-list > li').last) do
      find('summary').click
      fill_in 'From the side, mm', with: '55'
      fill_in 'From below or above, mm', with: 'high'
      click_button 'Keep the rule so'
    end
    assert_text '“high” is no length in mm (From below or above).'
    assert_field 'From the side, mm', with: '55'
    select 'upper left', from: 'Corner'
    fill_in 'From below or above, mm', with: '50'
    click_button 'Keep the rule so'
    assert_selector '.rule-list li', text: 'Front view stands 55 mm from the left and 50 mm from the top'

    before = front_left
    click_button 'See it first'
    assert_selector '#tidy-preview', text: 'Tidied: '
    assert_selector '#sheet svg.tidied .tidy-preview', visible: :all
    uncheck 'as it would be'
    assert_selector '#sheet svg.as-it-is', visible: :all
    assert_in_delta before, front_left, 1e-6
    click_button 'Tidy this sheet'
    assert_no_selector '#sheet .tidy-preview', visible: :all
    # (20 mm of filing margin, SHT-01.)
    eventually('the front view at its place') { (front_left - 75).abs < 0.6 }
    click_button 'Undo'
    eventually('the front view back') { (front_left - before).abs < 1e-6 }
  end

  def test_a_pinned_view_stays_and_the_docket_says_why
    visit "/drawings/#{drawn.slug}?select=view/front"
    check 'pinned', match: :first
    eventually('it is pinned') { drawn.reload.value.view('front').pinned }
    click_link 'Layout rules'
    select 'a view at distances from a corner', from: 'One more rule'
    click_button 'Add it'
    assert_selector '.rule-list li', text: 'Front view stands 40 mm'
    click_button 'Tidy this sheet'
    assert_selector '.line.unmet', text: 'Not met: Front view is pinned where it is.'
    click_link '‹ Docket'
    assert_selector '.line.unmet', text: 'Front view is pinned where it is'
  end
end
