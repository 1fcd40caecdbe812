# frozen_string_literal: true

require 'system_helper'

# Two people at once, each in a browser of their own.
class PeopleSystemTest < SystemTest
  PASSWORD = 'quiet filters'

  def setup
    super
    no_people
    App::People.found('Ada Thorne', PASSWORD)
    App::People.create('Ida Marsh', PASSWORD, 'drafter')
    App::People.create('Dee Marsh', PASSWORD, 'designer')
  end

  def teardown
    %i[ida dee].each { |s| Capybara.using_session(s) { page.reset! } }
    page.reset!
    no_people
    super
  end

  def no_people
    [
      App::Records::PersonSession,
      App::Records::Presence,
      App::Records::Taking,
      App::Records::Comment,
      App::Records::Person
    ].each(&:delete_all)
  end

  def log_in(name)
    visit '/log-in'
    fill_in 'Name', with: name
    fill_in 'Password', with: PASSWORD
    click_button 'Log in'
    assert_link name
  end

  def x_of(view) = drawn.reload.value.view(view).x

  def test_two_people_on_one_drawing_see_each_other_and_each_others_edits
    drawn
    log_in('Ada Thorne')
    visit "/drawings/#{drawn.slug}?select=view/iso"
    Capybara.using_session(:ida) do
      log_in('Ida Marsh')
      visit "/drawings/#{drawn.slug}"
      assert_text(/Here too: Ada Thorne \(/, wait: 10)
      assert_selector '.other-box text', text: 'Ada Thorne', visible: :all
    end
    assert_text 'Here too: Ida Marsh', wait: 10
    find('#column input[name="scale"]').set('5:')
    before = x_of('iso')
    Capybara.using_session(:ida) do
      box = find('svg.sheet [data-owner="view/iso"]').native.rect
      at = [box.x + (box.width / 2), box.y + (box.height / 2)].map(&:to_i)
      page.driver.browser.action.move_to_location(*at).click_and_hold.move_by(20, 4).move_by(20, 4).release.perform
      eventually('the view is moved') { x_of('iso') != before }
    end
    eventually('the move arrives') { find('[data-post="undo"]')[:title].include?('moved') }
    assert_equal '5:', find('#column input[name="scale"]').value, 'what she types stays'
    # Ada takes back her own only when she has one; Ida's is asked about.
    click_button 'Undo'
    assert_text(/nothing of your own there\. The last is Ida Marsh's/)
    assert_in_delta x_of('iso'), drawn.reload.value.view('iso').x, 1e-9
    Capybara.using_session(:ida) do
      click_button 'Undo'
      eventually('her own is taken back') { (x_of('iso') - before).abs < 1e-6 }
    end
  end

  def test_a_designer_is_told_who_changes_drawings
    drawn
    Capybara.using_session(:dee) do
      log_in('Dee Marsh')
      visit "/drawings/#{drawn.slug}"
      assert_text "As a designer you can't change drawings; a lead or a drafter can."
      visit '/people'
      assert_text "As a designer you can't invite people"
    end
  end

  def test_a_line_is_taken_a_comment_is_said_answered_and_settled
    drawn
    revise(lid, 'thick: 6', 'thick: 6.9')
    log_in('Ada Thorne')
    visit '/'
    click_button 'take QI-2130-D: what is behind its model'
    assert_text 'QI-2130-D: what is behind its model is yours now'
    assert_selector '.taking', text: 'yours', count: 1
    visit "/drawings/#{drawn.slug}?select=view/front"
    find('summary', text: 'Say something about').click
    fill_in 'For people, not for paper', with: 'Seen from here?'
    click_button 'Say it'
    assert_selector '.line.comment', text: 'Seen from here?'
    Capybara.using_session(:ida) do
      log_in('Ida Marsh')
      visit "/drawings/#{drawn.slug}"
      mark = find('.comment-mark', visible: :all)
      assert_equal '1 comment. Ada Thorne: Seen from here?', mark['aria-label'], 'it stands on the sheet'
      mark.click
      assert_text 'Front view'
      assert_selector '.line.comment', text: 'Seen from here?'
      find('.line.comment summary', text: 'Answer').click
      fill_in 'Answer to Ada Thorne', with: 'Yes.'
      within('.line.comment') { click_button 'Answer' }
      assert_selector '.answer', text: 'Yes.'
    end
    click_link 'Mine'
    assert_text 'Seen from here?'
    click_link 'QI-2130-D', match: :first
    click_button 'settle it: the comment of Ada Thorne'
    assert_text 'settled by Ada Thorne'
    assert_no_selector '.comment-mark', visible: :all
  end

  def test_whoever_is_switched_off_in_the_middle_of_a_drag_is_told_and_the_view_stays
    drawn
    Capybara.using_session(:ida) do
      log_in('Ida Marsh')
      visit "/drawings/#{drawn.slug}"
      before = x_of('iso')
      box = find('svg.sheet [data-owner="view/iso"]').native.rect
      at = [box.x + (box.width / 2), box.y + (box.height / 2)].map(&:to_i)
      page.driver.browser.action.move_to_location(*at).click_and_hold.move_by(20, 4).perform
      App::People.switch(App::Records::Person.named('Ida Marsh'), on: false)
      page.driver.browser.action.move_by(20, 4).release.perform
      assert_text 'Ida Marsh, you were switched off by a lead. What you did until now is kept; this was not done.'
      assert_equal before, x_of('iso')
    end
  end
end
