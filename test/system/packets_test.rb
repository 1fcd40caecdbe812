# frozen_string_literal: true

require 'system_helper'

# A drawing issued by a person, and the 3D page of its packet opened from a file.
class PacketsSystemTest < SystemTest
  def setup
    super
    App::Records::Packet.delete_all
  end

  def test_issued_from_the_page_and_read_back
    drawn
    visit "/drawings/#{drawn.slug}"
    click_link 'Issue …'
    assert_selector 'h2', text: 'The check'
    assert_text 'QI-2130-D rev A.pdf'
    fill_in 'reason', with: 'first issue for production'
    fill_in 'by', with: 'Ada Thorne'
    fill_in 'waiver', with: 'one size follows' if has_field?('waiver', wait: 0)
    click_button 'Issue revision A'
    assert_selector 'h1', text: 'Issuing QI-2130-D'
    App::Queue.work_off
    click_link 'Open it'
    assert_selector 'h1', text: 'QI-2130-D, revision A'
    assert_text 'their digests agree'
    assert_selector '.issued-sheets img'
    visit "/drawings/#{drawn.slug}"
    assert_text 'rev. A · issued'
    click_link 'Packets'
    assert_text 'first issue for production'
  end

  # Without a network, from the disk: the model, its explosion, a line that lights its faces.
  def test_the_3d_page_opens_from_a_file
    drawn
    camera = [0.1, 0.1, 0.1, 0, 0, 0]
    area = { corner: 'lower left', kind: 'note', words: 'Handle with gloves' }
    state = JSON.generate(camera: camera, marks: 'sizes', cut: { axis: 'z', at: 50 }, areas: [area])
    App::Actions::KeepView.call(lid, { 'name' => 'cut open', 'state' => state })
    packet = App::Actions::IssueDrawing.call(drawn, reason: 'r', by: 'Ada Thorne', waiver: 'w') { |_| }
    file = packet.listing.find { |f| f['name'].end_with?('.html') }
    path = File.join(Dir.mktmpdir, 'lid.html')
    File.binwrite(path, App::PacketStore.read(file['digest']))
    refute_match(/(src|href)\s*=\s*["']?https?:/, File.read(path), 'nothing is fetched')
    page.driver.browser.navigate.to("file://#{path}")
    assert_selector '#viewer[data-ready="yes"][data-faces="8"]'
    assert_selector 'h1', text: 'Lid'
    fonts = evaluate_script("[...document.fonts].filter((f) => f.status === 'loaded').map((f) => f.family)")
    assert_includes fonts.map { |f| f.delete('"') }, 'osifont', 'signs have the lettering that the page brings'
    row = find('tr[data-faces]', text: '⌀16', match: :first)
    row.click
    assert_selector 'tr[aria-selected="true"]', count: 1
    find('summary', text: 'By feature').click
    find('details.tree button', match: :first).click
    assert_selector 'details.tree [aria-selected="true"]', count: 1
    assert_no_selector 'tr[aria-selected="true"]'
    uncheck 'shown'
    assert_no_selector '#characteristics', visible: true
    eventually('annotations in the picture') { find('#viewer')['data-marks'].to_i.positive? }
    select 'no annotations', from: 'Annotations in the picture'
    eventually('none') { find('#viewer')['data-marks'] == '0' }
    click_button 'cut open'
    assert_selector '[data-view][aria-current="true"]'
    assert_text 'Handle with gloves'
    assert_selector '#cutting', visible: true
    assert_equal 'sizes', find('#marks').value
    measured
  end

  # A face in the middle of the picture by itself, in words.
  def measured
    click_button 'Cut'
    click_button 'top'
    click_button 'Measure'
    box = find('#viewer').native.rect
    page
      .driver
      .browser
      .action
      .move_to_location(*[box.x + (box.width / 2) + 60, box.y + (box.height / 2)].map(&:round))
      .click
      .perform
    assert_text(/area [\d.]+ mm²\. Pick another face/)
  end
end
