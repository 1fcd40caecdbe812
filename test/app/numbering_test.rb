# frozen_string_literal: true

require 'app_helper'

# Numbering schemes in use, renumbering seen first, numbers of variants.
class NumberingPagesTest < AppTest
  UNIT = "nockplane: assembly/1\nname: Unit\nproperties: {number: U-1}\ncomponents:\n  - {id: lid, model: QI-2130}\n"

  def test_schemes_are_kept_and_new_things_follow_them
    post_form('/numbering', drawing: 'DRG-{next 4}', variant: '{family}.{variant}')
    get '/numbering'
    assert_includes last_response.body, 'DRG-{next 4}'
    assert_equal %w[DRG-0001 DRG-0002],
                 Array.new(2) { App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle').number }
    post_form('/numbering', drawing: '{what}')
    assert_includes last_response.body, '{what} means nothing'
    post_form('/numbering', drawing: '')
    assert_equal 'QI-2130-D', App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle').number
  end

  def test_rows_of_a_table_get_numbers_that_nobody_has
    family = App::Actions::AddModel.call(FAMILY.sub('QI-2131', 'QI-2130-02'))
    App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Cap').sub('QI-2130', 'QI-2130-01'))
    found = post_data("/models/#{family.slug}/family/numbers", rows: [['', 'a'], %w[QI-2130-04 b], ['', 'c']])
    assert_equal 'QI-2130-04', found['numbers'][1]
    assert_equal 3, found['numbers'].uniq.size
    refute_includes found['numbers'], 'QI-2130-01'
  end

  def test_renumbering_is_seen_first_and_assemblies_are_told
    lid
    unit = App::Actions::AddModel.call(UNIT)
    drawn
    post_form('/numbering', model: 'M-{next 3}', drawing: '{part}/1')
    get '/numbering?preview=model'
    assert_match(%r{numbers\[model/lid\]"[^>]*value="M-001"}, last_response.body)
    assert_equal 'QI-2130', lid.reload.number, 'nothing is written by looking'
    post_form('/numbering/renumber', things: ['model/lid'], numbers: { 'model/lid' => 'M-001' })
    App::Queue.work_off
    assert_equal 'M-001', lid.reload.number
    assert_equal 'M-001', Nockplane::Modelling::AssemblyRecipe.parse(unit.reload.latest.recipe).components[0]['model']
    get '/numbering?preview=drawing'
    assert_includes last_response.body, 'value="M-001/1"'
    key = "drawing/#{drawn.slug}"
    post_form('/numbering/renumber', things: [key], numbers: { key => 'M-001/1' })
    App::Queue.work_off
    assert_equal 'M-001/1', drawn.reload.number
    post_form('/numbering/renumber', things: [key, 'model/unit'], numbers: { key => 'X', 'model/unit' => 'X' })
    assert_includes last_response.body, 'X would be given 2 times'
  end
end
