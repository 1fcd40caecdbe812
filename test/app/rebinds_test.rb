# frozen_string_literal: true

require 'app_helper'

# Pointing drawings at other models in the application: shown first, then written as a new drawing or into the same.
class RebindsTest < AppTest
  def family = @family ||= App::Actions::AddModel.call(FAMILY)

  def first
    @first ||=
      App::Actions::CreateDrawing
        .call(family, 'a3-part-first-angle')
        .tap { |d| %w[front plan].each { |v| adopt(d, v) } }
  end

  def wide =
    @wide ||=
      App::Actions::AddModel.call(
        PART.sub('name: Lid', 'name: Wide lid').sub('QI-2130', 'QI-2200').sub('value: 100', 'value: 130')
      )

  def path(**query) = "/drawings/#{first.slug}/rebind?#{query.to_query}"

  def words(drawing) =
    drawing.value.dimensions.map { |d| Nockplane::Drawings::Annotations.words(drawing.value.standard, d).to_s }

  def shown(**query)
    get path(**query)
    App::Queue.work_off
    get path(**query)
    last_response.body
  end

  def test_nothing_is_written_before_it_was_seen_and_then_as_a_new_drawing
    before = first.value
    wide
    get path
    assert_includes last_response.body, 'QI-2200 Wide lid'
    body = shown(model: wide.slug)
    assert_includes body, 'kept'
    assert_match(%r{<b>100 ±0,2</b>\s*<span class="jump">→ 130 ±0,2</span>}, body)
    get "/drawings/#{first.slug}/rebound/s1.svg?model=#{wide.slug}"
    assert_includes last_response.body, 'QI-2200-D'
    assert_equal 1, App::Records::Drawing.count
    post_form("/drawings/#{first.slug}/rebind", model: wide.slug, into: 'new', number: 'QI-2200-D', title: 'Wide lid')
    App::Queue.work_off
    made = App::Records::Drawing.find_by!(number: 'QI-2200-D')
    assert_includes words(made), '130 ±0,2'
    assert_equal before, first.reload.value
    assert_equal "/drawings/#{made.slug}", App::Records::Run.last.href
    assert_includes made.journal.first.label, 'made of QI-2130-D, pointed at QI-2200 Wide lid'
  end

  def test_into_the_same_drawing_is_one_step_that_is_taken_back
    before = first.value
    post_form("/drawings/#{first.slug}/rebind", model: wide.slug, into: 'this')
    App::Queue.work_off
    assert_includes words(first.reload), '130 ±0,2'
    assert_equal [wide.id], first.bindings.pluck(:model_id)
    post_data("/drawings/#{first.slug}/undo", base: first.version)
    assert_equal before, first.reload.value
    assert_equal [family.id], first.bindings.pluck(:model_id)
  end

  def test_what_a_variant_has_not_is_told_and_decided
    seat = first.value.dimensions.find { |d| d.dimension.start_with?('seat.') }
    body = shown(model: "#{family.slug}|short")
    assert_includes body, 'Its feature is switched off'
    assert_includes body, %(name="decide[#{seat.id}]")
    post_form("/drawings/#{first.slug}/rebind", model: "#{family.slug}|short", decide: { seat.id => 'delete' })
    App::Queue.work_off
    made = App::Records::Drawing.find_by!(number: 'QI-2131-D')
    assert_nil made.value.dimension(seat.id)
    assert_equal 'short', made.value.bindings[0].variant
    assert_match(/QI-2131-D Lid 60: \d+ kept/, App::Records::Run.last.lines[0]['words'])
  end

  def test_many_drawings_and_many_targets_make_one_each
    second = App::Actions::CreateDrawing.call(family, 'a4-sheet-metal', number: 'QI-2')
    get "/rebind?from=#{family.slug}"
    assert_includes last_response.body, second.number
    post_form(
      '/rebind',
      drawings: [first.slug, second.slug],
      models: [wide.slug, "#{family.slug}|short", "#{family.slug}|hollow"]
    )
    run = App::Records::Run.last
    App::Queue.work_off
    states = run.reload.lines.map { |l| [l['wish']['model'], l['state']] }
    assert_equal 6, states.size
    assert_equal %w[failed], states.select { |m, _| m.end_with?('hollow') }.map(&:last).uniq
    assert_equal 4, states.count { |_, s| s == 'done' }
    assert_equal 6, App::Records::Drawing.count
    get "/runs/#{run.id}"
    assert_includes last_response.body, 'QI-2200-D'
  end

  def test_what_means_nothing_is_refused_in_words
    unit =
      App::Actions::AddModel.call(
        "nockplane: assembly/1\nname: Unit\nproperties: {number: U-1}\ncomponents:\n  - {id: a, model: QI-2130}\n"
      ) if family
    {
      family.slug => /show just that already/,
      unit.slug => /shows a part and Unit is an assembly/
    }.each do |slug, words|
      get path(model: slug)
      App::Queue.work_off
      assert_match words, App::Records::Run.last.reason
    end
    get path(model: 'nothing')
    assert_includes last_response.body, 'Choose which model the drawing is pointed at.'
    get path(model: "#{family.slug}|huge")
    assert_includes last_response.body, 'Lid has no variant “huge”.'
    post_form('/rebind', drawings: [first.slug])
    assert_includes last_response.body, 'Choose what they are to be pointed at.'
    post_form("/drawings/#{first.slug}/rebind", model: wide.slug, number: first.number)
    assert_includes last_response.body, 'Numbers are given once'
    assert_equal 1, App::Records::Drawing.count
  end
end
