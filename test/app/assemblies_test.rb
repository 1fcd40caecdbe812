# frozen_string_literal: true

require 'app_helper'

# Assemblies in the application: components by number, pinned revisions, following, faulty features shown as far as they
# came.
class AssembliesTest < AppTest
  def unit = @unit ||= lid && App::Actions::AddModel.call(EXPLODED)
  def box(model) = App::Workshop.source.model_of(model.reload.latest.recipe).solid.box

  def test_what_was_kept_stays_as_it_was_kept
    assert_includes unit.latest.recipe, 'pins: {"QI-2130":1}'
    first = unit.latest.recipe
    revise(lid, 'thick: 6', 'thick: 8', note: 'stiffer')
    assert_equal 2, unit.reload.latest.number, 'the assembly follows its component'
    assert_equal 'Lid 1 → 2: stiffer', unit.latest.note
    assert_in_delta 6 + 20 + 6, App::Workshop.source.model_of(first).solid.box[5], 1e-9, 'revision 1 is what it was'
    assert_in_delta 8 + 20 + 8, box(unit)[5], 1e-9
  end

  def test_the_note_names_every_component_that_moved
    pin = App::Actions::AddModel.call(lid.latest.recipe.sub('QI-2130', 'QI-2131').sub('name: Lid', 'name: Pin'))
    both = App::Actions::AddModel.call(EXPLODED.sub('top, model: QI-2130', 'top, model: QI-2131'))
    [lid, pin].each do |model|
      model.revisions.create!(
        number: 2,
        recipe: model.latest.recipe.sub('thick: 6', 'thick: 8'),
        note: 'stiffer',
        author: 'Ada',
        origin: 'here'
      )
    end
    App::Actions::FollowComponents.call(both.reload, cause: pin.reload.latest)
    assert_equal 'Lid 1 → 2: stiffer; Pin 1 → 2: stiffer', both.reload.latest.note
  end

  def test_views_of_the_assembly_go_behind_when_a_component_changes
    drawing = App::Actions::CreateDrawing.call(unit, 'a3-part-first-angle')
    assert(drawing.value.views.none? { |v| v.style == 'hidden' }, 'no hidden lines in an assembly')
    revise(lid, 'thick: 6', 'thick: 8')
    behind = drawing.reload.staleness.behind.map { |b| b.view.id }
    assert_includes behind, 'front'
    refute_includes behind, 'plan', 'from above it looks the same'
  end

  def test_a_component_at_a_fixed_revision_does_not_follow
    lid
    fixed = App::Actions::AddModel.call(EXPLODED.gsub('model: QI-2130', 'model: QI-2130, revision: 1'))
    revise(lid, 'thick: 6', 'thick: 8')
    assert_equal 1, fixed.reload.latest.number
  end

  def test_page_lists_components_and_shows_the_explosion
    get "/models/#{unit.slug}"
    assert_includes last_response.body, 'id="explode"'
    assert_match(%r{<th scope="row">top</th><td><a href="/models/lid">Lid</a>}, last_response.body)
    get "/models/#{unit.slug}/solid.glb"
    whole = last_response.body
    get "/models/#{unit.slug}/solid.glb?exploded=1"
    assert_equal 'glTF', last_response.body[0, 4]
    refute_equal whole, last_response.body
    get '/models/lid'
    assert_includes last_response.body, '<a href="/models/unit">QI-9 Unit</a>'
  end

  def test_an_assembly_of_nothing_is_refused_in_words
    error = assert_raises(Nockplane::Modelling::RecipeFault) { App::Actions::AddModel.call(EXPLODED) }
    assert_equal "line 5, components[0].model: there is no model 'QI-2130' here", error.message
    assert_equal 0, App::Records::Model.count
  end

  def test_a_faulty_feature_leaves_the_part_up_to_it_to_see
    found = post_json("/models/#{lid.slug}/try", text: PART.sub('diameter: 16', 'diameter: -1'))
    assert_equal 422, last_response.status
    assert_equal 'features[1].diameter', found['faults'][0]['path']
    assert_equal 'seat', found['partial']['before']
    get found['partial']['glb']
    assert_equal 'glTF', last_response.body[0, 4]
    assert_nil post_json("/models/#{lid.slug}/try", text: PART.sub('thick: 6', 'thick: -6'))['partial'],
               'before the first feature there is nothing'
  end

  def test_choices_and_switched_features_on_the_page
    model =
      App::Actions::AddModel.call(
        PART.sub("  sink: 3\n", "  sink: 3\n  seat_kind: {value: sunk, choices: [sunk, none]}\n").sub(
          "  - id: seat\n",
          "  - id: seat\n    active: \"seat_kind = 'sunk'\"\n"
        )
      )
    get "/models/#{model.slug}"
    assert_match(%r{<option selected>sunk</option><option >none}, last_response.body)
    assert_match(/data-feature="seat" checked disabled/, last_response.body)
    tried = post_json("/models/#{model.slug}/try", sizes: { seat_kind: 'none' })
    assert_equal [{ 'name' => 'seat_kind', 'old' => 'sunk', 'new' => 'none' }], tried['changed']
  end

  # A drawing of an assembly is made by a worker, with a balloon for each line of the parts list.
  def test_a_new_drawing_of_an_assembly_has_its_balloons
    lid
    other = App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Cover').sub('QI-2130', 'QI-2131'))
    two = App::Actions::AddModel.call(EXPLODED.sub('{id: top, model: QI-2130', "{id: top, model: #{other.number}"))
    post_form '/drawings', model: two.slug, template: 'a2-assembly'
    assert_match(%r{/runs/\d+}, last_response.location)
    App::Queue.work_off
    drawing = App::Records::Drawing.order(:id).last
    assert_equal 2, drawing.value.notes.count(&:item)
  end

  def test_command_line_reads_assemblies_beside_their_parts
    Dir.mktmpdir do |folder|
      File.write(File.join(folder, 'lid.recipe.yml'), PART)
      File.write(File.join(folder, 'unit.assembly.yml'), EXPLODED)
      source = App::Commands::Library.source(File.join(folder, 'unit.assembly.yml'))
      found = App::Commands::Inspect.call(EXPLODED, source)
      assert_equal ['assembly', 2, %w[base top]], [found[:kind], found[:solids], found[:components].map { |c| c[:id] }]
      plain, exploded =
        [nil, ''].map do |e|
          App::Commands::Views.call(
            EXPLODED,
            { 'front' => Nockplane::Projection::ViewFrame.named('front') },
            source,
            explosion: e
          )[
            :views
          ][
            0
          ][
            :box
          ][
            3
          ]
        end
      assert_in_delta 50, exploded - plain, 1e-9
      steps =
        App::Commands::Section.call(
          EXPLODED,
          source,
          [0, 0, 0, 0, -1, 0],
          { steps: [[-50, -10, 0], [0, -10, 0], [0, 10, 0], [50, 10, 0]] }
        )
      assert_in_delta 2 * 100 * 6, steps[:area], 1e-3
      profile =
        App::Commands::Section.call(
          EXPLODED,
          source,
          [0, 0, 6, 0, 0, 1],
          { profile: [[-40, -20], [-20, -20], [-20, 20], [-40, 20]], depth: 2.0 }
        )
      assert_in_delta 800, profile[:area], 1e-3
    end
  end
end
