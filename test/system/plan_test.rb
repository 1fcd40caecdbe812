# frozen_string_literal: true

require 'system_helper'

# The tolerance plan in the browser: made by rule, seen in 3D, corrected, taken back, kept.
class PlanSystemTest < SystemTest
  def counts =
    find('#coverage-counts').text.scan(/(\d+) (bare|short|pinned down|said twice)/).to_h { |n, s| [s, n.to_i] }

  def flat_face(revision)
    App::Workshop.source.model_of(revision.recipe).solid.faces.find { |f| f.surface.plane? }.name
  end

  def test_a_plan_is_made_seen_corrected_and_kept
    visit "/models/#{lid.slug}/plan"
    assert_text 'Make it by rule'
    assert_selector '#viewer[data-ready="yes"]'
    before = counts
    click_button 'Make the plan'
    assert_text 'Changed, not kept yet'
    assert_equal 0, counts.except('pinned down').values.sum
    assert_operator counts['pinned down'], :>, before['pinned down']
    eventually('marks in the picture') { find('#viewer')['data-marks'].to_i.positive? }
    select 'no annotations', from: 'Annotations in the picture'
    eventually('no marks') { find('#viewer')['data-marks'] == '0' }
    select 'datums and frames', from: 'Annotations in the picture'
    select 'plane top', from: 'Annotations in the picture'
    assert_button 'square to it'
    click_button 'by annotation'
    assert_selector 'h3', text: /\APosition/
    find('summary', text: 'Annotation planes').click
    fill_in 'Face that the new plane lies along', with: flat_face(lid.latest)
    click_button 'Add the plane'
    assert_text(/that is the direction of plane \w+; put annotations there/)
    click_button 'by feature'
    frame = first('.plan-lines li[data-kind="frame"]')
    before = frame.find('.plan-words').text
    frame.click_button('change', match: :first)
    assert_button 'Change it'
    find_field('hand-value').set('0.07').send_keys(:enter)
    assert_selector '.plan-words', text: '0,07'
    click_button 'take back'
    assert_no_selector '.plan-words', text: '0,07'
    assert_selector '.plan-words', text: before.split("\n").first
    page.refresh
    assert_text 'What you had changed and not kept is here again'
    fill_in 'What is different', with: 'planned by rule'
    click_button 'Keep as revision 2'
    assert_text 'Revision 2 of Lid is kept with its tolerance plan'
    assert_no_text 'Changed, not kept yet'
    assert_equal ['planned by rule', true], [lid.reload.latest.note, lid.latest.recipe.include?("\nplan:\n")]
  end
end
