# frozen_string_literal: true

require 'system_helper'

# The lead's day for one part: model, drawing, sizes, change, paper; as a person does it.
class LeadDayTest < SystemTest
  def open_drawing
    drawn
    visit "/drawings/#{drawn.slug}"
    assert_selector '#sheet g[data-owner="view/front"]', visible: :all
  end

  def test_step_1_home_shows_the_demo_drawings
    AppTest.ahead = false # (the paper of twenty sheets is nobody's to wait for here)
    2.times { App::Demo.load }
    demo_is_whole
    visit '/'
    assert_text 'Every drawing shows its model as it is now.'
    within('table.families') do
      assert_link 'Carousel 7 x 31.75'
      assert_link 'QI-2107-D (series)'
      assert_selector 'a.cell', text: '5 x 50.8'
    end
    assert_text 'QI-2120-D current'
    find('#find').send_keys('new dra', :enter)
    assert_selector 'h1', text: 'New drawing'
  end

  # Loaded once, whole, nothing behind.
  def demo_is_whole
    assert_equal %w[QI-2100-D QI-2101-D QI-2102-D QI-2107-D QI-2115-D QI-2120-D QI-2130-D QI-2150-D QI-2180-D],
                 App::Records::Drawing.order(:number).pluck(:number)
    assemblies, parts = App::Records::Drawing.all.partition { |d| d.title.include?('unit') }
    assert((parts + assemblies).all? { |d| d.staleness.current? })
    assert(parts.all? { |d| d.value.dimensions.any? })
    assert_equal 16, App::Records::Model.count
  end

  def test_step_2_model_in_3d_sizes_features_and_recipe
    lid
    visit '/models/lid'
    assert_selector '#viewer[data-ready="yes"][data-faces="8"]'
    find('[data-look="top"]').click
    find('#viewer').hover
    assert_selector '#face-name', text: 'plate/end.end'
    fill_in 'size-length', with: '120'
    click_button 'Try these sizes'
    assert_text 'What would change'
    assert_text 'half: 50 → 60'
    assert_text '120 × 60 × 6 mm'
    assert_selector '#trial-flag', text: 'Not kept yet'
    fill_in 'note', with: 'longer lid'
    click_button 'Keep as revision 2'
    assert_text 'revision 2'
    within('.revisions') { assert_text 'longer lid' }
    within('.revisions') { assert_text 'length 100 ±0.2 → 120 ±0.2' }
    uncheck 'seat'
    assert_text 'No number changes.'
    assert_includes find('#recipe-text').value, 'active: false'
    assert_selector '#viewer[data-ready="yes"][data-faces="6"]'
  end

  def test_step_2_a_fault_in_the_recipe_says_line_and_reason
    lid
    visit '/models/lid'
    area = find('#recipe-text')
    area.set(area.value.sub('diameter: 16', 'diameter: 160'))
    click_button 'Check and try'
    assert_selector '#faults', text: 'The last good revision stays.'
    assert_selector '#faults', text: 'Line 14'
    area.set(area.value.sub('diameter: 160', 'diameter: [1'))
    click_button 'Check and try'
    assert_selector '#faults', text: 'not YAML'
    assert_equal 1, lid.reload.latest.number
  end

  def test_step_3_a_drawing_from_a_template_and_dragging_with_alignment
    lid
    visit '/models/lid'
    click_link 'New drawing of this model'
    select 'A3 part, third angle', from: 'Template'
    click_button 'Make the drawing'
    assert_selector 'h1', text: 'Lid'
    %w[QI-2130-D EN\ AW-6061 Quillfen\ Instruments].each { |w| assert_includes sheet_words, w }
    assert_selector '#sheet g[data-owner="view/front"] path.l-hidden[stroke-dasharray]', visible: :all
    assert_selector '#sheet g[data-owner="view/plan"] path.l-centre', visible: :all
    assert_selector '#sheet g[data-owner="view/iso"] path.l-shade', visible: :all
    before = %w[front plan side].to_h { |v| [v, middle("view/#{v}")] }
    drag(middle('view/front'), [40, 30])
    assert_text 'Front view moved'
    after = %w[front plan side].to_h { |v| [v, middle("view/#{v}")] }
    moved = ->(v) { after[v].zip(before[v]).map { |a, b| a - b } }
    assert_in_delta 40, moved['front'][0], 3
    assert_in_delta moved['front'][0], moved['plan'][0], 1.5, 'the view above stays aligned'
    assert_in_delta 0, moved['plan'][1], 1.5
    assert_in_delta moved['front'][1], moved['side'][1], 1.5, 'the side view stays aligned'
  end

  def test_step_4_adopting_dimensions_dragging_one_and_a_note
    lid
    drawing = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle')
    visit "/drawings/#{drawing.slug}"
    click_link 'View from above'
    assert_text 'Model dimensions to adopt'
    check '⌀16 ↧3 callout of seat'
    click_button 'Adopt the ticked ones'
    eventually('the diameter') { sheet_words.include?('⌀16') }
    click_button(text: /Adopt all that show well/)
    eventually('the widths') { (['100 ±0,2', '50'] - sheet_words).empty? }
    assert_text 'None left that this view could show'
    place = drawing.reload.value.dimension('d1').place
    first('#sheet g[data-owner="dimension/d1"] rect.hit', visible: :all).then do |hit|
      drag(hit.native.rect.then { |r| [r.x + (r.width / 2), r.y + (r.height / 2)] }, [30, -20])
    end
    eventually('the move') { drawing.reload.value.dimension('d1').place != place }
    click_link '‹ Docket'
    fill_in 'Add a note', with: "Deburr all edges\nUndimensioned radii R1"
    click_button 'Put it on the sheet'
    assert_text 'Click where the note goes.'
    page.driver.browser.action.send_keys(:enter).perform
    eventually('the note') { sheet_words.include?('Undimensioned radii R1') }
  end

  def test_step_5_change_comes_views_behind_update_one_then_all
    open_drawing
    revise(lid, 'sink: 3', 'sink: 4', note: 'deeper seat')
    visit '/'
    assert_text 'moved on to revision 2: deeper seat'
    assert_text 'Front view 1 → 2'
    assert_text 'View from above 1 → 2' # looks the same, but its callout says the depth
    click_link 'View from above'
    assert_text 'Behind its model 1 → 2'
    assert_text '⌀16 ↧3 → ⌀16 ↧4'
    assert_equal 4, all('#sheet .mark-behind', visible: :all).size
    click_button 'Update this view'
    eventually('the new number') { sheet_words.include?('↧4') && all('#sheet .mark-behind', visible: :all).size == 3 }
    visit '/'
    within('.line', text: 'Isometric view') { first('li', text: 'Isometric view').click_button('update this view') }
    assert_text '1 view brought up to its model.'
    assert_no_text 'Isometric view 1 → 2'
    click_button 'Update everything'
    assert_text '1 drawing brought up to its model.'
    assert_text 'Every drawing shows its model as it is now.'
  end

  def test_step_5_a_lost_face_leaves_its_dimensions_adrift
    open_drawing
    App::Actions::ReviseModel.call(
      lid,
      Nockplane::Modelling::Recipe.parse(PART).with_feature('seat', false).text,
      note: 'no seat'
    )
    visit "/drawings/#{drawn.slug}"
    assert_text '◇ 1 annotation will go adrift'
    click_button 'Update the sheet'
    assert_text 'is adrift: callout of seat is gone from the model.'
    assert_selector '#sheet g[data-owner^="dimension/"][data-state="adrift"]', visible: :all, count: 1
    click_button 'Delete it'
    assert_no_selector '#sheet g[data-state="adrift"]', visible: :all
    assert_text 'Nothing to settle'
  end

  def test_step_5_changing_a_size_on_the_sheet_changes_the_model
    open_drawing
    id = drawn.value.dimensions.find { |d| d.dimension == 'plate.profile.width' }.id
    visit "/drawings/#{drawn.slug}?select=dimension/#{id}"
    fill_in 'value', with: '90'
    click_button 'Change the model'
    assert_text 'Revision 2 of Lid kept; the drawing shows it.'
    assert_includes sheet_words, '90 ±0,2'
    assert_includes sheet_words, '45', 'what follows by expression moved too'
    assert_equal 2, lid.reload.latest.number
  end

  def test_step_6_undo_redo_and_reload
    open_drawing
    start = middle('view/iso')
    drag(start, [-60, 0])
    assert_text 'Isometric view moved'
    moved = middle('view/iso')
    find('body').send_keys([:control, 'z'])
    assert_text 'Taken back: Isometric view moved'
    assert_in_delta start[0], middle('view/iso')[0], 1
    click_button 'Redo'
    assert_text 'Done again: Isometric view moved'
    visit current_url
    assert_selector '#sheet g[data-owner="view/iso"]', visible: :all
    assert_in_delta moved[0], middle('view/iso')[0], 1, 'and everything is still there'
  end

  def test_keyboard_moves_and_deletes_the_selected_view
    open_drawing
    x = drawn.value.view('iso').x
    click_link 'Isometric view'
    assert_text 'Shows revision 1'
    find('#sheet').send_keys(%i[shift arrow_left])
    eventually('the move') { (drawn.reload.value.view('iso').x - x + 5).abs < 1e-6 }
    find('#sheet').send_keys(:delete)
    assert_no_selector '#sheet g[data-owner="view/iso"]', visible: :all
    click_button 'Undo'
    assert_selector '#sheet g[data-owner="view/iso"]', visible: :all
  end

  def test_keys_pressed_faster_than_the_server_answers_are_all_kept
    open_drawing
    x = drawn.value.view('iso').x
    click_link 'Isometric view'
    assert_text 'Shows revision 1'
    find('#sheet').send_keys(*([:arrow_left] * 5), %i[shift arrow_left])
    eventually('every step') { (drawn.reload.value.view('iso').x - x + 10).abs < 1e-6 }
    assert_no_text 'Someone changed the same thing'
  end

  def test_two_windows_the_later_is_told_and_may_apply_on_top
    open_drawing
    x = drawn.value.view('iso').x
    # A window that does not hear of the other's edit before its own.
    execute_script(
      "const ask = window.fetch; window.fetch = (path, ...more) => (String(path).includes('/pulse') ? " \
        "Promise.reject(new Error('away')) : ask(path, ...more));"
    )
    other = open_new_window
    within_window(other) do
      visit "/drawings/#{drawn.slug}?select=view/iso"
      assert_text 'Shows revision 1'
      find('#sheet').send_keys(:arrow_right)
      assert_text 'Isometric view moved'
    end
    drag(middle('view/iso'), [-50, 0])
    assert_selector '#clash', text: 'Someone changed the same thing meanwhile'
    assert_in_delta x + 1, drawn.reload.value.view('iso').x, 1e-6, 'theirs stands'
    click_button 'Apply mine on top'
    eventually('mine on top') { drawn.reload.value.view('iso').x < x - 5 }
    other.close
  end

  def test_step_7_pdf_and_svg_links_give_files
    open_drawing
    assert_equal "/drawings/#{drawn.slug}.pdf", URI(find_link('PDF')[:href]).path
    visit "/drawings/#{drawn.slug}/sheets/s1.svg"
    assert_selector :xpath, '//*[local-name()="svg"]'
    svg = page.driver.browser.page_source
    assert_includes svg, 'osifont'
  end
end
