# frozen_string_literal: true

require 'system_helper'

# A datum and a tolerance frame set on faces that are picked on the sheet.
class MarkingSystemTest < SystemTest
  def value = drawn.reload.value

  def at(view, point) =
    Nockplane::Drawings::SceneBuilder.new(value, 's1', App::Workshop.source).place(value.view(view)).point(point)

  # Clicks a model point as a view shows it, once the view tells what it offers.
  def pick(view, point)
    assert_selector '#sheet.placing'
    assert_text 'Pick an edge or the outline of the face'
    x, y = at(view, point)
    place = evaluate_script(<<~JS, x, value.sheets[0].paper.height - y)
      (() => {
        const p = new DOMPoint(arguments[0], arguments[1]).matrixTransform(document.querySelector('svg.sheet').getScreenCTM());
        return [p.x, p.y];
      })()
    JS
    page.driver.browser.action.move_to_location(*place.map(&:round)).click.perform
  end

  def test_a_datum_then_a_frame_step_by_step
    drawn
    visit "/drawings/#{drawn.slug}?select=view/front"
    find('#make-frame summary').click
    click_button 'Pick its face'
    pick('front', [-25.0, -25.0, 0.0])
    eventually('the datum stands') { value.dimensions.any? { |d| d.kind == 'datum' } }
    visit "/drawings/#{drawn.slug}?select=view/plan"
    find('#make-frame summary').click
    # Fields that a characteristic has no use for are not there.
    select 'flatness ⏥', from: 'Characteristic'
    assert_no_field 'First datum'
    select 'position ⌖', from: 'Characteristic'
    select '⌀ round an axis', from: 'Zone'
    fill_in 'Tolerance', with: '0,2'
    fill_in 'First datum', with: 'B'
    click_button 'Pick the face it is for'
    pick('plan', [28.0, 0.0, 6.0])
    assert_text 'there is no datum B; set it'
    assert_field 'First datum', with: 'B'
    fill_in 'First datum', with: 'A'
    click_button 'Pick the face it is for'
    pick('plan', [28.0, 0.0, 6.0])
    eventually('the frame stands') { sheet_words.include?('⌖') }
    assert_includes sheet_words, '⌀0,2'
  end
end
