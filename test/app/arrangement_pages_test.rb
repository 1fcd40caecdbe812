# frozen_string_literal: true

require 'app_helper'
require 'step_helper'

# Explosions and display sets on the page of an assembly, tried and kept; in the views of its drawings.
class ArrangementPagesTest < AppTest
  include StepHelpers

  def unit
    lid
    @unit ||= App::Actions::AddModel.call(EXPLODED)
  end

  def tried(model = unit, **asked) = post_json("/models/#{model.slug}/try", asked)

  def kept(trial, model = unit) =
    post_json(
      "/models/#{model.slug}/revisions",
      trial: trial['digest'],
      note: 'set out',
      base: model.reload.latest.number
    )

  def moves(name, model = unit) = App::Workshop.source.moves(model.reload.latest.recipe, name)

  def test_the_page_shows_the_steps_and_what_the_picture_can_show
    get "/models/#{unit.slug}"
    page = last_response.body
    assert_includes page, '<option value="exploded">exploded</option>'
    assert_includes page, 'top <span class="quiet">up</span>'
    assert_includes page, 'value="50"'
    get "/models/#{unit.slug}?revision=1"
    assert_equal 200, last_response.status
    get "/models/#{lid.slug}"
    refute_includes last_response.body, 'id="explode"', 'a part is not exploded'
  end

  def test_steps_are_tried_one_after_another_and_kept_together
    first = tried(do: 'add explosion', name: 'service')
    second =
      tried(
        do: 'add step',
        explosion: 'service',
        components: ['top'],
        direction: [0, -1, 0],
        distance: 30,
        trial: first['digest']
      )
    assert_includes second['arrangement']['chapter'], 'top <span class="quiet">to the front</span>'
    assert_includes second['arrangement']['offered'], 'exploded/service'
    refute second['same']
    kept(second)
    assert_equal [[%w[top], [0.0, -30.0, 0.0]]], moves('service')
    assert_equal [[%w[top], [0.0, 0.0, 50.0]]], moves('')
    assert_equal ['set out', 2], [unit.reload.latest.note, unit.latest.number]
  end

  def test_sizes_tried_after_steps_keep_the_steps
    text = EXPLODED.sub('components:', "parameters: {gap: 20}\ncomponents:").sub('offset: 20', 'offset: gap')
    lid
    model = App::Actions::AddModel.call(text)
    steps = tried(model, do: 'change step', explosion: '', step: 0, distance: '60')
    both = tried(model, sizes: { gap: '25' }, arranged: steps['digest'])
    kept(both, model)
    assert_equal [[%w[top], [0.0, 0.0, 60.0]]], moves('', model)
    assert_match(/gap: 25/, model.reload.latest.recipe)
  end

  def test_what_cannot_be_is_told_and_nothing_is_kept
    answer = tried(do: 'add step', explosion: '', components: ['gone'], direction: [0, 0, 1], distance: 3)
    assert_equal 422, last_response.status
    assert_match(/there is no component 'gone'/, answer['error'])
    tried(do: 'drop step', explosion: '', step: 9)
    assert_equal 422, last_response.status
    answer =
      tried(do: 'add step', explosion: '', trial: 'f' * 32, components: ['top'], direction: [0, 0, 1], distance: 3)
    assert_match(/no longer kept/, answer['error'])
    assert_equal 1, unit.reload.revisions.count
  end

  def test_pictures_by_name
    get "/models/#{unit.slug}/solid.glb?state=exploded"
    exploded = last_response.body
    get "/models/#{unit.slug}/solid.glb"
    refute_equal exploded, last_response.body
    get "/models/#{unit.slug}/solid.glb?exploded=1"
    assert_equal exploded, last_response.body
    get "/models/#{unit.slug}/solid.glb?state=exploded/none"
    assert_operator last_response.status, :<, 500
    refute_equal 200, last_response.status
  end

  # An assembly that came as a file is set out like any other; the file's revision stays the file's.
  def test_an_imported_assembly_is_exploded_too
    model = App::Actions::KeepReceived.as_new(App::Received.read(sample('assembly-40'), 'a.step')).model
    built = App::Workshop.source.model_of(model.latest.recipe)
    component = built.components[0].component
    get "/models/#{model.slug}"
    assert_includes last_response.body, 'Explosions and display sets'
    one = tried(model, do: 'add explosion', name: 'apart')
    two =
      tried(
        model,
        do: 'add step',
        explosion: 'apart',
        components: [component],
        direction: [1, 0, 0],
        distance: 15,
        trial: one['digest']
      )
    kept(two, model)
    text = model.reload.latest.recipe
    moved = App::Workshop.source.model_of(text, explosion: 'apart')
    moved
      .components
      .zip(built.components)
      .each do |a, b|
        shift = Nockplane::Geometry::Vec.sub(*[a, b].map { |i| i.transform.point([0.0, 0.0, 0.0]) })
        assert_equal (a.component == component ? [15.0, 0.0, 0.0] : [0.0, 0.0, 0.0]), shift.map { |c| c.round(6) }
      end
    assert_empty moved.solid.faults
    assert_equal built.solid.faces.map(&:name), App::Workshop.source.model_of(text).solid.faces.map(&:name)
    drawing = App::Actions::CreateDrawing.call(model, 'a3-part-first-angle')
    edit(drawing, do: 'state', what: 'view/front', state: 'exploded/apart')
    assert_equal 'exploded/apart', drawing.reload.value.view('front').state
  end

  def edit(drawing, **asked) =
    post_json("/drawings/#{drawing.slug}/edits", { sheet: 's1', base: drawing.reload.version, **asked })

  def test_views_by_name_and_what_is_gone_is_told
    trial = tried(do: 'add display set', name: 'base alone')
    trial = tried(do: 'look', set: 'base alone', component: 'top', look: 'out', trial: trial['digest'])
    kept(trial)
    drawing = App::Actions::CreateDrawing.call(unit, 'a3-part-first-angle')
    edit(drawing, do: 'display set', what: 'view/front', set: 'base alone')
    edit(drawing, do: 'state', what: 'view/plan', state: 'exploded')
    get "/drawings/#{drawing.slug}?select=view/front"
    assert_includes last_response.body, 'set: left out'
    edit(drawing, do: 'part', what: 'view/front', component: 'top', look: 'whole')
    shown = Nockplane::Drawings::ShownModel.of(App::Workshop.source, drawing.reload.value, drawing.value.view('front'))
    assert_empty shown.left_out, 'the view itself says more than the set'

    edit(drawing, do: 'part', what: 'view/front', component: 'top', look: '')

    refused = edit(drawing, do: 'state', what: 'view/front', state: 'exploded/none')
    assert_match(/no explosion 'none'/, refused['error'])
    refused = edit(drawing, do: 'display set', what: 'view/front', set: 'none')
    assert_match(/no display set 'none'/, refused['error'])

    App::Actions::ReviseModel.call(
      unit,
      Nockplane::Modelling::Arrangement.without(unit.reload.latest.recipe),
      note: 'bare'
    )
    App::Actions::UpdateDrawings.call([drawing.reload])
    get "/drawings/#{drawing.slug}?select=view/front"
    assert_match(/display set .*base alone.* any more; all components are shown/, last_response.body)
    assert_match(/no display set 'base alone'/, drawing.reload.staleness.lost.map(&:last).join)
  end
end
