# frozen_string_literal: true

require 'app_helper'

# Tolerance frames and datums set by hand on the Lid: 100 x 50 x 6 with a blind hole ⌀16 at (20, 0). mm.
class MarkingTest < AppTest
  def edit(**data) = post_json("/drawings/#{drawn.slug}/edits", data)
  def value = drawn.reload.value

  def at(view, point) =
    Nockplane::Drawings::SceneBuilder.new(value, 's1', App::Workshop.source).place(value.view(view)).point(point)

  def datum(view, point, letter = '') =
    edit(do: 'datum', what: "view/#{view}", points: [at(view, point)], letter: letter)

  def frame(view, point, key, tolerance, **more)
    edit(do: 'frame', what: "view/#{view}", points: [at(view, point)], key: key, value: tolerance, **more)
  end

  def marks = value.dimensions.select { |d| Nockplane::Modelling::Marked.id?(d.dimension) }
  def words = marks.map { |d| Nockplane::Drawings::Annotations.words(value.standard, d).to_s }

  def test_datums_take_the_next_letter_and_stand_on_the_face_seen_from_its_edge
    assert_equal 'Datum A set in Front view', datum('front', [-25.0, -25.0, 0.0])['told'] || drawn.undoable.label
    datum('front', [-50.0, -25.0, 3.0])
    assert_equal %w[A B], words
    assert_equal [['plate/end.start'], ['plate/side.left']], marks.map { |d| d.snapshot.faces }
    assert_match(/that face is datum A already/, datum('front', [-25.0, -25.0, 0.0])['error'])
    assert_match(/datum B stands on another face already; C is free/, datum('front', [-25.0, -25.0, 6.0], 'B')['error'])
    assert_match(/no datum letter/, datum('front', [-25.0, -25.0, 6.0], 'I')['error'])
  end

  def test_a_frame_is_legal_or_refused_with_its_rule
    datum('front', [-25.0, -25.0, 0.0])
    refused = ->(*given, **more) { frame(*given, **more)['error'].to_s }
    hole = ['plan', [28.0, 0.0, 6.0]]
    assert_match(
      /flatness is a tolerance of form and takes no datum \(FCF-02\)/,
      refused['front', [-25.0, -25.0, 6.0], 'flatness', '0,05', datum1: 'A']
    )
    assert_match(
      /perpendicularity needs at least one datum \(FCF-03\)/,
      refused[*hole, 'perpendicularity', '0,1', zone: '⌀']
    )
    assert_match(/there is no datum C; set it/, refused[*hole, 'position', '0,2', zone: '⌀', datum1: 'C'])
    assert_match(
      /A has no size, so it takes no Ⓜ \(FCF-07\)/,
      refused[*hole, 'position', '0,2', zone: '⌀', datum1: 'A Ⓜ']
    )
    assert_match(/choose a characteristic and give a tolerance/, refused[*hole, 'position', 'much'])
    assert_match(/must be more than 0/, refused[*hole, 'position', '0', zone: '⌀', datum1: 'A'])
    assert_match(/nothing is there/, refused['plan', [0.0, 10.0, 6.0], 'position', '0,2'])
    assert_equal 1, marks.size
    frame(*hole, 'position', '0,2', zone: '⌀', modifiers: 'Ⓜ', datum1: 'a')
    assert_equal ['A', '⌖ ⌀0,2 Ⓐ Ⓜ A'], words
    assert_equal ['seat/wall'], marks[1].snapshot.faces
  end

  def test_a_surface_texture_stands_on_a_reference_line
    texture = ->(**given) do
      edit(do: 'texture', what: 'view/front', points: [at('front', [-25.0, -25.0, 6.0])], form: 'removed', **given)
    end
    assert_match(/name the parameter and its value, such as Ra 1.6/, texture[texture: '1,6']['error'])
    texture[texture: 'Ra 1,6', lay: '=']
    assert_equal ['Ra 1,6 ='], words
    edit(do: 'remark', what: "dimension/#{marks[0].id}", texture: 'Rz6.3', form: 'kept', lay: '')
    assert_equal ['Rz 6,3'], words
    assert_includes get("/drawings/#{drawn.slug}?select=dimension/#{marks[0].id}").body, 'value="Rz 6.3"'
  end

  def test_its_words_are_changed_and_it_follows_the_model_or_goes_adrift
    frame('plan', [28.0, 0.0, 6.0], 'circularity', '0,05')
    id = marks[0].id
    column = get("/drawings/#{drawn.slug}?select=dimension/#{id}").body
    assert_includes column, 'set by hand on a face of'
    assert_includes column, 'name="key"'
    edit(do: 'remark', what: "dimension/#{id}", key: 'cylindricity', value: '0,08')
    assert_equal ['⌭ 0,08'], words
    revise(lid, 'diameter: 16', 'diameter: 18')
    App::Actions::UpdateDrawings.call([drawn])
    assert_equal 'plan', marks[0].view
    assert_in_delta 9.0, marks[0].snapshot.then { |s| Nockplane::Geometry::Vec.distance(s.from, s.to) }, 1e-6
    revise(lid.reload, /  - id: seat.*\z/m, '')
    App::Actions::UpdateDrawings.call([drawn])
    assert_equal ['⌭ 0,08'], App::Standings.work_out(drawn.reload).adrift.map(&:words) & ['⌭ 0,08']
  end
end
