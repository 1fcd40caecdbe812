# frozen_string_literal: true

require 'system_helper'

# A drafter finishes a drawing by hand: centre lines, a hole table, a callout's sizes, notes from the shelf, copies.
class FinishingSystemTest < SystemTest
  def value = drawn.reload.value

  # Clicks a model point as a view shows it, once it is asked for.
  def pick(view, point, words)
    assert_selector '#sheet.placing'
    assert_text words
    at = Nockplane::Drawings::SceneBuilder.new(value, 's1', App::Workshop.source).place(value.view(view)).point(point)
    press(at[0], value.sheets[0].paper.height - at[1])
  end

  # Clicks a place of the sheet, mm with y down.
  def press(x, y)
    place = evaluate_script(<<~JS, x, y)
      (() => {
        const p = new DOMPoint(arguments[0], arguments[1]).matrixTransform(document.querySelector('svg.sheet').getScreenCTM());
        return [p.x, p.y];
      })()
    JS
    page.driver.browser.action.move_to_location(*place.map(&:round)).click.perform
  end

  def keys(*list) = page.driver.browser.action.send_keys(*list).perform
  def kinds = value.dimensions.map(&:kind)

  def test_a_centre_line_and_a_mark_by_keys
    drawn
    visit "/drawings/#{drawn.slug}?select=view/plan"
    find('#make-centre summary').click
    keys('e')
    pick('plan', [20.0, -25.0, 6.0], 'Pick an edge (or a point)')
    pick('plan', [20.0, 25.0, 6.0], 'on the other side')
    eventually('the centre line') { kinds.include?('centre_line') }
    assert_text 'Pick an edge (or a point)' # the same kind goes on until it is left
    keys(:escape)
    assert_no_selector '#sheet.placing'
    keys(:escape)
    assert_link 'centre line'
    click_button 'Undo'
    eventually('it is taken back') { !kinds.include?('centre_line') }
  end

  def test_a_hole_table_from_an_origin_that_is_picked
    drawn
    visit "/drawings/#{drawn.slug}?select=view/plan"
    find('#make-holes summary').click
    click_button 'Pick its origin'
    pick('plan', [-50.0, -25.0, 6.0], 'Pick the origin')
    eventually('the table') { sheet_words.include?('A1') }
    assert_includes sheet_words, '70', 'the seat from the corner: 20 from the middle of 100'
    click_link '‹ Docket'
    page.driver.browser.action.move_to_location(*middle('holes/t1').map(&:round)).perform
    visit "/drawings/#{drawn.slug}?select=table/t1"
    assert_selector '#column h2', text: 'Hole table'
  end

  def test_the_sizes_of_a_callout_are_typed_where_it_stands
    drawn
    visit "/drawings/#{drawn.slug}"
    key = "dimension/#{value.dimensions.find { |d| d.kind == 'callout' }.id}"
    place = evaluate_script(<<~JS, key)
      (() => { const b = document.querySelector(`#sheet [data-owner="${arguments[0]}"] text`).getBoundingClientRect(); return [b.x + b.width / 2, b.y + b.height / 2]; })()
    JS
    page.driver.browser.action.move_to_location(*place.map(&:round)).click.click.perform
    within '.in-place' do
      fill_in 'Diameter of seat', with: '18'
      fill_in 'Depth of seat', with: '2'
      click_button 'Change the model'
    end
    eventually('the sheet shows both') { sheet_words.include?('⌀18') && sheet_words.include?('↧2') }
    assert_equal 2, lid.reload.revisions.count
  end

  def test_a_note_from_the_shelf_is_found_placed_and_copied
    drawn
    App::Actions::KeepShelfNote.call('Grind after hardening', 'box')
    visit "/drawings/#{drawn.slug}"
    click_link 'Shelf of notes'
    assert_selector '#column h2', text: 'Shelf of notes'
    within('#column') { fill_in 'Find', with: 'hardening' } # (not the box that finds actions)
    assert_selector '#shelf-notes li', count: 1
    click_button 'Place it'
    press(60, 250)
    eventually('the note') { sheet_words.include?('Grind after hardening') }
    visit "/drawings/#{drawn.slug}?select=note/n1"
    page.driver.browser.action.key_down(:control).send_keys('c').key_up(:control).perform
    assert_text 'Copied.'
    page.driver.browser.action.key_down(:control).send_keys('v').key_up(:control).perform
    eventually('its copy') { value.notes.size == 2 }
    assert_equal %w[box box], value.notes.map(&:shape)
  end
end
