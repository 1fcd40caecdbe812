# frozen_string_literal: true

require 'system_helper'

# Views kept on a model in the browser: cut by dragging, with notes and parts lists beside it, shown again by a link.
class SavedViewsSystemTest < SystemTest
  UNIT =
    "nockplane: assembly/1\nname: Lids\nproperties: {number: U-9}\ncomponents:\n" \
      "  - {id: lid, model: QI-2130, pattern: {kind: linear, columns: 2, column_spacing: 120}}\n"

  def setup
    super
    App::Records::SavedView.delete_all
    lid
    App::Records::Model.find_by(number: 'U-9') || App::Actions::AddModel.call(UNIT)
  end

  def pointer = page.driver.browser.action
  def choose(value, from) = find(from).select(value)

  # A place on the outline of the cut, which is seen edge-on near the middle, as the pointer tells it: [x, y].
  def outline
    box = find('#viewer').native.rect
    y = (box.y + (box.height / 2)).to_i
    tried = (0..20).flat_map { |n| [n, -n] }.map { |n| (box.x + (box.width / 2) + (n * 8)).to_i }
    tried.each do |x|
      pointer.move_to_location(x, y).perform
      return [x, y] if evaluate_script('document.getElementById("viewer").style.cursor') == 'move'
    end
    flunk 'the outline of the cut is nowhere'
  end

  def test_cut_by_dragging_noted_kept_and_opened_by_its_link
    visit '/models/lids/views'
    assert_selector '#viewer[data-ready="yes"]'
    click_button 'front'
    choose 'x', '#cut-axis'
    check 'cut the model open'
    x, y = outline
    pointer.move_to_location(x, y).click_and_hold.move_by(40, 0).release.perform
    eventually('the plane moved along') { find_by_id('cut-at').value.to_f > 55 }
    choose 'lower left', '#area-corner'
    choose 'the parts list', '#area-kind'
    assert_selector '.note-area[data-corner="lower left"] td', text: 'QI-2130'
    check 'Material'
    assert_selector '.note-area th', text: 'Material'
    choose 'upper right', '#area-corner'
    choose 'a note', '#area-kind'
    fill_in 'Words that stay level while the model turns', with: 'Seen from here'
    execute_script("window.print = () => { window.printed = document.querySelectorAll('#viewer img').length }")
    click_button 'Print the picture'
    eventually('a still of the picture is printed') { evaluate_script('window.printed') == 1 }
    assert_no_selector '#viewer img', visible: :all
    fill_in 'Name of the view', with: 'opened'
    click_button 'Keep what is seen'
    assert_text 'The view is kept as “opened”'
    kept = App::Records::SavedView.find_by(name: 'opened')
    visit "/models/lids/views?view=#{kept.id}"
    assert_selector '.note-area[data-corner="upper right"]', text: 'Seen from here'
    assert_checked_field 'cut the model open'
    assert_in_delta kept.kept['cut']['at'], find_by_id('cut-at').value.to_f, 0.5
    click_button 'opened as a sheet'
    assert_text 'A view that is cut open is printed as its picture'
  end
end
