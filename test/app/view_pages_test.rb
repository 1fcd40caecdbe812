# frozen_string_literal: true

require 'app_helper'

# What the drawing screen asks the server for while views are made: neighbours before they are dropped, pictures to choose by, the column.
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
    assert_equal "'colour' is no setting that a view takes from another", edit(do: 'as parent', what: 'view/plan', setting: 'colour')['error']
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
    revise(lid, "  - id: seat\n    type: hole\n    on: plate/end.end\n    at: [20, 0]\n    diameter: 16\n    depth: sink\n    point_angle: 180\n", '')
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
    post_json("/drawings/#{drawing.slug}/edits", { do: 'add view', sheet: 's1', binding: 'b1', orientation: 'iso back right' })
    view = drawing.reload.value.views[0]
    assert_equal 'pictorial', view.kind
    assert_equal [-1, -1, -1], drawing.value.frame(view).d.map { |c| (c * Math.sqrt(3)).round }
  end
end
