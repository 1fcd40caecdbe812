# frozen_string_literal: true

# Time from typing a size on the sheet to the updated sheet, as the person sees it: ruby --yjit bench/browser.rb [edits]
$LOAD_PATH.unshift(File.expand_path('../test', __dir__))
require_relative '../test/system_helper'

# Types new sizes on the Carousel's drawing and waits for the new number on the sheet.
class BrowserBench < SystemTest
  def test_edit_to_updated_sheet
    App::Demo.load
    drawing = App::Records::Drawing.find_by!(slug: 'qi-2107-d')
    id = drawing.value.dimensions.find { |d| d.dimension == 'hub.profile.diameter' }.id
    visit "/drawings/#{drawing.slug}?select=dimension/#{id}"
    times = Array.new(Integer(ENV['EDITS'] || 10)) { |i| edit(35 + (i * 0.5)) }.sort
    puts format(
      'edit to updated sheet (Carousel, 4 views): median %.2f s, greatest of %d: %.2f s',
           times[times.size / 2],
           times.size,
           times[-1]
    )
    assert_equal times.size + 1, App::Records::Model.find_by!(number: 'QI-2107').latest.number
  end

  def edit(value)
    wanted = "⌀#{format('%.1f', value).sub(/\.0\z/, '').tr('.', ',')}"
    fill_in 'value', with: value.to_s
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    click_button 'Change the model'
    eventually('the new size') { sheet_words.include?(wanted) }
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
  end
end
