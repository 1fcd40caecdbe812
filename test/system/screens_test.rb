# frozen_string_literal: true

require 'system_helper'

# The corners of the screens that the lead's day does not pass.
class ScreensTest < SystemTest
  def open_drawing(query = '')
    drawn
    visit "/drawings/#{drawn.slug}#{query}"
    assert_selector '#sheet g[data-owner="view/front"]', visible: :all
  end

  def value = drawn.reload.value

  def test_adding_a_model_by_pasting_a_recipe
    visit '/models'
    assert_text 'No models yet.'
    find('summary', text: 'Add a model').click
    fill_in 'Recipe text', with: PART.sub('thick: 6', 'thick: -6')
    click_button 'Add the model'
    assert_text 'Not added.'
    assert_text 'line 13, features[0].depth: -6 mm; a size must be above 0'
    area = find_field('Recipe text')
    assert_includes area.value, 'thick: -6', 'what was typed is still there'
    area.set(PART)
    click_button 'Add the model'
    assert_selector 'h1', text: 'Lid'
    assert_text 'cm³', wait: 20
  end

  def test_a_faulty_feature_is_named_and_the_part_up_to_it_shown
    visit "/models/#{lid.slug}"
    assert_selector '#viewer[data-ready="yes"]'
    whole = find('#viewer')['data-faces'].to_i
    area = find_field('Recipe text')
    area.set(PART.sub('diameter: 16', 'diameter: 400'))
    click_button 'Check and try'
    assert_text "The picture shows the part up to 'seat'."
    assert_selector "#viewer[data-ready='yes'][data-faces='#{whole - 2}']"
  end

  def test_an_assembly_exploded
    lid
    unit =
      App::Actions::AddModel.call(
        "nockplane: assembly/1\nname: Unit\ncomponents:\n  - {id: base, model: lid}\n  - {id: top, model: lid, " \
          "offset: 30}\nexplode:\n  - {components: [top], direction: [0, 0, 1], distance: 60}\n"
      )
    visit "/models/#{unit.slug}"
    assert_selector '#viewer[data-ready="yes"]'
    select 'exploded', from: 'explode'
    assert_button 'move components'
    assert_selector '#viewer[data-ready="yes"]'
    click_link 'Lid', match: :first
    assert_selector 'h1', text: 'Lid'
  end

  def test_coverage_in_the_picture_and_in_words
    revise(lid, 'thick: 6', 'thick: 6.2') # (a part that no other test works out)
    visit '/models/lid'
    assert_selector '#viewer[data-ready="yes"]'
    click_button 'Show it in the picture'
    assert_text 'It is being worked out'
    App::Queue.work_off
    assert_selector '.coverage-key.pinned', text: 'pinned down'
    assert_selector '.coverage-list li', minimum: 1
    click_button 'Show it in the picture'
    assert_no_selector '.coverage-key', visible: true
  end

  def test_a_chain_of_sizes_typed_and_picked
    lid
    visit '/models/lid'
    assert_selector '#viewer[data-ready="yes"]'
    fill_in 'chain-from', with: 'plate/end.start'
    fill_in 'chain-to', with: 'plate/end.end'
    fill_in 'chain-least', with: '5,95'
    click_button 'Add them up'
    assert_text 'It is not kept.'
    assert_selector '#chain-place td', text: 'plate.depth'
    find('[data-look="top"]').click
    click_button 'Pick the faces'
    find('#viewer').click
    eventually('the face that was picked stands in the form') { find('#chain-from').value == 'plate/end.end' }
  end

  def test_find_box_by_keyboard
    open_drawing
    find('body').send_keys('/')
    assert_equal 'find', evaluate_script('document.activeElement.id')
    find('#find').send_keys('down')
    assert_selector '#found li', text: 'Download PDF'
    find('#find').send_keys(:escape)
    assert_no_selector '#found li'
    find('#find').send_keys('select view from above', :enter)
    assert_selector '#column h2', text: 'View from above'
    assert_includes current_url, 'select=view'
  end

  def test_selection_is_in_the_address_and_back_goes_back
    open_drawing
    click_link 'Front view'
    assert_selector '#column h2', text: 'Front view'
    assert_selector '#sheet .chosen-box', visible: :all
    page.go_back
    assert_selector '#column h2', text: 'Docket of this drawing'
    open_drawing('?select=dimension/d1')
    assert_selector '#column h2', text: value.dimension('d1').snapshot.value.to_i.to_s
  end

  def test_clicking_on_the_sheet_selects_and_escape_lets_go
    open_drawing
    page.driver.browser.action.move_to_location(*middle('view/iso').map(&:round)).click.perform
    assert_selector '#column h2', text: 'Isometric view'
    find('body').send_keys(:escape)
    assert_selector '#column h2', text: 'Docket of this drawing'
  end

  def test_lines_and_scale_of_a_view
    open_drawing('?select=view/front')
    select 'visible lines only', from: 'Lines'
    fill_in 'scale', with: '1:2'
    click_button 'Apply'
    assert_no_selector '#sheet g[data-owner="view/front"] path.l-hidden', visible: :all
    eventually('the label') { sheet_words.include?('(1:2)') }
    fill_in 'scale', with: 'large'
    click_button 'Apply'
    assert_text '“large” is not a scale; write 1:2, 1:2,5 or 2:1.'
    assert_equal 0.5, value.view('front').scale
  end

  def test_zoom_and_pan_leave_the_drawing_alone
    open_drawing
    version = drawn.reload.version
    before = middle('view/front')
    find('[aria-label="Zoom in"]').click
    refute_equal before, middle('view/front')
    drag([640, 700], [0, -60])
    click_button 'fit'
    before.zip(middle('view/front')).each { |a, b| assert_in_delta a, b, 1 }
    assert_equal version, drawn.reload.version
  end

  def test_the_wheel_goes_nearer_to_what_is_under_the_pointer
    open_drawing
    version = drawn.reload.version
    before = middle('view/front')
    width = view_width('view/front')
    wheel(before, -240)
    assert_operator view_width('view/front'), :>, width * 1.2
    before.zip(middle('view/front')).each { |a, b| assert_in_delta a, b, 3, 'it stays under the pointer' }
    wheel(before, 240)
    assert_in_delta width, view_width('view/front'), 2
    assert_equal version, drawn.reload.version
  end

  def test_two_fingers_spread_go_nearer_and_one_moves_the_sheet
    open_drawing
    version = drawn.reload.version
    width = view_width('view/front')
    touch([[560, 600], [620, 600]], [[500, 600], [680, 600]])
    assert_operator view_width('view/front'), :>, width * 1.5
    before = middle('view/front')
    touch([[640, 690]], [[700, 670]])
    after = middle('view/front')
    assert_in_delta 60, after[0] - before[0], 8
    assert_in_delta(-20, after[1] - before[1], 8)
    assert_equal version, drawn.reload.version
  end

  def view_width(key)
    evaluate_script("document.querySelector('#sheet g[data-owner=\"#{key}\"]').getBoundingClientRect().width")
  end

  def wheel(at, by)
    send_cdp('Input.dispatchMouseEvent', type: 'mouseWheel', x: at[0], y: at[1], deltaX: 0, deltaY: by)
    sleep 0.3
  end

  # Fingers put down, moved in ten steps and lifted.
  def touch(from, to)
    points = ->(list) { list.each_with_index.map { |(x, y), i| { x: x, y: y, id: i } } }
    send_cdp('Input.dispatchTouchEvent', type: 'touchStart', touchPoints: points[from])
    (1..10).each do |step|
      between = from.zip(to).map { |a, b| a.zip(b).map { |p, q| p + ((q - p) * step / 10.0) } }
      send_cdp('Input.dispatchTouchEvent', type: 'touchMove', touchPoints: points[between])
    end
    send_cdp('Input.dispatchTouchEvent', type: 'touchEnd', touchPoints: [])
    sleep 0.3
  end

  def send_cdp(name, **parameters) = page.driver.browser.execute_cdp(name, **parameters)

  def test_note_is_reworded_and_deleted
    App::Actions::EditDrawing.call(drawn, base: nil) do |v|
      Nockplane::Drawings::AnnotationEdits.add_note(v, 's1', 'Deburr', 60, 60)
    end
    open_drawing('?select=note/n1')
    fill_in 'Words', with: 'Deburr all edges'
    click_button 'Change'
    eventually('the new words') { sheet_words.include?('Deburr all edges') }
    click_button 'Delete note'
    eventually('the note gone') { !sheet_words.include?('Deburr all edges') }
    click_button 'Undo'
    eventually('the note back') { sheet_words.include?('Deburr all edges') }
  end

  def test_a_size_that_cannot_be_built_changes_nothing
    id = drawn.value.dimensions.find { |d| d.dimension == 'seat.callout' }.id
    open_drawing("?select=dimension/#{id}")
    fill_in 'Diameter of seat', with: '0'
    click_button 'Change the model'
    assert_text 'a size must be above 0'
    assert_equal 1, lid.reload.latest.number
    assert_includes sheet_words, '⌀16'
  end

  def test_a_size_that_is_an_expression_shows_it_and_points_at_the_model
    id = drawn.value.dimensions.find { |d| d.dimension == 'plate.profile.height' }.id
    open_drawing("?select=dimension/#{id}")
    assert_field 'Value in the model', with: '= length / 2'
    click_link 'half'
    assert_selector '#size-half'
  end

  def test_an_earlier_revision_is_shown_but_not_changed
    revise(lid, 'thick: 6', 'thick: 9')
    visit '/models/lid?revision=1'
    assert_text 'You are looking at an earlier revision.'
    assert_selector '#size-thick[disabled]'
    assert_no_button 'Try these sizes'
    assert_text '100 × 50 × 6 mm'
    click_link 'Go to revision 2'
    assert_text '100 × 50 × 9 mm'
  end

  def test_dropping_a_tried_change
    lid
    visit '/models/lid'
    fill_in 'size-thick', with: '20'
    click_button 'Try these sizes'
    assert_text 'thick: 6 → 20'
    click_button 'Drop the change'
    assert_no_text 'What would change'
    assert_equal '6', find('#size-thick').value
    assert_equal 1, lid.reload.latest.number
  end

  def test_update_of_ticked_drawings_only
    other = App::Actions::CreateDrawing.call(lid, 'a3-part-third-angle', number: 'QI-2130-T')
    drawn
    revise(lid, 'thick: 6', 'thick: 7')
    visit '/'
    find("input[value='#{drawn.slug}']").uncheck
    click_button 'Update the ticked drawings'
    assert_text '1 drawing brought up to its model.'
    assert_equal [1, 2], [drawn, other].map { |d| d.reload.value.view('front').revision }
  end

  def test_a_wrong_address_offers_the_way_back
    visit '/drawings/none'
    assert_text 'There is no drawing \'none\'.'
    click_link 'Go to the board'
    assert_selector 'h1', text: 'Board'
  end

  def test_shading_follows_the_lines_of_a_new_revision
    drawn
    visit "/drawings/#{drawn.slug}"
    assert_selector '#sheet g[data-owner="view/iso"] path.l-shade', visible: :all, minimum: 3
    revise(lid, 'thick: 6', 'thick: 11')
    visit "/drawings/#{drawn.slug}"
    click_button 'Update the sheet'
    assert_text 'Nothing to settle'
    assert_selector '#sheet g[data-owner="view/iso"] path.l-shade', visible: :all, minimum: 3
  end
end
