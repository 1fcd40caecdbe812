# frozen_string_literal: true

require 'app_helper'
require 'pdf-reader'

# Views kept on a model: what is seen under a name; only what is known of a view is kept.
class SavedViewsTest < AppTest
  CAMERA = [0.1, 0.2, 0.3, 0, 0, 0].freeze

  def keep(name, **state)
    post_json(
      "/models/#{lid.slug}/views",
      { name: name, state: JSON.generate(camera: CAMERA, **state), picture: 'data:image/jpeg;base64,AAAA' }
    )
  end

  def names = App::Records::SavedView.of(lid).map(&:name)

  def act(name, what, **data) =
    post_json("/models/#{lid.slug}/views/#{App::Records::SavedView.find_by(name: name).id}/#{what}", data)

  def setup
    super
    App::Records::SavedView.delete_all
  end

  def test_a_view_is_kept_renewed_renamed_ordered_and_taken_away
    answer =
      keep(
        'from above',
        marks: 'top',
        steady: true,
        style: 'edges',
        cut: {
          axis: 'x',
          at: 30,
          turned: true,
          parts: ['a']
        },
        areas: [
          { corner: 'upper left', kind: 'note', words: ' Mind ' },
          { corner: 'upper left', kind: 'note', words: 'twice' },
          { corner: 'nowhere', kind: 'note', words: 'x' },
          { corner: 'lower left', kind: 'parts', columns: %w[number item weather] }
        ]
      )
    assert_includes answer['part'], 'from above'
    state = App::Records::SavedView.first.to_h['state']
    assert_equal ['top', true, 'edges', { 'axis' => 'x', 'at' => 30, 'turned' => true, 'parts' => ['a'] }],
                 state.values_at('marks', 'steady', 'style', 'cut')
    assert_equal [
      { 'corner' => 'upper left', 'kind' => 'note', 'words' => 'Mind' },
      { 'corner' => 'lower left', 'kind' => 'parts', 'columns' => %w[item number] }
    ],
                 state['areas']
    keep('second')
    keep('from above', marks: 'none')
    assert_equal ['from above', 'second'], names, 'renewed, not kept twice'
    act('second', 'move', by: -1)
    assert_equal ['second', 'from above'], names
    assert_match(/already/, act('second', 'rename', name: 'from above')['error'])
    act('second', 'rename', name: 'first')
    act('from above', 'drop')
    assert_equal ['first'], names
    get "/models/#{lid.slug}/views"
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'value="first"'
  end

  def test_a_note_kept_before_there_were_areas_stands_at_the_lower_right
    keep('old')
    view = App::Records::SavedView.first
    view.update!(state: JSON.generate(camera: CAMERA, note: 'As before'))
    assert_equal [{ 'corner' => 'lower right', 'kind' => 'note', 'words' => 'As before' }], view.to_h['state']['areas']
    assert_equal 'As before', view.note
  end

  # (A top view of the eye above: the picture has Y up.)
  def test_a_view_as_a_sheet_is_made_by_a_worker
    keep('from above')
    App::Records::SavedView.first.update!(state: JSON.generate(camera: [0, 0.5, 0.00005, 0, 0, 0]))
    answer = act('from above', 'sheet', template: 'a3-part-first-angle')
    App::Queue.work_off
    run = App::Records::Run.find(answer['href'][/\d+/])
    assert_equal ['done', "/runs/#{run.id}/file"], [run.state, run.href], run.reason
    get run.href
    text = PDF::Reader.new(StringIO.new(last_response.body)).pages[0].text
    assert_includes text, 'from above'
    keep('cut', cut: { axis: 'x', at: 30 })
    assert_match(/cut open is printed as its picture/, act('cut', 'sheet', template: 'a3-part-first-angle')['error'])
  end

  def test_what_is_no_view_is_refused_and_what_is_unknown_left_out
    assert_match(/name of 1 to/, keep(' ')['error'])
    assert_match(
      /no place of the eye/,
      post_json("/models/#{lid.slug}/views", { name: 'x', state: '{"camera":[1,2]}' })['error']
    )
    assert_match(/can't be read/, post_json("/models/#{lid.slug}/views", { name: 'x', state: '{' })['error'])
    post_json(
      "/models/#{lid.slug}/views",
      { name: 'y', state: JSON.generate(camera: CAMERA, marks: '<b>', cut: { axis: 'w' }), picture: 'javascript:x' }
    )
    kept = App::Records::SavedView.find_by(name: 'y').to_h
    assert_equal ['all', 'full', nil, nil], [*kept['state'].values_at('marks', 'style', 'cut'), kept['picture']]
    assert_equal 404, post_json("/models/#{lid.slug}/views/999/drop", {}).then { last_response.status }
  end

  # The eye in front of the part (the picture has Y up, its z is the model's -y).
  def test_a_view_is_a_direction_of_sight_for_other_systems
    keep('front')
    App::Records::SavedView.first.update!(state: JSON.generate(camera: [0, 0, 0.5, 0, 0, 0]))
    sight = App::Records::SavedView.first.sight
    assert_equal ['front', [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]],
                 sight.values_at(:name, :direction, :up).map { |v| v.is_a?(Array) ? v.map { |c| c + 0.0 } : v }
  end

  FAMILY = "#{PART.sub('name: Lid', 'name: Lid family').sub('QI-2130', 'QI-2139')}variants:\n  wide: {length: 110}\n"

  def test_a_view_of_a_variant_is_kept_with_it_and_shown_with_its_sizes
    family = App::Records::Model.find_by(number: 'QI-2139') || App::Actions::AddModel.call(FAMILY)
    key = App::VariantSheet.key('wide')
    get "/models/#{family.slug}/views?variant=#{key}"
    assert_equal 200, last_response.status, last_response.body[0, 300]
    assert_includes last_response.body, "/variants/#{key}/solid.glb"
    post_json(
      "/models/#{family.slug}/views",
      { name: 'w', state: JSON.generate(camera: CAMERA, variant: 'wide'), picture: '' }
    )
    view = App::Records::SavedView.find_by(model_id: family.id)
    assert_equal %w[wide wide], [view.kept['variant'], view.subject.variant]
    pages =
      [nil, 'wide'].map { |v| App::SolidPage.new(subject_of(family, v), facts: {}, views: [view.to_h]).views.size }
    assert_equal [0, 1], pages, 'a packet shows the views of what it shows'
    get "/models/#{family.slug}/views?variant=none"
    assert_equal 404, last_response.status
  end

  def subject_of(model, variant) = Nockplane::Products::Subject.new(model.id, model.latest.number, variant)
end
