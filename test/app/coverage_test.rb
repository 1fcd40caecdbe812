# frozen_string_literal: true

require 'app_helper'

# Coverage on a model's page: worked out by a worker, told as states and sentences.
class CoveragePagesTest < AppTest
  def test_it_is_worked_out_by_a_worker_and_told
    get "/models/#{lid.slug}"
    assert_includes last_response.body, 'id="show-coverage"'
    get "/models/#{lid.slug}/coverage"
    assert_equal({ 'waiting' => true }, JSON.parse(last_response.body))
    App::Queue.work_off
    get "/models/#{lid.slug}/coverage"
    found = JSON.parse(last_response.body)
    assert_equal 'pinned', found['states']['plate/end.end']
    assert_equal App::Workshop.source.model_of(lid.latest.recipe).solid.faces.size, found['states'].size
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
