# frozen_string_literal: true

require 'app_helper'

# Directions of sight that a model keeps; its front is what drawings begin with.
class LooksTest < AppTest
  def keep(name, direction, up) = post_json("/models/#{lid.slug}/looks", { name: name, direction: direction, up: up })

  def test_a_front_of_its_own_is_what_berths_take
    assert_includes keep('front', [0.02, 0.01, -0.99], [0.03, 0.98, 0.0])['told'], 'new drawings begin with it'
    assert_equal [0.0, 0.0, -1.0, 0.0, 1.0, 0.0], lid.reload.own_sight('front'), 'squared to the axes'
    value = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle').value
    front = value.frame(value.view('front'))
    assert_equal [[0.0, 0.0, -1.0], [0.0, 1.0, 0.0]], [front.d, front.u].map { |v| v.map { |c| c.round(9) + 0.0 } }
    plan = value.frame(value.view('plan'))
    assert_in_delta(-1.0, plan.d[1], 1e-9, 'what is seen from above is seen from above the front')
    box = Nockplane::Drawings::ShownModel.of(App::Workshop.source, value, value.view('front')).linework.box
    assert_equal [100.0, 50.0], [box[2] - box[0], box[3] - box[1]].map { |mm| mm.round(6) }
  end

  def test_kept_directions_are_offered_for_views_and_forgotten
    keep('leaning', [1.0, 1.0, -1.0], [0.0, 0.0, 1.0])
    get "/models/#{lid.slug}"
    assert_includes last_response.body, 'leaning'
    page = App::Presenters::DrawingPage.new(drawn, nil, nil)
    assert_includes page.own_looks, ['leaning', 'kept direction leaning']
    answer =
      post_json(
        "/drawings/#{drawn.slug}/edits",
        { do: 'add view', sheet: 's1', model: lid.slug, orientation: 'front', square: 'leaning' }
      )
    assert_match(%r{\Aview/}, answer['made'])
    d = drawn.reload.value.then { |v| v.frame(v.views.last).d }
    d.zip([1, 1, -1]).each { |a, b| assert_in_delta b / Math.sqrt(3), a, 1e-6 }
    post "/models/#{lid.slug}/looks/forget", { name: 'leaning', authenticity_token: CGI.unescapeHTML(@token) }
    assert_empty lid.reload.own_looks
  end

  def test_models_of_a_drawing_are_pinned_and_let_go
    other = App::Actions::AddModel.call(PART.sub('Lid', 'Cover').sub('QI-2130', 'QI-2131'))
    does = ->(**data) { post_json("/drawings/#{drawn.slug}/edits", data) }
    made = does[do: 'add view', sheet: 's1', model: other.slug, orientation: 'top']['made']
    assert_equal [lid.id, other.id].sort, drawn.reload.bindings.pluck(:model_id).sort
    assert_match(/still used by/, does[do: 'unbind', what: 'binding/b2']['error'])
    does[do: 'pin', what: 'binding/b2', revision: '1']
    assert_equal [false, 1], drawn.reload.value.binding('b2').then { |b| [b.follow, b.pinned] }
    does[do: 'delete', what: made]
    assert_equal 'Model no longer bound', does[do: 'unbind', what: 'binding/b2']['told']
    assert_equal [lid.id], drawn.reload.bindings.pluck(:model_id)
    post_json("/drawings/#{drawn.slug}/undo", {})
    assert_equal 2, drawn.reload.bindings.count, 'taken back, it is bound again'
  end

  def test_a_variant_of_a_family_is_shown_beside_the_model
    family =
      App::Actions::AddModel.call(
        "#{PART.sub('Lid', 'Family').sub('QI-2130', 'QI-2140')}variants:\n  long: {length: 160}\n"
      )
    page = App::Presenters::DrawingPage.new(drawn, nil, nil)
    assert_includes page.models_to_show, ["#{family.slug}|long", 'QI-2140 Family, variant long']
    made =
      post_json(
        "/drawings/#{drawn.slug}/edits",
        { do: 'add view', sheet: 's1', model: "#{family.slug}|long", orientation: 'top', scale: '1:2' }
      )[
        'made'
      ]
    value = drawn.reload.value
    view = value.view(made.split('/')[1])
    assert_equal 'long', value.binding(view.binding).variant
    shown = ->(slug) do
      App::Presenters::DrawingPage.new(App::Records::Drawing.find_by(slug: slug), nil, nil).model_of_new_views
    end
    first = shown.call(drawn.slug)
    post_data(
      "/drawings/#{drawn.slug}/edits",
      do: 'new views show',
      what: "binding/#{view.binding}",
      base: drawn.reload.version
    )
    assert_equal "#{family.slug}|long", shown.call(drawn.slug)
    refute_equal first, shown.call(drawn.slug)
    again = post_data("/drawings/#{drawn.slug}/edits", do: 'new views show', what: "binding/#{view.binding}")
    assert_includes again['error'], 'new views show that model already'
    box = Nockplane::Drawings::ShownModel.of(App::Workshop.source, value, view).linework.box
    assert_in_delta 160, box[2] - box[0], 1e-6
    get "/drawings/#{drawn.slug}?select=#{made}"
    assert_includes last_response.body, 'variant long'
  end

  def test_nonsense_is_told
    assert_equal 'A direction is three numbers.', keep('x', [1, 2], [0, 0, 1])['error']
    assert_equal 'A direction has a name of 1 to 40 letters.', keep('', [1, 0, 0], [0, 0, 1])['error']
    assert_equal 'The direction of sight and what is up on paper are the same; turn the part a little.',
                 keep('x', [0, 0, 1], [0, 0, 1])['error']
    assert_equal "There is no face or saved view 'nothing' to look at.",
                 post_json(
                   "/drawings/#{drawn.slug}/edits",
                   { do: 'add view', sheet: 's1', model: lid.slug, square: 'nothing' }
                 )[
                   'error'
                 ]
  end

  def test_requests_about_views_are_told_in_words
    does = ->(**data) { post_json("/drawings/#{drawn.slug}/edits", data)['error'] }
    assert_equal '“wide” is not an angle; write degrees, such as 30 or -15,5.',
                 does[do: 'turn', what: 'view/front', angle: 'wide']
    assert_equal 'An interruption needs two points.', does[do: 'interrupt', what: 'view/front', points: [[1, 2]]]
    assert_equal '“points” is a list of at most 2000 points; what came is something else.',
                 does[do: 'section', what: 'view/front', points: 'all']
    assert_equal '“points” is two lengths; what came is something else.',
                 does[do: 'section', what: 'view/front', points: [[1, 2, 3]]]
    assert_equal 'there is no view gone any more', does[do: 'turn', what: 'view/gone', angle: '3']
    assert_equal '“7 to 1” is not a scale; write 1:2, 1:2,5 or 2:1.',
                 does[do: 'rescale', what: 'view/front', scale: '7 to 1']
    assert_match(/would be .* long and not fit on the sheet/, does[do: 'rescale', what: 'view/front', scale: '50:1'])
    assert_equal 'an exploded view needs an assembly with explode steps',
                 does[do: 'state', what: 'view/front', state: 'exploded']
  end

  def test_a_sheet_with_views_is_deleted_when_that_is_agreed_to
    post_json("/drawings/#{drawn.slug}/edits", { do: 'add sheet' })
    post_json("/drawings/#{drawn.slug}/edits", { do: 'to sheet', what: 'view/iso', to: 's2' })
    answer = post_json("/drawings/#{drawn.slug}/edits", { do: 'remove sheet', sheet: 's2' })
    assert_equal 'This sheet has 1 view.', answer['error']
    assert_equal [{ 'words' => 'Delete it with all of that', 'body' => { 'with' => true } }], answer['ask']['choices']
    post_json("/drawings/#{drawn.slug}/edits", { do: 'name sheet', sheet: 's2', name: 'Pictures' })
    post_json("/drawings/#{drawn.slug}/edits", { do: 'move sheet', sheet: 's2', way: 'up' })
    assert_equal [%w[s2 Pictures], ['s1', nil]], drawn.reload.value.sheets.map { |s| [s.id, s.name] }
    assert_equal 'Sheet deleted, with 1 view',
                 post_json("/drawings/#{drawn.slug}/edits", { do: 'remove sheet', sheet: 's2', with: true })['told']
    assert_nil drawn.reload.value.view('iso')
  end
end
