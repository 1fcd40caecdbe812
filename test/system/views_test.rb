# frozen_string_literal: true

require 'system_helper'

# Making views out of views with the mouse and the keyboard, on the Lid: 100 x 50 x 6 with a blind hole ⌀16 at (20, 0).
class ViewsSystemTest < SystemTest
  def open_drawing(select = 'view/plan')
    drawn
    visit "/drawings/#{drawn.slug}?select=#{select}"
    assert_selector '#sheet .pull-handle', visible: :all, count: 8
  end

  def value = drawn.reload.value
  def made(kind) = value.views.find { |v| v.kind == kind }
  def at(x, y) = builder.place(value.view('plan')).point([x, y, 6.0])
  def builder = Nockplane::Drawings::SceneBuilder.new(value, 's1', App::Workshop.source)
  def mouse = page.driver.browser.action

  # Screen point of a point of paper, mm with y up.
  def screen(x, y)
    evaluate_script(<<~JS, x, value.sheets[0].paper.height - y)
      (() => {
        const seen = document.querySelector('svg.sheet').getScreenCTM();
        const p = new DOMPoint(arguments[0], arguments[1]).matrixTransform(seen);
        return [p.x, p.y];
      })()
    JS
  end

  def click_paper(x, y) = mouse.move_to_location(*screen(x, y).map(&:round)).click.perform
  def told = find('#told').text

  # A button that starts something drawn by hand.
  def draw(kind)
    button = find("#column [data-draw='#{kind}']", visible: :all)
    button.find(:xpath, 'ancestor::details/summary', visible: :all).click unless button.visible?
    find("#column [data-draw='#{kind}']").click
    assert_selector '#sheet.placing'
  end

  def heading(words) = assert_selector('#column h2', text: words)

  def test_a_neighbour_is_pulled_out_by_its_handle_and_seen_before_it_is_dropped
    open_drawing('view/front')
    x, y =
      evaluate_script(
        "(() => { const r = document.querySelector('.pull-handle[data-to=\"up right\"]').getBoundingClientRect(); " \
        "return [r.x + r.width / 2, r.y + r.height / 2]; })()"
      )
    mouse.move_to_location(x.round, y.round).pointer_down(:left).move_by(40, -10).move_by(60, 10).perform
    assert_selector '#sheet .pulled path', visible: :all, minimum: 5
    assert_nil value.views.find { |v| v.direction == 'up right' }, 'nothing is written yet'
    mouse.pointer_up(:left).perform
    heading 'Projected view'
    pulled = value.views.find { |v| v.direction == 'up right' }
    assert_equal %w[pictorial front], [pulled.kind, pulled.parent]
    click_button 'Undo'
    assert_no_selector "#sheet g[data-owner='view/#{pulled.id}']", visible: :all
  end

  def test_by_keyboard_a_neighbour_from_the_pad_and_a_section_with_cross_hairs
    open_drawing
    find("[aria-label='Pull out View from the left, right']").send_keys(:enter)
    if seen_within(10) { value.views.any? { |v| v.parent == 'plan' } }
      assert_equal 'plan', value.views.find { |v| v.direction == 'right' && v.parent == 'plan' }&.parent
    end

    visit "/drawings/#{drawn.slug}?select=view/plan"
    draw 'section'
    mouse.send_keys(*([:arrow_down] * 3), :enter).perform
    mouse.key_down(:shift).send_keys(*([:arrow_up] * 2)).key_up(:shift).send_keys(:enter).perform
    eventually('the next stage') { told.include?('where it goes') }
    mouse.key_down(:shift).send_keys(*([:arrow_right] * 12)).key_up(:shift).send_keys(:enter).perform
    heading 'Section A-A'
    assert_equal 'plan', made('section').parent
  end

  def test_a_section_is_drawn_dragged_and_changed
    open_drawing
    draw 'section'
    click_paper(*at(20.4, -40))
    click_paper(*at(20, 40))
    click_paper(*at(120, 0))
    heading 'Section A-A'
    section = made('section')
    assert_in_delta 20, section.own.line[0].x, 1e-6, 'through the axis it came near'
    assert_selector "#sheet g[data-owner='mark/#{section.id}'] text", text: 'A', visible: :all, count: 2
    fill_in 'cut-depth', with: '4,5'
    within(find('form', text: 'How it is cut')) { click_button 'Apply' }
    eventually('the depth') { value.view(section.id).own.depth == 4.5 }
    line =
      evaluate_script(
        "(() => { const r = document.querySelector('[data-owner=\"mark/#{section.id}\"] " \
        ".hit-line').getBoundingClientRect(); return [r.x + r.width / 2, r.y + 6]; })()"
      )
    drag(line, [-40, 0])
    eventually('the line moved') { value.view(section.id).own.line[0].x < 15 }
    click_button 'Look the other way'
    eventually('the other side') { value.view(section.id).own.looks == -section.own.looks }
  end

  def test_a_line_that_misses_the_part_is_told_and_nothing_changes
    open_drawing
    version = drawn.version
    draw 'section'
    [[80, -40], [80, 40], [140, 0]].each { |p| click_paper(*at(*p)) }
    assert_selector '#told p.bad', text: 'nothing of the part is cut there'
    assert_equal version, drawn.reload.version
    draw 'section'
    mouse.send_keys(:escape).perform
    assert_no_selector '#sheet.placing'
  end

  def test_a_detail_is_drawn_scaled_and_deleted_with_its_mark
    open_drawing
    draw 'detail'
    from, to = [at(20, 0), at(32, 0)].map { |p| screen(*p) }
    drag(from, [to[0] - from[0], 0])
    eventually('the next stage') { told.include?('where it goes') }
    click_paper(330, 250)
    heading 'Detail A'
    detail = made('detail')
    corner =
      evaluate_script(
        "(() => { const r = document.querySelector('.scale-handle').getBoundingClientRect(); return [r.x + r.width / " \
        "2, r.y + r.height / 2]; })()"
      )
    drag(corner, [90, 90])
    eventually('a larger scale') { value.scale(value.view(detail.id)) > value.scale(detail) }
    assert_includes Nockplane::Drafting::Scale::PREFERRED, value.scale(value.view(detail.id))
    click_button 'Delete view'
    assert_no_selector "#sheet g[data-owner='mark/#{detail.id}']", visible: :all
  end

  def test_an_auxiliary_view_a_crop_a_gap_and_a_turn
    open_drawing
    draw 'auxiliary'
    click_paper(*at(50, 5))
    click_paper(*at(130, 0))
    heading 'View A'
    assert_equal 'right', made('auxiliary').direction
    visit "/drawings/#{drawn.slug}?select=view/plan"
    draw 'interrupt'
    a, b = [at(-30, 0), at(-5, 0)].map { |p| screen(*p) }
    drag(a, [b[0] - a[0], 3])
    eventually('the gap') { value.view('plan').gaps&.size == 1 }
    click_button 'Join it again'
    eventually('whole again') { value.view('plan').gaps.nil? }
    draw 'crop'
    a, b = [at(0, -20), at(40, 20)].map { |p| screen(*p) }
    drag(a, [b[0] - a[0], b[1] - a[1]])
    eventually('the crop') { value.view('plan').crop }
    find('summary', text: 'Turn it, name it').click
    fill_in 'angle', with: '30'
    click_button 'Turn'
    eventually('the turn') { value.view('plan').turn == 30.0 && value.view('plan').released }
    assert_button 'In line with Front view again'
  end

  def test_deleting_a_parent_asks_what_becomes_of_its_children
    open_drawing('view/front')
    click_button 'Delete view'
    within('#clash') do
      assert_text 'Front view goes with'
      click_button 'Keep', match: :first
    end
    eventually('the children stay') { value.view('front').nil? && value.view('plan')&.parent.nil? }
    assert_equal 'principal', value.view('plan').kind
  end

  def test_a_view_of_another_model_on_an_empty_sheet
    drawn
    other = App::Actions::AddModel.call(PART.sub('Lid', 'Cover').sub('QI-2130', 'QI-2131'))
    visit "/drawings/new?model=#{drawn.bindings.first.model.slug}"
    click_button 'Start with an empty sheet'
    assert_selector '#column h2', text: 'Docket of this drawing'
    find('#add-view summary').click
    select other.latest.model.name, from: 'Of the model', match: :first
    choose 'above'
    click_button 'Put it where there is room'
    heading 'View from above'
    fresh = App::Records::Drawing.order(:id).last
    assert_equal 2, fresh.value.bindings.size
    assert_equal fresh.value.bindings.map(&:model).sort, fresh.bindings.pluck(:model_id).sort
  end

  # Middle of the text that names what the pointer meets.
  def met = evaluate_script("document.querySelector('#sheet .sketch-words')?.textContent || null")

  def hover(x, y)
    mouse.move_to_location(*screen(x, y).map(&:round)).perform
    met
  end

  def test_sizes_are_measured_by_picking_what_is_named_and_go_on_until_left
    open_drawing
    page.driver.browser.action.send_keys('m').perform
    assert_selector '#sheet.placing'
    left, right = at(-50, -25), at(50, -25)
    assert_equal 'end', hover(*left)
    click_paper(*left)
    assert_equal 'centre', hover(*at(20, 0))
    click_paper(*at(20, 0))
    click_paper(left[0] + 30, left[1] - 12)
    eventually('the size') { value.dimensions.any? { |d| d.snapshot.kind == 'across' } }
    assert_in_delta 70, value.dimensions.last.snapshot.value, 1e-6
    assert_selector '#sheet.placing'
    click_paper(*left)
    page.driver.browser.action.send_keys(:backspace).perform
    click_paper(*right)
    click_paper(*at(50, 25))
    assert_text 'Click where the words go'
    page.driver.browser.action.send_keys(:escape).perform
    assert_no_selector '#sheet.placing'
    assert_equal(1, value.dimensions.count { |d| d.snapshot.kind == 'across' })
    click_button 'Undo'
    eventually('it gone') { value.dimensions.none? { |d| d.snapshot.kind == 'across' } }
  end

  def test_running_dimensions_in_one_go
    open_drawing
    find('#make-measure summary').click
    find('#several-way').select 'level'
    find("[aria-label='How they are arranged']").select 'running'
    find("#column [data-draw='measure several']").click
    assert_selector '#sheet.placing'
    [[-50, -25], [20, 0], [50, -25]].each { |p| click_paper(*at(*p)) }
    page.driver.browser.action.send_keys(:enter).perform
    assert_text 'Click where the line goes'
    click_paper(*at(0, -25).then { |x, y| [x, y - 14] })
    eventually('both sizes') do
      value.dimensions.count { |d| d.place.is_a?(Nockplane::Drawings::Annotations::Running) } == 2
    end
    assert_equal([70.0, 100.0], value.dimensions.last(2).map { |d| d.snapshot.value.round(6) })
  end

  def test_a_note_is_pointed_at_a_place_of_a_view
    App::Actions::EditDrawing.call(drawn, base: nil) do |v|
      Nockplane::Drawings::AnnotationEdits.add_note(v, 's1', 'Deburr', 40, 270)
    end
    visit "/drawings/#{drawn.slug}?select=note/n1"
    assert_text 'It points at nothing.'
    page.driver.browser.action.send_keys('l').perform
    assert_selector '#sheet.placing'
    assert_equal 'centre', hover(*at(20, 0))
    click_paper(*at(20, 0))
    assert_text(/centre of/)
    assert_selector "#sheet g[data-owner='note/n1'] polygon", visible: :all
    click_button 'take it away'
    assert_text 'It points at nothing.'
  end

  def test_model_dimensions_are_chosen_on_the_view_itself
    id = drawn.value.dimensions.find { |d| d.dimension == 'plate.profile.width' }.id
    App::Actions::EditDrawing.call(drawn, base: nil) do |v|
      Nockplane::Drawings::AnnotationEdits.remove(v, "dimension/#{id}")
    end
    open_drawing('view/front')
    page.driver.browser.action.send_keys('c').perform
    assert_selector '#sheet .candidates [data-owner="candidate/plate.profile.width"]', visible: :all
    x, y =
      evaluate_script(
        "(() => { const r = document.querySelector('.candidates .hit').getBoundingClientRect(); " \
        'return [r.x + r.width / 2, r.y + r.height / 2]; })()'
      )
    ticked = -> { all('#column input[name=dimension]').count(&:checked?) }
    mouse.move_to_location(x.round, y.round).click.perform
    assert_selector '#sheet .candidates .taken', visible: :all
    assert_equal 1, ticked.call
    sleep 0.6
    mouse.move_to_location(x.round, y.round).click.perform
    assert_no_selector '#sheet .candidates .taken', visible: :all
    assert_equal 0, ticked.call
    heading 'Front view'
    sleep 0.6
    mouse.move_to_location(x.round, y.round).click.perform
    click_button 'Adopt the ticked ones'
    eventually('it adopted') { value.dimensions.any? { |d| d.dimension == 'plate.profile.width' } }
    assert_no_selector '#sheet .candidates', visible: :all
  end
end
