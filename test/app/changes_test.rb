# frozen_string_literal: true

require 'app_helper'
require 'minitest/mock'

class ChangesTest < AppTest
  def edits(data) = post_json("/drawings/#{drawn.slug}/edits", data)
  def dimension(id) = drawn.reload.value.dimensions.find { |d| d.dimension == id }

  def test_a_bad_recipe_leaves_the_last_good_revision
    e = assert_raises(Nockplane::Modelling::RecipeFault) { revise(lid, 'thick: 6', 'thick: 0') }
    assert_match(/line 13, features\[0\].depth: 0 mm/, e.message)
    assert_equal 1, lid.reload.latest.number
    answer = post_json("/models/#{lid.slug}/try", { sizes: { thick: 'thik + 1' } })
    assert_equal [
      {
        'line' => 6,
        'path' => 'parameters.thick',
        'reason' => "unknown name 'thik'; did you mean 'thick'?"
      }
    ],
                 answer['faults']
  end

  def test_trying_keeps_nothing_and_says_what_would_change
    answer = post_json("/models/#{lid.slug}/try", { sizes: { length: '120' } })
    assert_equal [%w[length 100 120], %w[half 50 60]].map { |n, a, b|
                   {
                     'name' => n,
                     'old' => "#{a}#{' ±0.2' if n == 'length'}",
                     'new' => "#{b}#{' ±0.2' if n == 'length'}"
                   }
                 },
                 answer['changed']
    assert_equal '120 × 60 × 6 mm', answer['size']
    get answer['glb']
    assert last_response.body.start_with?('glTF')
    assert_equal 1, lid.reload.latest.number
  end

  def test_two_people_keeping_revisions_the_later_is_told
    text = lid.latest.recipe.sub('thick: 6', 'thick: 7')
    revise(lid, 'thick: 6', 'thick: 8', note: 'stiffer')
    answer = post_json("/models/#{lid.slug}/revisions", { text: text, note: '', base: 1 })
    assert_equal 409, last_response.status
    assert_equal 'Revision 2 was kept meanwhile (stiffer). Look at it, then make your change again.', answer['error']
  end

  def test_edits_of_different_things_merge
    base = drawn.version
    edits(do: 'move', what: 'view/iso', dx: 5, dy: 0, base: base)
    edits(do: 'note', text: 'Deburr', x: 30, y: 30, base: base)
    assert_equal 200, last_response.status
    assert_equal 1, drawn.reload.value.notes.size
  end

  def test_edits_of_one_thing_clash_and_the_later_is_told
    base = drawn.version
    before = drawn.value.view('iso').x
    edits(do: 'move', what: 'view/iso', dx: 5, dy: 0, base: base)
    answer = edits(do: 'move', what: 'view/iso', dx: 7, dy: 0, base: base)
    assert_equal [409, true], [last_response.status, answer['clash']]
    assert_match(/\ASomeone changed the same thing meanwhile: “Isometric view moved”/, answer['error'])
    assert_in_delta before + 5, drawn.reload.value.view('iso').x, 1e-9
    edits(do: 'move', what: 'view/iso', dx: 7, dy: 0, base: answer['version'])
    assert_in_delta before + 12, drawn.reload.value.view('iso').x, 1e-9
  end

  def test_undo_and_redo_walk_through_all_edits
    states = [drawn.value]
    [
      { do: 'move', what: 'view/front', dx: 3, dy: 2 },
      { do: 'note', text: 'A', x: 1, y: 1 },
      { do: 'delete', what: 'view/iso' }
    ].each do |e|
      edits(e)
      states << drawn.reload.value
    end
    3.times { |i| App::Actions::TakeBack.undo(drawn.reload) && assert_equal(states[2 - i], drawn.reload.value) }
    3.times { |i| App::Actions::TakeBack.redo(drawn.reload) && assert_equal(states[i + 1], drawn.reload.value) }
    assert_equal 'There is nothing to redo.',
                 assert_raises(App::Refused) { App::Actions::TakeBack.redo(drawn.reload) }.message
  end

  def test_an_edit_after_undo_drops_the_undone_but_keeps_it_on_record
    edits(do: 'note', text: 'A', x: 1, y: 1)
    App::Actions::TakeBack.undo(drawn.reload)
    edits(do: 'note', text: 'B', x: 1, y: 1)
    assert_equal %w[dropped done], drawn.reload.journal.last(2).map(&:state)
    assert_nil drawn.redoable
  end

  def test_a_size_typed_on_the_sheet_changes_model_and_drawing_in_one_step
    id = [drawn, dimension('plate.profile.width').id][1]
    answer = post_json("/drawings/#{drawn.slug}/dimensions/#{id}/value", { value: '110,5' })
    assert_equal 'Revision 2 of Lid kept; the drawing shows it.', answer['told']
    assert_includes lid.reload.latest.recipe, 'length: {value: 110.5, tolerance: "±0.2"}'
    assert_equal 110.5, dimension('plate.profile.width').snapshot.value
    assert drawn.reload.staleness.current?
    refute_includes answer['waiting'], 'lines', 'the views are there with the answer'
    assert_includes answer['sheet'], '110,5'
  end

  # Lines that nobody has drawn yet are drawn because somebody looks at the sheet, not when a worker comes to it; no
  # other request draws them on its way.
  def test_lines_are_drawn_for_who_looks
    drawn
    Dir[File.join(App.data_folder, 'cache', '*', 'linework-*')].each { |f| File.delete(f) }
    App::Workshop.reset
    shading = "views/#{drawn.value.views.last.id}/shading"
    ['furniture', shading].each do |path|
      get "/drawings/#{drawn.slug}/#{path}?sheet=s1"
      assert JSON.parse(last_response.body)['waiting'], path
    end
    refute App::Paper.new(drawn, 's1').drawn?
    get "/drawings/#{drawn.slug}/lines?sheet=s1"
    assert_equal drawn.version, JSON.parse(last_response.body)['version']
    assert App::Paper.new(drawn, 's1').drawn?
    get "/drawings/#{drawn.slug}/lines?sheet=none"
    assert_equal 200, last_response.status
  end

  def test_a_size_from_an_expression_shows_it_and_gets_it_back_when_a_number_is_taken_back
    id = [drawn, dimension('plate.profile.height').id][1]
    get "/drawings/#{drawn.slug}?select=dimension/#{id}"
    assert_includes last_response.body, 'value="= length / 2"'
    answer = post_json("/drawings/#{drawn.slug}/dimensions/#{id}/value", { value: '40' })
    assert_nil answer['error']
    assert_match(/= length \/ 2 → 40/, lid.reload.latest.note)
    post_json("/drawings/#{drawn.slug}/undo", { model: 'with' })
    assert_match(%r{length / 2}, lid.reload.latest.recipe)
    assert_equal '“wide” is no size; write a number such as 24,5 or 151 mm.',
                 post_json("/drawings/#{drawn.slug}/dimensions/#{id}/value", { value: 'wide' })['error']
  end

  def test_board_and_check_say_what_is_behind
    drawn
    revise(lid, 'sink: 3', 'sink: 4', note: 'deeper seat')
    lines = App::Commands::Check.call[:lines]
    assert_equal ['Front view', 'View from above', 'View from the left', 'Isometric view'], lines.map { |l| l[:what] }
    assert_equal ['⌀16 ↧3 -> ⌀16 ↧4'], lines[1][:numbers], 'the callout says the depth'
    get '/'
    assert_includes last_response.body, 'moved on to revision 2: <q>deeper seat</q>'
    revise(lid.reload, 'thick: 6', 'thick: 7', note: 'stiffer <b>')
    get '/'
    assert_includes last_response.body, 'moved on to revision 3: <q>stiffer &lt;b&gt;</q>, <q>deeper seat</q>'
    App::Actions::UpdateDrawings.call([drawn])
    assert_empty App::Commands::Check.call[:lines]
  end

  def test_update_of_many_reports_each_and_loses_none
    other = App::Actions::CreateDrawing.call(lid, 'a3-part-third-angle', number: 'QI-X')
    drawn
    revise(lid, 'thick: 6', 'thick: 7')
    assert_equal [nil, nil], App::Actions::UpdateDrawings.call([drawn, other]).values
    assert_equal [2, 2], [drawn, other].map { |d| d.reload.value.view('front').revision }
  end

  def test_revisions_are_never_changed
    assert_raises(ActiveRecord::ReadOnlyRecord) { lid.latest.update!(note: 'x') }
  end
end
