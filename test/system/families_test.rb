# frozen_string_literal: true

require 'system_helper'

# A lead at work on a family: the table of variants, one drawing for all, pointing drawings elsewhere, copying a set.
class FamiliesDayTest < SystemTest
  def family = @family ||= App::Actions::AddModel.call(FAMILY)

  # A worker does what waits.
  def work = App::Queue.work_off

  # The person looks on while it does.
  def looked_on
    assert_text(/Waiting for a worker|Working/)
    work
  end

  def cell(row, column) = find(%(#grid input[data-row="#{row}"][data-column="#{column}"]))

  def test_the_table_is_edited_like_a_spreadsheet
    visit "/models/#{family.slug}/family"
    assert_selector '#grid input', count: 18
    cell(0, 3).click
    cell(0, 3).send_keys([:control, 'a'], '70', :enter)
    assert_equal '1', evaluate_script('document.activeElement.dataset.row'), 'Enter goes down'
    page.driver.browser.action.send_keys(:arrow_up).perform
    assert_equal '0', evaluate_script('document.activeElement.dataset.row')
    click_button 'Copy the row'
    assert_equal 'short 2', cell(1, 0).value
    assert_equal '70', cell(1, 3).value
    assert_equal '', cell(1, 1).value, 'a number is given once'
    click_button 'Take back'
    assert_equal 'long', cell(1, 0).value

    # rows and columns pasted from another table
    cell(0, 3).click
    execute_script(<<~JS)
      const data = new DataTransfer();
      data.setData('text/plain', '61\\t2,5\\n141\\t2');
      document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    JS
    assert_equal %w[61 2,5 141 2], [[0, 3], [0, 4], [1, 3], [1, 4]].map { |at| cell(*at).value }

    # picked with Shift, filled down, taken back
    cell(0, 3).click
    page.driver.browser.action.key_down(:shift).send_keys(:arrow_down).send_keys(:arrow_down).key_up(:shift).perform
    assert_selector '#grid input.picked', count: 3
    page.driver.browser.action.key_down(:control).send_keys('d').key_up(:control).perform
    assert_equal %w[61 61 61], (0..2).map { |r| cell(r, 3).value }
    click_button 'Take back'
    assert_equal ['61', '141', ''], (0..2).map { |r| cell(r, 3).value }

    cell(2, 3).click
    cell(2, 3).send_keys('12mm', :tab)
    click_button 'Keep as revision 2'
    assert_text 'One place to mend before it can be kept'
    assert_text 'hollow, length'
    assert_equal 'true', cell(2, 3)['aria-invalid']
    assert_equal 1, family.reload.latest.number
    cell(2, 3).click
    cell(2, 3).send_keys([:control, 'a'], :backspace, :tab)
    click_button 'Keep as revision 2'
    assert_text 'Revision 2 of Lid is kept'
    assert_equal(
      { 'length' => 61, 'sink' => 2.5, 'seat' => false },
      family.reload.latest.then do |r|
        Nockplane::Modelling::Recipe.parse(r.recipe).variants['short'].except('properties')
      end
    )
    work
    assert_text '3 variants, 1 of them can’t be built'
    assert_text 'can’t be built: '
    click_link 'built', match: :first
    assert_text 'Lid 60'
    assert_text 'without seat'
  end

  def test_one_drawing_for_every_variant
    series = App::Actions::CreateDrawing.call(family, 'a3-part-first-angle', show: 'series')
    %w[front plan].each { |v| adopt(series, v) }
    work
    visit "/drawings/#{series.slug}"
    select 'short', from: 'Shown for'
    assert_text 'short alone', wait: 30
    assert_selector '#sheet text', text: '60 ±0,2'
    assert_match(/variant=short/, current_url)
    sheet = App::VariantSheet.new(App::Records::Drawing.find(series.id), 'short')
    App::Actions::EditDrawing.call(sheet, base: nil) do |value|
      Nockplane::Drawings::AnnotationEdits.add_note(value, 's1', 'ETCH 60', 70.0, 70.0)
    end
    visit "/drawings/#{series.slug}?variant=short"
    assert_text 'note “ETCH 60”: added'
    assert_selector '#sheet text', text: 'ETCH 60'
    work
    visit "/drawings/#{series.slug}/series"
    assert_selector 'tr[data-variant="short"]', text: 'note “ETCH 60”: added'
    assert_selector 'tr[data-variant="hollow"]', text: 'cannot be shown'
    visit "/drawings/#{series.slug}?variant=short"
    click_button 'All as in the series'
    assert_text 'It has nothing of its own.'
  end

  def test_a_drawing_is_pointed_at_another_model_after_it_was_seen
    wide =
      App::Actions::AddModel.call(
        PART.sub('name: Lid', 'name: Wide lid').sub('QI-2130', 'QI-2200').sub('value: 100', 'value: 130')
      )
    work
    first = drawn
    visit "/drawings/#{first.slug}"
    click_link 'Point it at another model …'
    select 'QI-2200 Wide lid', from: 'Model or variant'
    click_button 'Show what would become of it'
    looked_on
    assert_text 'As it would be: QI-2200 Wide lid', wait: 30
    find('summary', text: 'Kept').click
    assert_text '→ 130 ±0,2'
    assert_selector 'img[alt="Sheet s1 as it would be"]'
    assert_equal 1, App::Records::Drawing.count, 'nothing is written yet'
    click_button 'Write it'
    looked_on
    assert_selector '#sheet text', text: '130 ±0,2', wait: 30
    assert_selector '.drawing-bar', text: 'QI-2200-D'
    assert_equal [lid.id], first.reload.value.bindings.map(&:model)
    visit "/references?of=model/#{wide.slug}"
    assert_selector 'svg.graph .node', text: 'QI-2200-D'
  end

  def test_a_set_is_copied_with_find_and_replace
    lid
    unit =
      App::Actions::AddModel.call(
        "nockplane: assembly/1\nname: Unit 6\nproperties: {number: U-6}\ncomponents:\n  - {id: lid, model: QI-2130}\n"
      )
    visit "/copy?of=model/#{unit.slug}"
    assert_text 'U-6 is the number of Unit 6 already'
    assert_button 'Copy the set', disabled: true
    fill_in 'In numbers, names and titles, find', with: '6'
    fill_in 'replace-text', with: '8'
    assert_field 'name of the copy of U-6 Unit 6', with: 'Unit 8'
    assert_text 'QI-2130 is the number of Lid already'
    uncheck 'copy QI-2130 Lid'
    assert_text '1 copied, 1 shared'
    click_button 'Copy the set'
    looked_on
    assert_text 'U-8 Unit 8', wait: 30
    click_button 'Take the whole copy back'
    assert_text 'all copies lie in the bin'
    assert_nil App::Records::Model.find_by(number: 'U-8')
  end
end
