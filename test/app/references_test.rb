# frozen_string_literal: true

require 'app_helper'

# What refers to what, as a page and on the command line; pointing it elsewhere without opening it.
class ReferencePagesTest < AppTest
  UNIT =
    "nockplane: assembly/1\nname: Unit\nproperties: {number: U-1}\ncomponents:\n  - {id: lid, model: QI-2130}\n" \
      "  - {id: cap, model: QI-2130, revision: 1, at: [0, 80]}\n"

  def wide =
    @wide ||=
      App::Actions::AddModel.call(
        PART.sub('name: Lid', 'name: Wide lid').sub('QI-2130', 'QI-2200').sub('value: 100', 'value: 130')
      )

  def unit = @unit ||= (lid && App::Actions::AddModel.call(UNIT))

  def test_a_model_is_shown_with_all_that_rests_on_it_and_what_it_rests_on
    drawn && unit
    get '/references?of=model/lid'
    [drawn.number, 'U-1 Unit', 'revision 1', '<svg class="graph"'].each { |w| assert_includes last_response.body, w }
    get "/references?of=drawing/#{drawn.slug}"
    assert_includes last_response.body, 'A3 part'
    get '/references'
    assert_includes last_response.body, 'Nothing that is referred to is missing.'
    get '/references?of=model/none'
    assert_equal 404, last_response.status
  end

  def test_drawings_and_assemblies_are_pointed_elsewhere_after_it_was_shown_what_would_become_of_them
    drawn && unit && wide
    things = ["drawing/#{drawn.slug}", 'model/unit']
    before = drawn.value
    post_form('/references/repoint', of: 'model/lid', model: 'wide-lid', things: things, way: 'show')
    App::Queue.work_off
    run = App::Records::Run.last
    assert_equal %w[done done], run.lines.map { |l| l['state'] }
    assert_match(/\A\d+ kept; scale/, run.lines[0]['words'])
    assert_equal [before, 1], [drawn.reload.value, unit.reload.latest.number]
    post_form('/references/repoint', of: 'model/lid', model: 'wide-lid', things: things, way: 'write')
    App::Queue.work_off
    assert_equal [wide.id], drawn.reload.value.bindings.map(&:model)
    assert_equal 2, unit.reload.latest.number
    assert_equal %w[QI-2200 QI-2200],
                 Nockplane::Modelling::AssemblyRecipe.parse(unit.latest.recipe).components.map { |c| c['model'] }
    post_form('/references/repoint', of: 'model/lid', model: 'lid', things: things)
    assert_includes last_response.body, 'That is the model they rest on already'
  end

  def test_what_is_broken_says_what_to_do
    family = App::Actions::AddModel.call(FAMILY)
    App::Actions::CreateDrawing.call(family, 'a3-part-first-angle', show: 'long')
    text = family.latest.recipe.sub(/^  long:.*\n/, '')
    App::Actions::ReviseModel.call(family, text, note: 'long one gone')
    get '/references'
    assert_includes last_response.body, 'which is not there: the table has no such variant any more'
    get '/'
    assert_includes last_response.body,
                    '<b>variant long</b>, which is not there: the table has no such variant any more'
    found = App::Commands::References.call
    assert_equal 1, found[:broken].size
    one = App::Commands::References.call('QI-2130')
    assert_equal %w[model/lid broken], [one[:key], one[:used_by][0][:state]]
    assert_raises(Nockplane::Error) { App::Commands::References.call('nothing') }
  end

  def test_a_file_that_is_gone_is_told_on_the_board
    plate = take(File.binread(File.join(App::Designer::STEPS, 'motor-plate-r1.step')), 'plate.step').model
    get '/'
    refute_includes last_response.body, 'its imported file'
    path = App::Files.path(Nockplane::Modelling::ImportReference.parse(plate.latest.recipe).file)
    File.rename(path, "#{path}.away")
    get '/'
    assert_includes last_response.body,
                    '<b>its imported file</b>, which is not there: bring the file back from a backup'
  ensure
    File.rename("#{path}.away", path)
  end
end
