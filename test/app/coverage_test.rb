# frozen_string_literal: true

require 'app_helper'

# Coverage on a model's page: worked out by a worker, told as states and sentences.
class CoveragePagesTest < AppTest
  def test_it_is_worked_out_by_a_worker_and_told
    revise(lid, 'thick: 6', 'thick: 6.4') # (a part that no other test works out)
    get "/models/#{lid.slug}"
    assert_includes last_response.body, 'id="show-coverage"'
    get "/models/#{lid.slug}/coverage"
    assert_equal({ 'waiting' => true }, JSON.parse(last_response.body))
    App::Queue.work_off
    get "/models/#{lid.slug}/coverage"
    found = JSON.parse(last_response.body)
    assert_equal 'pinned', found['states']['plate/end.end']
    assert_equal App::Workshop.source.model_of(lid.reload.latest.recipe).solid.faces.size, found['states'].size
    assert_includes found['part'], 'pinned down'
    found['states'].each_value { |state| assert_includes Nockplane::Linking::Coverage::STATES, state }
  end

  def test_an_assembly_has_none
    lid
    unit = App::Actions::AddModel.call("nockplane: assembly/1\nname: U\ncomponents:\n  - {id: base, model: QI-2130}\n")
    get "/models/#{unit.slug}"
    refute_includes last_response.body, 'id="show-coverage"'
  end
end

# A chain of sizes on a model's page.
class ChainPagesTest < AppTest
  def chain(**asked)
    get "/models/#{lid.slug}/chain", asked, { 'HTTP_ACCEPT' => 'application/json' }
    JSON.parse(last_response.body)
  end

  def test_it_is_added_up_and_compared_with_what_is_wanted
    found = chain(from: 'plate/end.start', to: 'plate/end.end', class: 'm', least: '5.8', greatest: '6,2')['part']
    assert_includes found, 'plate.depth'
    assert_includes found, '5.9 to'
    assert_includes found, 'It is kept even at worst.'
    assert_includes chain(from: 'plate/end.start', to: 'plate/end.end', class: 'm', least: '6')['part'],
                    'It is not kept.'
    assert_includes chain(from: 'plate/end.start', to: 'plate/end.end', class: '')['part'],
                    'Without a tolerance: plate.depth'
  end

  def test_what_cannot_be_is_told
    assert_includes chain(from: 'plate/side.left', to: 'plate/side.top')['part'], 'they are not parallel'
    assert_equal 'Name two faces.', chain(from: 'plate/side.left', to: ' ')['error']
    assert_equal 422, last_response.status
  end
end
