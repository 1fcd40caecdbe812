# frozen_string_literal: true

require 'app_helper'

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
        note: 'Mind'
      )
    assert_includes answer['part'], 'from above'
    state = App::Records::SavedView.first.to_h['state']
    assert_equal ['top', true, 'edges', { 'axis' => 'x', 'at' => 30, 'turned' => true, 'parts' => ['a'] }, 'Mind'],
                 state.values_at('marks', 'steady', 'style', 'cut', 'note')
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
end
