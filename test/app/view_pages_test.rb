# frozen_string_literal: true

require 'app_helper'

# What the drawing screen asks the server for while views are made: neighbours before they are dropped, pictures to
# choose by, the column.
class ViewPagesTest < AppTest
  def edit(**data) = post_json("/drawings/#{drawn.slug}/edits", data)
  def value = drawn.reload.value
  def column(key) = get("/drawings/#{drawn.slug}?select=#{key}").body

  def pulled(view, to)
    get "/drawings/#{drawn.slug}/views/#{view}/pulled?to=#{to}", {}, 'HTTP_ACCEPT' => 'application/json'
    JSON.parse(last_response.body)
  end

  def test_a_neighbour_is_shown_before_it_is_dropped_and_nothing_is_written
    version = drawn.version
    found = pulled('front', 'right')
    assert_includes found['svg'], '<path'
    assert_equal [1, 0], found['way'].map(&:to_i)
    height = value.sheets[0].paper.height
    assert_in_delta height - value.view('front').y, found['y'], 1e-6, 'in line with its parent'
    assert_nil pulled('front', 'up right')['way'], 'a pictorial one goes anywhere'
    assert_equal version, drawn.reload.version
    assert_match(/a view is pulled to right, left, up, down/, pulled('front', 'sideways')['error'])
  end

  def test_a_pulled_view_goes_beside_its_parent_where_there_is_room
    made = edit(do: 'pull', what: 'view/front', to: 'up')['made']
    view = value.view(made.split('/')[1])
    assert_in_delta value.view('front').x, view.x, 1e-6
    builder = Nockplane::Drawings::SceneBuilder.new(value, 's1', App::Workshop.source)
    boxes = value.views.map { |v| builder.place(v).outline }
    boxes.combination(2) { |a, b| refute Nockplane::Geometry::Box.meet?(a, b), 'nothing stands on anything' }
  end

  def test_pictures_to_choose_a_direction_by
    drawn # (a picture stays blank until the part is known)
    get "/models/#{lid.slug}/looks/iso-right.svg"
    assert_equal 200, last_response.status
    assert_operator last_response.body.scan('<path').size + last_response.body.scan('<line').size, :>=, 5
    get "/models/#{lid.slug}/looks/inside.svg"
    assert_equal 404, last_response.status
    page = App::Presenters::DrawingPage.new(drawn, nil, nil)
    assert_equal 'top', page.best_look, '100 by 50 says more than 100 by 6'
  end

  def test_the_column_says_what_is_taken_and_what_is_its_own
    edit(do: 'restyle', what: 'view/plan', style: '', tangent: '', centre_lines: '', threads: '', scale: '')
    assert_includes column('view/plan'), 'as Front view: hidden lines shown'
    edit(do: 'restyle', what: 'view/plan', style: 'visible', centre_lines: 'false')
    assert_includes column('view/plan'), 'as its parent again'
    assert_equal ['visible', false], value.view('plan').then { |v| [v.style, v.centre_lines] }
    edit(do: 'as parent', what: 'view/plan', setting: 'style')
    assert_nil value.view('plan').style
    assert_equal "'colour' is no setting that a view takes from another",
                 edit(do: 'as parent', what: 'view/plan', setting: 'colour')['error']
  end

  def test_a_section_through_an_axis_without_the_mouse
    assert_includes column('view/plan'), '⌀16 seat/wall'
    answer = edit(do: 'section through', what: 'view/plan', through: 'seat/wall', looking: 'up')
    section = value.view(answer['made'].split('/')[1])
    shown = Nockplane::Drawings::ShownModel.of(App::Workshop.source, value, section)
    assert_in_delta (100 * 6) - (16 * 3), shown.opened.area, 1e-6
    assert_operator section.y, :>, value.view('plan').y, 'first angle: what is looked at upwards stands above'
    body = column(answer['made'])
    assert_includes body, 'How it is cut'
    assert_includes body, 'The whole part, one plane'
    edit(do: 'cut', what: answer['made'], depth: '4', slice: true)
    assert_equal [4.0, true], value.view(section.id).own.then { |l| [l.depth, l.slice] }
    assert_equal 'the depth is more than 0 mm', edit(do: 'cut', what: answer['made'], depth: '-1')['error']
  end

  def test_what_is_lost_is_in_the_docket_and_on_the_board
    answer = edit(do: 'section through', what: 'view/plan', through: 'seat/wall', looking: 'right')
    revise(
      lid,
      "  - id: seat\n    type: hole\n    on: plate/end.end\n    at: [20, 0]\n    diameter: 16\n    depth: sink\n" \
      "    point_angle: 180\n",
      ''
    )
    post_json("/drawings/#{drawn.slug}/update", {})
    body = column('')
    assert_includes body, 'its cutting line lost the face that it was tied to'
    get '/'
    assert_includes last_response.body, 'its cutting line lost the face'
    assert_includes column(answer['made']), 'Its cutting line lost the face that it was tied to.'
  end

  def test_how_long_something_took_is_remembered
    store = App::Store.new(Dir.mktmpdir)
    store.fetch('linework-abcdef') { sleep(App::Store::NOTED + 0.02) || 'x' }
    assert_operator store.took('linework-abcdef'), :>=, App::Store::NOTED
    store.fetch('linework-fedcba') { 'quick' }
    assert_nil store.took('linework-fedcba')
  end

  def test_a_drawing_with_no_views_yet
    drawing = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', empty: true)
    assert_empty drawing.value.views + drawing.value.berths
    assert_equal 1.0, drawing.value.sheets[0].scale
    get "/drawings/#{drawing.slug}"
    assert_equal 200, last_response.status
    post_json(
      "/drawings/#{drawing.slug}/edits",
      { do: 'add view', sheet: 's1', binding: 'b1', orientation: 'iso back right' }
    )
    view = drawing.reload.value.views[0]
    assert_equal 'pictorial', view.kind
    assert_equal [-1, -1, -1], drawing.value.frame(view).d.map { |c| (c * Math.sqrt(3)).round }
  end

  # --- measuring ---

  def snaps(view = 'plan')
    get "/drawings/#{drawn.slug}/views/#{view}/snaps?sheet=s1", {}, 'HTTP_ACCEPT' => 'application/json'
    JSON.parse(last_response.body)
  end

  def test_what_a_view_offers_to_be_measured_from
    found = snaps
    ends = found['points'].select { |p| p[2] == 'end' }
    assert_equal 4, ends.size
    scale = value.scale(value.view('plan'))
    assert_in_delta 100 * scale, ends.map(&:first).minmax.then { |a, b| b - a }, 1e-2
    assert_includes found['lines'].map(&:last), 'edge'
    get "/drawings/#{drawn.slug}/views/none/snaps", {}, 'HTTP_ACCEPT' => 'application/json'
    assert_equal 404, last_response.status
  end

  # Points of paper, y up, of the corners left and right at the bottom of the plan.
  def corners
    height = value.sheets[0].paper.height
    ends = snaps['points'].select { |p| p[2] == 'end' }.map { |x, y, _| [x, height - y] }
    ends.sort_by { |x, y| [y.round(3), x] }.first(2)
  end

  def test_a_size_that_the_model_has_is_asked_about_and_can_be_measured_all_the_same
    edit(do: 'delete', what: "dimension/#{value.dimensions.find { |d| d.dimension == 'plate.profile.width' }.id}")
    asked = { do: 'measure', what: 'view/plan', form: 'level', points: corners, at: [200, 40] }
    answer = edit(**asked)
    assert_equal 409, last_response.status
    offered = answer['ask']['choices'].map { |c| c['words'] }
    assert_equal ["Take the model's 100 ±0,2", 'Measure it all the same'], offered
    assert_nil(value.dimensions.find { |d| d.snapshot.kind == 'across' })
    edit(**asked, anyway: true)
    measured = value.dimensions.last
    assert_in_delta 100, measured.snapshot.value, 1e-6
    assert_includes column("dimension/#{measured.id}"), 'A reference dimension'
    edit(**asked, **answer['ask']['choices'][0]['body'].transform_keys(&:to_sym))
    assert_includes value.dimensions.map(&:dimension), 'plate.profile.width'
    edit(**asked)
    assert_equal 409, last_response.status, 'it stands on the drawing now'
  end

  def test_several_at_once_and_what_can_not_be_measured
    points = corners + corners.map { |x, y| [x, y + 10] }.first(1)
    made = edit(do: 'measure several', what: 'view/plan', form: 'level', manner: 'running', points: points,
at: [200, 30])
    assert_match(/1 dimension measured running/, made['told'])
    assert_equal 'a pick met nothing; pick points or edges',
                 edit(
                   do: 'measure several',
                   what: 'view/plan',
                   form: 'level',
                   manner: 'chain',
                   points: [[1, 1], [2, 2]],
                   at: [3, 3]
                 )[
                   'error'
                 ]
    assert_equal '“points” is two lengths; what came is something else.',
                 edit(do: 'measure', what: 'view/plan', form: 'level', points: [['far', 1], [2, 2]],
at: [3, 3])['error']
    refused = edit(do: 'measure', what: 'view/plan', form: 'level', points: corners)
    assert_equal 'click where the words go', refused['error']
  end

  def test_a_later_revision_measures_anew
    edit(do: 'measure', what: 'view/plan', form: 'along', points: corners, at: [200, 40], anyway: true)
    id = value.dimensions.last.id
    App::Actions::ReviseModel.call(lid, lid.latest.recipe.sub('{value: 100,', '{value: 110,'), note: 'wider')
    assert_includes drawn.reload.staleness.behind.flat_map(&:numbers).map(&:new), '110'
    App::Actions::UpdateDrawings.call([drawn.reload])
    assert_in_delta 110, value.dimension(id).snapshot.value, 1e-6
  end

  def test_words_of_a_size_are_typed_marked_listed_and_given_back
    id = value.dimensions.find { |d| d.dimension == 'plate.profile.width' }.id
    assert_includes column("dimension/#{id}"), 'Typed over the value'
    edit(do: 'words', what: "dimension/#{id}", before: 'approx.', after: '', over: '99', decimals: '')
    get "/drawings/#{drawn.slug}"
    assert_includes last_response.body, 'is typed over 100 ±0,2 in Front view'
    assert_includes last_response.body, 'approx. 99'
    edit(do: 'words', what: "dimension/#{id}", measured: true)
    assert_equal 'approx.', value.dimension(id).wording.before, 'what else was typed stays'
    assert_equal '“many” is not a number of decimals.',
                 edit(do: 'words', what: "dimension/#{id}", decimals: 'many')['error']
  end

  def candidates(view)
    get "/drawings/#{drawn.slug}/views/#{view}/candidates?sheet=s1", {}, 'HTTP_ACCEPT' => 'application/json'
    JSON.parse(last_response.body)
  end

  def test_what_a_view_could_take_is_drawn_where_it_would_stand_and_nothing_is_written
    assert_equal '', candidates('plan')['svg'], 'all that it could show is taken'
    width = value.dimensions.find { |d| d.dimension == 'plate.profile.width' }
    edit(do: 'delete', what: "dimension/#{width.id}")
    version = drawn.reload.version
    found = candidates('front')
    assert_equal({ 'plate.profile.width' => '100 ±0,2' }, found['words'])
    assert_includes found['svg'], 'data-owner="candidate/plate.profile.width"'
    assert_equal version, drawn.reload.version
    get "/drawings/#{drawn.slug}/views/none/candidates", {}, 'HTTP_ACCEPT' => 'application/json'
    assert_equal 404, last_response.status
  end
end
