# frozen_string_literal: true

require 'app_helper'

# What screens are told, and the small parts of the application.
class PresentersTest < AppTest
  def board = App::Presenters::Board.new
  def edits(data) = post_json("/drawings/#{drawn.slug}/edits", data)
  def value = drawn.reload.value

  def test_board_groups_by_the_change_that_caused_it
    drawn
    assert board.docket.clear?
    revise(lid, 'length: {value: 100', 'length: {value: 104', note: 'longer')
    group = board.docket.groups[0]
    assert_equal ['Lid', 2, 1], [group[0].name, group[1].number, group[2].size]
    assert_equal 'behind', board.all_cells[0].state
    assert_equal [4, 0], [board.behind_count, board.adrift_count]
  end

  def test_board_shows_a_drawing_that_cannot_be_shown_instead_of_failing
    drawn
    App::Records::Revision.where(model_id: lid.id).update_all(recipe: 'broken: [')
    App::Records::Standing.delete_all # as after a new version of the kernel
    App::Workshop.reset
    App::Standings.sweep
    cell = board.all_cells[0]
    assert_equal 'fault', cell.state
    get '/'
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'cannot be shown'
  end

  def test_kinds_of_faces_are_told_in_words_of_the_trade
    recipe =
      "nockplane: recipe/1\nname: Cam\nfeatures:\n" \
      "  - {id: b, type: extrude, depth: 12, profile: {kind: free, start: [30, 0], edges: [{name: cam, to: [-20, 0], " \
      "through: [[18, 22], [0, 25], [-16, 14]]}, {name: back, to: [30, 0], through: [[-10, -14], [14, -18]]}]}}\n" \
      "  - {id: h, type: hole, on: b/end.end, at: [0, 4], diameter: 9, through: true}\n"
    solid = App::Workshop.source.model_of(recipe).solid
    assert_equal '2 planes, 2 walls along curves, 1 cylinder', App::Presenters::FaceKinds.words(solid)
  end

  def test_model_page_tells_what_changed
    revise(lid, 'thick: 6', 'thick: 7')
    App::Actions::ReviseModel.call(
      lid.reload,
      Nockplane::Modelling::Recipe.parse(lid.latest.recipe).with_feature('seat', false).text,
      note: ''
    )
    shown = App::Presenters::ModelPage.new(lid.reload, nil)
    assert_equal [['seat switched off'], ['thick 6 → 7'], []], shown.revisions.map { |r| shown.changes(r) }
    assert_equal '100 × 50 × 7 mm', shown.size
    refute App::Presenters::ModelPage.new(lid, 1).latest?
  end

  def test_fit_deviations_beside_the_size
    shown = App::Presenters::ModelPage.new(App::Actions::AddModel.call(demo('hub-spindle')), nil)
    words = shown.built.parameters.to_h { |p| [p[:name], shown.fit_words(p)] }
    assert_equal ['-0.005 / -0.014', '0 / -0.011', nil],
                 words.values_at('bearing_seat', 'register_diameter', 'collar_length')
  end

  def test_marks_stand_at_every_view_behind
    drawn
    revise(lid, 'length: {value: 100', 'length: {value: 104')
    svg = App::Presenters::DrawingPage.new(drawn.reload, nil, nil).svg
    assert_equal 4, svg.scan('class="mark-behind"').size
    assert_includes svg, '1 → 2'
    refute_includes Nockplane::Formats::Svg.write(App::Presenters::DrawingPage.new(drawn, nil, nil).scene),
                    'mark-behind',
                    'marks are no part of the drawing'
  end

  def test_restyling_a_view
    edits(do: 'restyle', what: 'view/front', style: 'visible', scale: '2:1')
    assert_equal ['visible', 2.0], [value.view('front').style, value.view('front').scale]
    edits(do: 'restyle', what: 'view/front', style: 'hidden', scale: '')
    assert_nil value.view('front').scale
    assert_match(/style 'wild' is not known/, edits(do: 'restyle', what: 'view/front', style: 'wild')['error'])
  end

  def test_notes_are_changed_moved_and_deleted
    edits(do: 'note', text: 'Deburr', x: 40, y: 50)
    edits(do: 'reword', what: 'note/n1', text: 'Deburr all edges')
    edits(do: 'move', what: 'note/n1', dx: 5, dy: -3)
    assert_equal ['Deburr all edges', 45.0, 47.0], value.notes[0].to_h.values_at(:text, :x, :y)
    assert_equal 'a note needs words; delete it instead', edits(do: 'reword', what: 'note/n1', text: ' ')['error']
    edits(do: 'delete', what: 'note/n1')
    assert_empty value.notes
  end

  def test_placing_anew_puts_a_moved_dimension_back_in_its_row
    id = value.dimensions_of('plan').find { |d| d.place.is_a?(Nockplane::Drawings::Annotations::Row) }.id
    place = value.dimension(id).place
    edits(do: 'move', what: "dimension/#{id}", dx: 4, dy: 6)
    assert value.dimension(id).pinned
    moved = value.dimension(id).place
    edits(do: 'tidy', what: 'view/plan')
    assert_equal moved, value.dimension(id).place
    edits(do: 'place anew', what: 'view/plan')
    assert_equal place, value.dimension(id).place
    assert_equal 'Isometric view has no dimensions to place', edits(do: 'place anew', what: 'view/iso')['error']
  end

  def test_updating_views_by_name
    drawn
    revise(lid, 'thick: 6', 'thick: 7')
    answer = post_json("/drawings/#{drawn.slug}/update", { views: ['front'] })
    assert_equal 'Front view brought up to revision 2', answer['told']
    assert_equal 'everything chosen shows the latest revision already',
                 post_json("/drawings/#{drawn.slug}/update", { views: ['front'] })['error']
  end

  def test_slugs_are_readable_and_free
    assert_equal 'lid', lid.slug
    assert_equal 'lid-2', App::Slug.free('Lid!', App::Records::Model)
    assert_equal 'item', App::Slug.free('–', App::Records::Model)
  end

  def test_store_keeps_on_disk_and_survives_a_torn_file
    Dir.mktmpdir do |dir|
      store = App::Store.new(dir)
      assert_equal 7, store.fetch('model-aa11') { 7 }
      assert_equal 7, App::Store.new(dir).fetch('model-aa11') { flunk 'was on disk' }
      File.write(Dir[File.join(dir, '**', 'model-aa11')][0], "\x04\b[")
      assert_equal 8, App::Store.new(dir).fetch('model-aa11') { 8 }
    end
  end

  # In another process: makes what is kept under a key, and takes a while for it. Gives its pid when it is at it.
  def maker(dir, key, value)
    reader, writer = IO.pipe
    ActiveRecord::Base.connection_handler.clear_all_connections!
    pid =
      fork do
        App::Store.new(dir).fetch(key) do
          writer.write('x')
          sleep 0.6
          value
        end
      ensure
        exit!(0)
      end
    writer.close
    reader.read(1)
    pid
  end

  def test_what_another_process_is_making_is_waited_for_unless_it_is_killed
    Dir.mktmpdir do |dir|
      pid = maker(dir, 'model-bb22', 7)
      assert_equal 7, App::Store.new(dir).fetch('model-bb22') { flunk 'it is made twice' }
      Process.wait(pid)
      pid = maker(dir, 'model-cc33', 7)
      Process.kill('KILL', pid)
      Process.wait(pid)
      assert_equal 8, App::Store.new(dir).fetch('model-cc33') { 8 }
      assert_empty Dir[File.join(dir, '**', "*#{App::Store::LOCK}")]
    end
  end

  def test_told_words_after_updating
    helper = Object.new.extend(App::Helpers)
    assert_equal 'Nothing was behind its model.', helper.told_of({})
    assert_equal '2 drawings brought up to their models.', helper.told_of({ 1 => nil, 2 => nil })
    assert_equal '1 drawing brought up to its model. QI-1: gone',
                 helper.told_of({ 1 => nil, Struct.new(:number).new('QI-1') => 'gone' })
    assert_equal ['1 view', '3 views', '12.5'],
                 [helper.plural(1, 'view'), helper.plural(3, 'view'), helper.number(12.5)]
  end

  def test_a_second_drawing_of_a_model_gets_its_own_address
    drawn
    other = App::Actions::CreateDrawing.call(lid, 'a3-part-third-angle')
    assert_equal %w[qi-2130-d qi-2130-d-2], [drawn.slug, other.slug]
    assert_equal "There is no template 'a9'.",
                 assert_raises(App::Refused) { App::Actions::CreateDrawing.call(lid, 'a9') }.message
  end
end
