# frozen_string_literal: true

require 'system_helper'

# Explosions made by dragging components in the picture, display sets, and both in the views of a drawing.
class ExplosionsSystemTest < SystemTest
  def unit
    lid
    @unit ||= App::Actions::AddModel.call(UNIT)
  end

  def loaded = assert_selector('#viewer[data-ready="yes"]')
  def arrows = JSON.parse(find('#viewer canvas')['data-arrows'] || '[]')

  # Ways of the arrows in their order.
  UP = 4

  def pick_in_the_middle
    box =
      evaluate_script(
        "(() => { const r = document.querySelector('#viewer canvas').getBoundingClientRect(); " \
          'return [r.x + r.width / 2, r.y + r.height / 2 - 25]; })()'
      )
    page.driver.browser.action.move_to_location(*box.map(&:round)).click.perform
    eventually('arrows stand at what was picked') { arrows.size == 6 }
  end

  def test_an_explosion_is_made_by_dragging_and_kept
    visit "/models/#{unit.slug}"
    loaded
    fill_in 'new-explosion', with: 'service'
    within('#arrangement-place') { click_button 'Add explosion' }
    assert_selector 'section[aria-label="exploded: service"]', text: 'No steps yet.'
    loaded
    click_button 'move components'
    pick_in_the_middle
    assert_text 'top: drag an arrow'
    drag(arrows[UP], [0, -60])
    assert_selector '.explosion li', text: 'top up'
    moved = find('.explosion li input[name=distance]').value.to_f
    assert_operator moved, :>, 5
    first('.explosion li input[name=distance]').set("30\n")
    eventually('the typed distance is kept') { find('.explosion li input[name=distance]').value == '30' }
    fill_in 'note', with: 'to get at the wheel'
    click_button 'Keep as revision 2'
    assert_selector 'option', text: 'exploded: service', visible: :all
    assert_equal [[%w[top], [0.0, 0.0, 30.0]]], App::Workshop.source.moves(unit.reload.latest.recipe, 'service')
  end

  def test_a_view_shows_an_explosion_and_a_display_set_by_name
    text =
      "#{UNIT}explosions:\n  service:\n    - {components: [top], direction: [0, 0, 1], distance: 70}\n" \
        "display_sets:\n  base alone: {out: [top]}\n"
    lid
    model = App::Actions::AddModel.call(text)
    drawing = App::Actions::CreateDrawing.call(model, 'a3-part-first-angle')
    visit "/drawings/#{drawing.slug}?select=view/front"
    before = middle('view/front')
    select 'exploded: service', from: 'view-state'
    eventually('it is exploded') { drawing.reload.value.view('front').state == 'exploded/service' }
    refute_nil before
    select 'as made', from: 'view-state'
    eventually('it is as made') { drawing.reload.value.view('front').state.nil? }
    find('#shape-parts summary').click unless has_select?('display-set', wait: 1)
    select 'base alone', from: 'display-set'
    eventually('the set is shown') { drawing.reload.value.view('front').display_set == 'base alone' }
    assert_text 'set: left out'
  end

  # Paper places of a view's model points, in pixels of the screen.
  def pixels(drawing, view, *point)
    value = drawing.reload.value
    x, y =
      Nockplane::Drawings::SceneBuilder
        .new(value, 's1', App::Workshop.source, shade: :known)
        .place(value.view(view))
        .point(point)
    evaluate_script(<<~JS, x, y)
      (() => {
        const svg = document.querySelector('#sheet svg.sheet');
        const p = new DOMPoint(arguments[0], #{drawing.value.sheet('s1').paper.height} - arguments[1]).matrixTransform(svg.getScreenCTM());
        return [Math.round(p.x), Math.round(p.y)];
      })()
    JS
  end

  def click_at(x, y) = page.driver.browser.action.move_to_location(x, y).click.perform

  # One stage after the other, each when it is asked for (points of the model in the front view).
  def pick_and_place(drawing, first, edge, second, place)
    assert_selector '#told', text: first
    click_at(*pixels(drawing, 'front', *edge))
    assert_selector '#told', text: second
    click_at(*pixels(drawing, 'front', *place))
  end

  def balloons(drawing) = drawing.reload.value.notes.select(&:item)

  def test_balloons_are_picked_one_by_one_put_in_a_row_and_stacked
    lid
    App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Cover').sub('QI-2130', 'QI-2131'))
    model = App::Actions::AddModel.call(UNIT.sub('{id: top, model: QI-2130', '{id: top, model: QI-2131'))
    drawing = App::Actions::CreateDrawing.call(model, 'a2-assembly')
    visit "/drawings/#{drawing.slug}?select=view/front"
    click_button 'Pick one part'
    pick_and_place(drawing, 'Pick an edge of the part', [-50, -25, 3], 'Click where its balloon goes', [-62, -25, 10])
    eventually('the first stands') { balloons(drawing).size == 1 }
    pick_and_place(drawing, 'Pick an edge of the part', [-50, -25, 29], 'Click where its balloon goes', [-66, -25, 40])
    eventually('the second stands') { balloons(drawing).size == 2 }
    assert_selector '#told', text: 'Pick an edge of the part'
    find('body').send_keys(:escape)
    assert_selector 'legend', text: 'In a row along an edge'
    click_button 'Pick the edge'
    pick_and_place(drawing, 'Pick the edge that they are to', [50, -25, 3], 'Click where the row goes', [75, -25, 10])
    eventually('they stand in one column') { balloons(drawing).map { |n| n.x.round(2) }.uniq.size == 1 }
    visit "/drawings/#{drawing.slug}?select=note/#{balloons(drawing)[1].id}"
    click_button 'Stack'
    eventually('one balloon of two') { balloons(drawing).size == 1 }
    visit "/drawings/#{drawing.slug}?select=note/#{balloons(drawing)[0].id}"
    click_button 'Take the last one off the stack'
    eventually('two again') { balloons(drawing).size == 2 }
  end
end
