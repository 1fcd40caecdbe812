# frozen_string_literal: true

require 'app_helper'

# Copying an assembly or a drawing with what belongs to it, under new numbers and names; taking it back.
class CopiesTest < AppTest
  UNIT =
    "nockplane: assembly/1\nname: Unit FW-6\nproperties: {number: U-6}\ncomponents:\n" \
      "  - {id: lid, model: QI-2130}\n  - {id: pin, model: PIN, purchased: true, at: [0, 90]}\n"

  def setup
    super
    lid
    App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Pin').sub('QI-2130', 'PIN'))
    @unit = App::Actions::AddModel.call(UNIT)
    drawn
    @sheet = App::Actions::CreateDrawing.call(@unit, 'a2-assembly')
    @before = state
  end

  def state =
    [App::Records::Model.order(:id), App::Records::Drawing.order(:id)].map do |list|
      list.map { |r| r.attributes.except('updated_at') }
    end

  def rows(**wish) = post_data('/copy/rows', of: 'model/unit-fw-6', **wish)['rows'].to_h { |r| [r['key'], r] }

  def copy(**wish)
    post_data('/copy', of: 'model/unit-fw-6', **wish)
    App::Queue.work_off
    App::Records::Run.last
  end

  def test_what_belongs_to_it_is_listed_and_purchased_parts_stay_shared
    get '/copy?of=model/unit-fw-6'
    assert_includes last_response.body, 'Copy as a set'
    found = rows
    assert_equal ["drawing/#{drawn.slug}", "drawing/#{@sheet.slug}", 'model/lid', 'model/pin', 'model/unit-fw-6'],
                 found.keys.sort
    assert_equal ['model/pin'], found.reject { |_, r| r['copied'] }.keys
    assert_equal 'U-6 is the number of Unit FW-6 already', found['model/unit-fw-6']['problems'][0]
    one = post_data('/copy/rows', of: "drawing/#{drawn.slug}")['rows']
    assert_equal [["drawing/#{drawn.slug}", true], ['model/lid', true]], one.map { |r| r.values_at('key', 'copied') }
  end

  def test_find_and_replace_names_the_copies_and_clashes_are_marked
    found = rows(find: '6', replace: '8')
    assert_equal ['U-8', 'Unit FW-8', []], found['model/unit-fw-6'].values_at('newNumber', 'newName', 'problems')
    assert_match(/QI-2130 is the number of Lid already/, found['model/lid']['problems'][0])
    found = rows(find: '6', replace: '8', numbers: { 'model/lid' => 'U-8' })
    assert_includes found['model/lid']['problems'], 'U-8 would be given to 2 copies'
    assert_equal 422, post_data('/copy', of: 'model/unit-fw-6', left: rows.keys).then { last_response.status }
  end

  def test_two_replacements_and_free_numbers_where_one_is_taken
    found = rows(find: 'FW-6', replace: 'FW-8', find2: 'U-', replace2: 'V-', free: true)
    assert_equal ['V-6', 'Unit FW-8', []], found['model/unit-fw-6'].values_at('newNumber', 'newName', 'problems')
    assert_equal ['QI-2130-2', []], found['model/lid'].values_at('newNumber', 'problems')
    assert_equal 'QI-2130-D-2', found["drawing/#{drawn.slug}"]['newNumber']
    run = copy(find: 'FW-6', replace: 'FW-8', find2: 'U-', replace2: 'V-', free: true)
    assert_equal 'done', run.state, run.reason
    refute_nil App::Records::Model.find_by(number: 'V-6')
  end

  def test_copies_refer_to_copies_and_nothing_of_the_first_ones_changes
    names = { 'model/lid' => 'QI-2150', "drawing/#{drawn.slug}" => 'QI-2150-D' }
    run = copy(find: '6', replace: '8', numbers: names)
    assert_equal 'done', run.state, run.reason
    unit = App::Records::Model.find_by!(number: 'U-8')
    lid2 = App::Records::Model.find_by!(number: 'QI-2150')
    recipe = Nockplane::Modelling::AssemblyRecipe.parse(unit.latest.recipe)
    assert_equal %w[QI-2150 PIN], recipe.components.map { |c| c['model'] }
    assert_equal({ 'QI-2150' => 1, 'PIN' => 1 }, recipe.pins, 'what was kept stays as it was kept')
    sheet = App::Records::Drawing.find_by!(number: 'U-8-D')
    assert_equal [unit.id], sheet.value.bindings.map(&:model)
    part = App::Records::Drawing.find_by!(number: 'QI-2150-D')
    assert_equal [lid2.id], part.value.bindings.map(&:model)
    assert_empty part.staleness.behind + part.staleness.adrift
    assert_equal drawn.value.dimensions.size, part.value.dimensions.size
    kept = state.map { |list| list.first(@before[0].size) }
    assert_equal @before[0], kept[0]
    assert_equal @before[1], state[1].first(@before[1].size)

    # all of it back in one step
    post_form("/runs/#{run.id}/take-back")
    assert_equal @before, state
    get '/bin'
    assert_includes last_response.body, 'Unit FW-8'
  end

  def test_a_copy_that_was_worked_on_is_not_taken_back_unseen
    run = copy(find: '6', replace: '8', left: ['model/lid', 'model/pin', "drawing/#{drawn.slug}"])
    unit = App::Records::Model.find_by!(number: 'U-8')
    App::Actions::ReviseModel.call(unit, "#{unit.latest.recipe}# more\n", note: 'x')
    post_form("/runs/#{run.id}/take-back")
    assert_includes last_response.body, 'changed since'
    refute_nil App::Records::Model.find_by(number: 'U-8')
  end

  def test_a_number_is_never_given_twice_even_when_its_holder_is_gone
    App::Actions::ThrowAway.drawing(drawn)
    App::Actions::ThrowAway.empty(now: Time.now + (40 * 86_400))
    refute App::Records::Drawing.unscoped.exists?(number: 'QI-2130-D')
    error =
      assert_raises(App::Refused) { App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: 'QI-2130-D') }
    assert_match(/QI-2130-D was given before, to Lid/, error.message)
    assert_equal 'QI-2130-D-2', App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle').number
  end
end
