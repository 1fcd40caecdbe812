# frozen_string_literal: true

require 'system_helper'

# A lead makes all sheets of an assembly in one go: picks rows, sets them, sees them before, starts, follows the run.
class SheetRunsSystemTest < SystemTest
  UNIT =
    "nockplane: assembly/1\nname: Unit FW-6\nproperties: {number: U-6}\ncomponents:\n" \
      "  - {id: lid, model: QI-2130}\n  - {id: pin, model: PIN, offset: 40}\n" \
      "  - {id: bought, model: BUY, purchased: true, offset: 90}\n"

  DISC =
    "nockplane: recipe/1\nname: %s\nproperties: {number: %s}\nfeatures:\n" \
      "  - {id: disc, type: extrude, profile: {kind: circle, diameter: 30}, depth: 8}\n"

  def setup
    super
    { 'Lid' => 'QI-2130', 'Pin' => 'PIN', 'Bought' => 'BUY' }.each do |name, number|
      App::Actions::AddModel.call(format(DISC, name, number))
    end
    App::Actions::AddModel.call(UNIT)
  end

  def row(words) = find('#rows tbody tr', text: words)

  def test_from_the_assembly_to_its_sheets
    visit '/models/unit-fw-6'
    click_on 'Sheets of all its parts …'
    assert_text '3 of 4 rows will be made'
    refute row('BUY').find('input[type=checkbox]').checked?, 'what is bought is left out'
    row('U-6 ·').find('td', text: 'Unit FW-6').click
    row('PIN ·').find('td', text: 'Pin').click(:shift)
    assert_text '3 picked'
    select '1:2', from: 'Scale', exact: true
    assert_equal '1:2', find('select[aria-label="scale of PIN Pin"]').value
    assert_equal 'fit', find('select[aria-label="scale of BUY Bought"]').value
    uncheck 'of the model'
    select 'one drawing with a sheet each', from: 'Output', exact: true
    fill_in 'Name', with: 'One at 1:2'
    click_on 'Keep'
    assert_text 'Kept as “One at 1:2”'
    sleep 1 # (pictures are asked for)
    App::Queue.work_off
    assert_selector 'img[alt="The sheet of Pin as it would be"]', wait: 20
    click_on 'Make the sheets'
    assert_text(/Waiting for a worker|Working/)
    App::Queue.work_off
    assert_text 'Unit FW-6: sheets', wait: 20
    assert_equal 3, App::Records::Drawing.last.value.sheets.size
    visit '/sheet-runs/new?of=unit-fw-6'
    assert_text '0 of 4 rows will be made'
    select 'One at 1:2', from: 'Take up'
    assert_equal 'one', find_by_id('output').value
    refute find_field('of the model').checked?
  end

  def test_rows_by_keys
    visit '/sheet-runs/new?of=unit-fw-6'
    row('BUY ·').send_keys(:space)
    assert_text '4 of 4 rows will be made' # (none picked: all rows shown)
    row('PIN ·').find('td', text: 'Pin').click
    row('PIN ·').send_keys(:space)
    assert_text '3 of 4 rows will be made'
    row('PIN ·').send_keys(%i[shift down])
    assert_text '2 picked'
    click_on 'bought (1)'
    assert_no_selector '#rows tbody tr', text: 'BUY'
  end
end
