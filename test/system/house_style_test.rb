# frozen_string_literal: true

require 'system_helper'
require 'pdf/reader'

# Setting the house style up once, as a drafting lead does it: a template from nothing, its title block, standard,
# layers and berths, then drawings that are right the moment they exist.
class HouseStyleTest < SystemTest
  RING = <<~R
    nockplane: recipe/1
    name: Spacer ring
    properties: {number: QI-2191, material: CuZn39Pb3, finish: bright}
    features:
      - {id: ring, type: extrude, profile: {kind: circle, diameter: 50.8}, depth: 12.7}
      - {id: bore, type: hole, on: ring/end.end, diameter: 25.4, through: true}
  R
  LOGO =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><path fill="#0f6e75" d="M2 18L12 2L22 18Z"/><circle ' \
    'cx="30" cy="10" r="7" fill="none" stroke="#1c2b3a" stroke-width="2"/></svg>'

  def ring = @ring ||= App::Actions::AddModel.call(RING)

  def file(name, text)
    path = File.join(ENV.fetch('NOCKPLANE_DATA'), name)
    File.binwrite(path, text)
    path
  end

  def house(chapter)
    within('#index') { click_link chapter }
  end

  # Presses a button and waits until the edit is told.
  def press(button, told)
    click_button button
    assert_selector '#told', text: told
  end

  def cell(words, column)
    within('.cells-index') { click_link words }
    column.each do |label, value|
      label == 'Shows' || label == 'Field' || label == 'Picture' ?
        select(value, from: label) :
        fill_in(label, with: value)
    end
    press 'Change the cell', 'Title block cell changed'
    click_link '‹ Title block'
  end

  # Size, border, title block with a logo.
  def title_block
    house 'Sheet format'
    fill_in 'Columns', with: '6'
    fill_in 'Rows', with: '4'
    press 'Use this format', 'Sheet format changed'
    house 'Title block'
    fill_in 'grid-rows', with: '2'
    fill_in 'grid-columns', with: '3'
    press 'Start with an empty grid', 'New title block'
    attach_file 'picture-file', file('logo.svg', LOGO)
    click_button 'Take it in'
    assert_text 'Picture logo.svg is in'
    cell 'cell c1', 'Shows' => 'a picture', 'Picture' => 'logo.svg'
    cell 'cell c2', 'Caption' => 'Title', 'Shows' => 'a property field', 'Field' => 'title of the drawing'
    cell 'cell c3', 'Caption' => 'Number', 'Shows' => 'a property field', 'Field' => 'number of the drawing'
    cell 'cell c4', 'Caption' => 'Material', 'Shows' => 'a property field', 'Field' => 'material'
    cell 'cell c5', 'Caption' => 'Scale', 'Shows' => 'a property field', 'Field' => 'scale of the sheet'
    cell 'cell c6', 'Caption' => 'Projection', 'Shows' => 'projection symbol'
  end

  def berths
    house 'Berths'
    press 'Add the berth', 'Berth added'
    [%w[below\ it View\ from\ above], %w[right\ of\ it View\ from\ the\ left]].each do |side, name|
      select 'Front view', from: 'Made out of'
      select side, from: 'To the side'
      press 'Add the tied berth', 'Berth added'
      within('#column') { assert_link name }
    end
    select 'pictorial view', from: 'berth-kind'
    press 'Add the berth', 'Berth added'
    house 'Tables'
    press 'Add a parts list', 'Parts list added'
  end

  def drop(card)
    find('.card-choice', text: card).drag_to(find('#drop'))
  end

  def test_a_house_template_from_nothing_to_two_drawings_and_their_paper
    lid
    ring
    visit '/templates'
    fill_in 'Name', with: 'House A3'
    click_button 'Make the template'
    assert_selector 'h1', text: 'House A3'
    title_block
    house 'Layers'
    fill_in 'New layer', with: 'Checked by hand'
    press 'Add it', 'Layer Checked by hand added'
    berths
    assert_equal 4, all('#sheet g[data-owner^="berth/"]', visible: :all).size
    house 'Publish'
    fill_in 'What is different', with: 'first house style'
    click_button 'Publish revision 1'
    assert_text 'Revision 1 of House A3 is published'

    numbers =
      [['Lid', 'EN AW-6061', 'QI-2130-D'], ['Spacer ring', 'CuZn39Pb3', 'QI-2191-D']].map do |name, material, number|
        visit '/drawings/new'
        select 'House A3', from: 'Template'
        drop name
        assert_selector 'h1', text: name
        assert_equal 4, all('#sheet g[data-owner^="view/"]', visible: :all).size
        [name, material, number].each { |w| assert_includes sheet_words, w }
        assert_selector '#sheet g[data-owner^="block/"] image', visible: :all
        assert_text 'Nothing to settle'
        assert_equal name, sheet_words.select { |w| w == name }.first
        number
      end
    numbers.each { |n| judge_paper(App::Records::Drawing.find_by(number: n)) }
  end

  # The sheet as a reader of PDF finds it: size, words, layers.
  def judge_paper(drawing)
    bytes = Nockplane::Formats::Pdf.write(App::Presenters::DrawingPage.new(drawing, nil, nil).scenes)
    reader = PDF::Reader.new(StringIO.new(bytes))
    assert_equal [420, 297], reader.page(1).attributes[:MediaBox].last(2).map { |v| (v * 25.4 / 72).round }
    [drawing.title, drawing.number].each { |w| assert_includes reader.page(1).text.gsub(/\s+/, ''), w.gsub(/\s+/, '') }
    groups = reader.objects.values.grep(Hash).select { |o| o[:Type] == :OCG }
    assert_includes groups.map { |g| g[:Name].dup.force_encoding('UTF-16BE').encode('UTF-8').delete("\uFEFF") },
                    'Checked by hand'
  end

  def test_third_angle_and_inch_fractions_restyle_the_drawing_at_once
    ring
    drawing = App::Actions::CreateDrawing.call(ring, 'a3-part-first-angle')
    %w[front plan].each { |v| adopt(drawing, v) }
    visit "/drawings/#{drawing.slug}?select=house/standard"
    above = ->(a, b) { middle("view/#{a}")[1] < middle("view/#{b}")[1] }
    assert above['front', 'plan'], 'first angle: the view from above lies below'
    assert_includes sheet_words, '12,7'
    select 'third angle', from: 'Projection'
    select 'inch, fractions', from: 'Units'
    click_button 'Use these values'
    assert_text 'third angle', wait: 15
    eventually('the turn') { above['plan', 'front'] }
    eventually('the fraction') { sheet_words.include?('1/2') }
    assert_includes sheet_words, '⌀2'
    assert_includes sheet_words, 'inch'
    assert_equal Nockplane::Projection::ViewFrame.named('top'),
                 drawing.reload.value.then { |d| d.frame(d.view('plan')) },
                 'it still shows the part from above'
    click_button 'Undo'
    eventually('the way back') { sheet_words.include?('12,7') && above['front', 'plan'] }
  end

  def test_a_finished_drawing_becomes_a_template_and_is_used
    drawn
    visit "/drawings/#{drawn.slug}?select=view/side"
    select 'visible lines only', from: 'Lines'
    click_button 'Apply'
    assert_text 'View from the left now'
    house 'This drawing'
    fill_in 'Name of the template', with: 'Lids'
    click_button 'Save as a template'
    assert_selector 'h1', text: 'Lids'
    assert_selector '#sheet g[data-owner="berth/side"]', visible: :all
    assert_text 'revision 1'
    ring
    visit '/drawings/new?template=lids'
    choose 'Spacer ring'
    click_button 'Make the drawing'
    assert_selector 'h1', text: 'Spacer ring'
    assert_equal 'visible', App::Records::Drawing.last.value.view('side').style
    assert_no_selector '#sheet g[data-owner="view/side"] path.l-hidden', visible: :all
  end

  def test_a_template_that_moved_on_or_was_removed_is_told_and_drawings_follow
    drawn
    visit '/templates/a3-part-first-angle?select=house/sheet'
    select 'A2', from: 'Size'
    press 'Use this format', 'Sheet format changed'
    house 'Publish'
    fill_in 'What is different', with: 'larger sheet'
    click_button 'Publish revision 2'
    assert_text 'Revision 2 of A3 part, first angle is published'
    visit "/drawings/#{drawn.slug}"
    assert_text 'which has revision 2: larger sheet'
    words = sheet_words
    click_button 'Bring it up to revision 2'
    eventually('the larger sheet') { sheet_words.include?('A2') }
    assert_empty words - sheet_words - ['A3', '1:1', '2:1', '8', '7'], 'views and annotations stayed'
    assert_text 'Nothing to settle'
    visit '/templates/a3-part-first-angle?select=house/template'
    click_button 'Take it off the shelf'
    assert_text 'off the shelf; drawings made from it stay'
    visit "/drawings/#{drawn.slug}"
    assert_text "was made from template 'A3 part, first angle', which was removed on"
    visit '/templates'
    click_button 'bring back'
    assert_text 'on the shelf again'
  ensure
    restore_templates
  end

  def test_what_is_typed_over_is_marked_and_given_back
    drawn
    visit "/drawings/#{drawn.slug}?select=block/b1:c4"
    fill_in 'Words on this drawing', with: 'Brass'
    click_button 'Type it here'
    eventually('the words') { sheet_words.include?('Brass') }
    assert_selector '#sheet g[data-owner="block/b1:c4"][data-state="typed"]', visible: :all
    assert_text 'Typed over: the drawing would show EN AW-6061'
    click_button 'Give it back'
    eventually('the property') { sheet_words.include?('EN AW-6061') }
    assert_no_selector '#sheet g[data-state="typed"]', visible: :all
  end

  def test_cells_are_chosen_on_the_sheet_split_merged_and_sized
    visit '/templates/a3-part-first-angle'
    assert_selector '#sheet g[data-owner="block/b1:c8"]', visible: :all
    page.driver.browser.action.move_to_location(*middle('block/b1:c8').map(&:round)).click.perform
    assert_selector '#column h2', text: 'Cell Created by'
    press 'Split side by side', 'Title block cell split'
    press 'Merge with the right', 'Title block cells merged'
    fill_in 'cell-width', with: '50'
    press 'Size it', 'Title block cell sized'
    press 'Merge with the one below', 'there is no cell of the same width below to merge with'
    template = App::Records::Template.at('a3-part-first-angle')
    assert_in_delta 180, template.value.block('b1').width, 1e-6, 'the block keeps its width'
    3.times { click_button('Undo') && sleep(0.4) }
    eventually('everything taken back') { !template.reload.unpublished? }
  ensure
    restore_templates
  end

  def test_bad_pictures_fields_and_files_are_told_and_nothing_is_kept
    visit '/templates/a3-part-first-angle?select=house/block'
    [
      ['notes.svg', 'just text', 'is neither a PNG nor an SVG picture.'],
      [
        'evil.svg',
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><script>alert(1)</script></svg>',
        'scripts, styles, text, images and links are not taken'
      ],
      ['huge.png', "\x89PNG\r\n\x1A\n".b + ('x' * 1_200_000), 'a picture has at most 1 MB']
    ].each do |name, bytes, words|
      attach_file 'picture-file', file(name, bytes)
      click_button 'Take it in'
      assert_text words
    end
    assert_empty App::Records::Template.at('a3-part-first-angle').value.pictures
    count = App::Records::Template.count
    visit '/templates'
    attach_file 'template-file', file('broken.json', '{"nockplane": "template/1", "cells": {"meta": {"title": "X"}}}')
    within('form[action="/templates/import"]') { click_button 'Take it in' }
    assert_text 'standard is missing'
    assert_equal count, App::Records::Template.count
  end

  def test_layers_go_off_and_are_locked_without_losing_anything
    drawn
    visit "/drawings/#{drawn.slug}"
    within('#index') { uncheck 'Dimensions' }
    assert_no_selector '#sheet path.l-dimension', visible: :all
    count = drawn.reload.value.dimensions.size
    within('#index') { check 'Dimensions' }
    assert_selector '#sheet path.l-dimension', visible: :all, minimum: 1
    assert_equal count, drawn.reload.value.dimensions.size
    house 'Layers'
    find('details.layer summary', text: 'Visible edges').click
    within(:xpath, '//details[summary[contains(., "Visible edges")]]') do
      check 'locked'
      fill_in 'Colour', with: '#0f6e75'
      click_button 'Change the layer'
    end
    assert_selector '#sheet path.l-visible[stroke="#0f6e75"]', visible: :all, minimum: 1
    x = drawn.reload.value.view('iso').x
    find('body').click
    drag(middle('view/iso'), [-40, 0])
    assert_text "layer 'Visible edges' is locked"
    assert_equal x, drawn.reload.value.view('iso').x
  end

  def test_one_box_finds_models_and_drawings_by_any_property
    drawn
    ring
    visit '/'
    find('#find').send_keys('cuzn39')
    assert_selector '#found li', text: 'Spacer ring'
    if page.has_no_selector?('#found li[aria-selected="true"]', text: 'Spacer ring', wait: 1)
      find('#find').send_keys(:arrow_down, :enter)
    end

    find('#find').send_keys(:enter) if page.has_selector?('#found li', wait: 0)
    assert_selector 'h1', text: 'Spacer ring'
    visit '/search?q=6061'
    assert_link 'QI-2130 Lid'
    assert_link "#{drawn.number} Lid"
  end
end
