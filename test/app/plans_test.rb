# frozen_string_literal: true

require 'app_helper'
require 'step_helper'

# The tolerance plan of a part on its page: made by rule, corrected, kept as a revision; nothing is written before.
class PlansTest < AppTest
  include StepHelpers

  def ask(plan = nil, **data)
    post_json("/models/#{lid.slug}/plan", { plan: plan ? JSON.generate(plan) : '', **data })
  end

  def ruled = @ruled ||= ask(do: 'rule', character: 'prismatic', way: 'geometric')

  def keep(plan, base: lid.latest.number)
    post_json("/models/#{lid.slug}/plan/keep", { plan: JSON.generate(plan), base: base, note: '' })
  end

  def test_the_page_offers_a_plan_where_there_is_none
    get "/models/#{lid.slug}/plan"
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'Make the plan'
  end

  def test_a_plan_by_rule_is_tried_and_kept_as_a_revision_with_the_same_shape
    assert_equal 1, lid.latest.number
    assert_equal ['pinned'], ruled['states'].values.uniq
    assert_equal %w[A B C], ruled['plan']['statements'].filter_map { |s| s['letter'] }
    assert_includes ruled['part'], 'take away'
    assert_equal 1, lid.reload.latest.number, 'nothing is written yet'
    assert_equal 2, keep(ruled['plan'])['revision']
    text = lid.reload.latest.recipe
    assert_match(/^plan:$/, text)
    assert_equal PART, Nockplane::Modelling::TolerancePlan.without(text)
    assert_match(/\Atolerance plan, \d+ statements\z/, lid.latest.note)
    get "/models/#{lid.slug}/plan"
    assert_includes last_response.body, 'Every face has its size and its place, said once'
  end

  def test_two_people_keeping_a_plan_the_later_is_told
    keep(ruled['plan'], base: 1)
    answer = keep(ruled['plan'].merge('statements' => []), base: 1)
    assert_equal 409, last_response.status
    assert_match(/Revision 2 was kept meanwhile/, answer['error'])
  end

  def test_statements_are_put_in_changed_and_taken_away_by_the_rules
    face =
      lid.latest.then { |r| App::Workshop.source.model_of(r.recipe).solid.faces.find { |f| f.surface.plane? }.name }
    one = ask(do: 'put', kind: 'datum', faces: [face], fields: { letter: 'A' })['plan']
    assert_equal [%w[datum A]], one['statements'].map { |s| s.values_at('kind', 'letter') }
    frame = { key: 'perpendicularity', zone: '', value: '0,1', datum1: 'B' }
    refused = ask(one, do: 'put', kind: 'frame', faces: [face], fields: frame)
    assert_match(/there is no datum B/, refused['error'])
    two =
      ask(one, do: 'put', kind: 'frame', faces: [face], fields: { key: 'flatness', zone: '', value: '0.05' })['plan']
    form = ask(two, do: 'put', kind: 'frame', faces: [face], fields: { key: 'flatness', value: '0.05', datum1: 'A' })
    assert_match(/takes no datum \(FCF-02\)/, form['error'])
    id = two['statements'][1]['id']
    changed =
      ask(two, do: 'put', kind: 'frame', id: id, faces: [face], fields: { key: 'flatness', value: '0.02' })['plan']
    assert_equal %w[A ⏥|0.02], changed['statements'].map { |s| s['letter'] || s['words'] }
    three =
      ask(
        changed,
        do: 'put',
        kind: 'frame',
        faces: [face],
        fields: {
          key: 'surface_profile',
          value: '0.3',
          datum1: 'A'
        }
      )[
        'plan'
      ]
    assert_match(
      /datum A stays: ⌓\|0.3\|A goes by it/,
      ask(three, do: 'drop', ids: [changed['statements'][0]['id']])['error']
    )
    assert_equal 2, ask(three, do: 'drop', ids: [three['statements'].last['id']])['plan']['statements'].size
    assert_match(/Pick a face/, ask(do: 'put', kind: 'note', faces: [], fields: { words: 'x' })['error'])
    assert_match(/no face 'nowhere'/, ask(do: 'put', kind: 'note', faces: ['nowhere'], fields: { words: 'x' })['error'])
  end

  def test_faces_in_one_plane_are_offered_as_one
    flat = App::Workshop.source.model_of(lid.latest.recipe).solid.faces.find { |f| f.surface.plane? }.name
    get "/models/#{lid.slug}/plan/coplanar?face=#{flat}"
    assert_operator JSON.parse(last_response.body)['faces'].size, :>=, 1
    get "/models/#{lid.slug}/plan/coplanar?face=none"
    assert_equal 422, last_response.status
  end

  def test_annotations_are_put_in_a_plane_and_at_a_place
    ids = ruled['plan']['statements'].select { |s| s['kind'] == 'frame' }.map { |s| s['id'] }
    moved = ask(ruled['plan'], do: 'place', ids: ids, plane: 'right')
    assert_equal ['right'],
                 moved['marks'].select { |m| ids.include?(m['id'].sub('plan.', '')) }.map { |m| m['plane'] }.uniq
    put = ask(moved['plan'], do: 'place', ids: ids.first(1), plane: 'top', fields: { x: 1.5, y: -60, z: 4 })
    mark = put['marks'].find { |m| m['id'] == "plan.#{ids[0]}" }
    assert_equal ['top', [1.5, -60.0, 4.0]], mark.values_at('plane', 'at')
    back = ask(put['plan'], do: 'place', ids: ids, plane: '')
    assert_empty(back['plan']['statements'].select { |s| s['plane'] || s['at'] })
    assert_match(
      /no annotation plane 'sideways'/,
      ask(ruled['plan'], do: 'place', ids: ids, plane: 'sideways')['error']
    )
  end

  def test_exact_dimensions_are_made_anew
    without = ruled['plan']['statements'].reject { |s| s['tolerance'] == 'exact' }
    again = ask(ruled['plan'].merge('statements' => without), do: 'basics')['plan']
    exact = ->(plan) { plan['statements'].select { |s| s['tolerance'] == 'exact' }.map { |s| s['of'] }.sort }
    assert_equal exact[ruled['plan']], exact[again]
  end

  def test_values_are_kept_by_name_and_bad_ones_refused
    values = {
      sizes: 'f',
      geometry: 'H',
      holes: 'H9',
      shafts: '',
      position: '0.1',
      profile: '0.2',
      material: true,
      basics: true
    }
    answer = post_json('/plan-defaults', { name: 'Fine', defaults: values })
    assert_equal %w[usual Fine], answer['names'].keys
    assert_match(/hole|fit/i, post_json('/plan-defaults', { name: 'X', defaults: values.merge(holes: 'h9') })['error'])
    assert_match(/ship with it/, post_json('/plan-defaults', { name: 'Usual', defaults: values })['error'])
    bad = ask(do: 'rule', character: 'prismatic', way: 'geometric', datums: { A: 'no/face' })
    assert_match(%r{datum A: the part has no face 'no/face'}, bad['error'])
    assert_match(/can't be read/, post_json("/models/#{lid.slug}/plan", { plan: '{', do: 'show' })['error'])
  end

  # What comes from outside knows no plan; it can't take one away.
  def test_a_recipe_from_outside_takes_the_plan_on
    keep(ruled['plan'])
    thicker = PART.sub(/(depth: \{?(?:value: )?)(\d+)/) { "#{$1}#{$2.to_i + 1}" }
    thicker = PART.sub('name: Lid', 'name: Lid two') if thicker == PART
    received = App::Received.read(thicker, 'lid.recipe.yml')
    App::Actions::KeepReceived.as_revision(received, lid.reload)
    plan = Nockplane::Modelling::TolerancePlan.of(lid.reload.latest.recipe)
    assert_equal ruled['plan']['statements'].size, plan.statements.size
    assert received.same_as?(lid.latest), 'the same file once more is no new revision'
  end

  # Of a file: beside it, on faces that keep their names from revision to revision; what lost its faces is kept and
  # told.
  def test_the_plan_of_a_file_goes_on_with_its_revisions_and_goes_adrift_where_faces_are_gone
    model = take(sample('motor-plate-r1'), 'motor-plate-r1.step').model
    wish = App::Commands::Plan::Wish.new(character: 'prismatic', way: 'geometric')
    made = App::Commands::Plan.made(model.latest.recipe, App::Workshop.source, wish)
    App::Actions::KeepPlan.call(model, made.plan)
    later = ->(name) { take(sample(name), "#{name}.step", model: model.reload).then { model.reload.latest.recipe } }
    weaving = ->(text) do
      plan = Nockplane::Modelling::TolerancePlan.of(text)
      Nockplane::Modelling::Planned::Weaving.new(App::Workshop.source.shape_of(text), plan)
    end
    sizes = later['motor-plate-r2']
    assert_equal made.plan, Nockplane::Modelling::TolerancePlan.of(sizes)
    assert_empty weaving[sizes].adrift, 'sizes a few per cent larger, the same faces'
    gone = later['motor-plate-r5']
    adrift = weaving[gone].adrift
    refute_empty adrift, 'boss, pocket and a hole are gone'
    assert_equal ['gone'], adrift.values.uniq
    assert_equal made.plan, Nockplane::Modelling::TolerancePlan.of(gone), 'nothing is dropped'
    assert_operator weaving[gone].woven.dimensions.count { |d| d.id.start_with?('plan.') }, :>, 10
    get "/models/#{model.slug}/plan"
    assert_includes last_response.body, 'its faces are gone from the part'
  end

  # A drawing adopts what the plan says; what is changed there comes through the docket, old and new.
  def test_drawings_adopt_the_plan_and_are_told_what_changed_in_it
    keep(ruled['plan'])
    sheet = App::Actions::CreateDrawing.call(lid.reload, 'a3-part-first-angle')
    %w[front plan].each { |v| adopt(sheet, v) }
    frames = sheet.reload.value.dimensions.select { |d| d.kind == 'tolerance_frame' }
    refute_empty frames
    assert_includes sheet.value.dimensions.map(&:kind), 'datum'
    words = frames.map { |d| d.snapshot.prefix }
    changed = ruled['plan']['statements'].find { |s| words.include?(s['words']) }
    wider = changed.merge('words' => changed['words'].sub(/0\.\d+/, '0.77'))
    keep(ruled['plan'].merge('statements' => ruled['plan']['statements'].map { |s| s == changed ? wider : s }))
    docket = Nockplane::Linking::Docketing.of(sheet.value, App::Workshop.source, App::Sheetworks.latest)
    numbers = docket.behind.flat_map(&:numbers)
    said = [changed, wider].map { |s| s['words'].tr('|.', ' ,') }
    assert_equal [said], numbers.map { |n| [n.old, n.new] }.uniq
    assert_match(/\Atolerance of /, numbers[0].label)
    assert_empty docket.adrift
  end
end
