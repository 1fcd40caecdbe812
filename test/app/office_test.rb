# frozen_string_literal: true

require 'app_helper'

# The demo as a large office: what is copied is what was really made, and long lists come in stretches.
class OfficeTest < AppTest
  # The lid and its drawing stand for the demo; thickness is what an office's lid loses.
  TEXT =
    PART
      .sub('QI-2130', 'QI-2102')
      .sub('name: Lid', 'name: Lid FW-6')
      .gsub('thick', 'thickness')
      .sub('thickness: 6', 'thickness: {value: 6}')

  def office
    @office ||=
      begin
        base = App::Actions::AddModel.call(TEXT, note: 'first release')
        App::Actions::CreateDrawing.call(base, 'a3-part-first-angle')
        App::Demo::Office.new(12, 23).load
      end
  end

  def drawn_of(series) = App::Records::Drawing.where('number LIKE ?', format('QI-%03d-%%', series)).order(:id)

  def test_an_office_has_as_many_models_and_drawings_as_it_was_told_and_none_of_them_twice
    assert_equal [12, 23], office
    assert_equal 12, App::Records::Model.distinct.count(:number)
    assert_equal 23, App::Records::Drawing.distinct.count(:number)
    first = App::Records::Model.find_by(number: 'QI-001-2102')
    assert_includes first.latest.recipe, 'number: QI-001-2102'
    drawing = drawn_of(1).first
    assert_equal [first.id], drawing.value.bindings.map(&:model), 'a copy shows the model of its own series'
    assert_equal drawing.number, drawing.value.meta.number
  end

  def test_what_it_says_of_a_drawing_is_what_is_found_when_it_is_worked_out
    office
    [drawn_of(1).first, drawn_of(5).first, drawn_of(5).last].each do |d|
      said = App::Records::Standing.find_by(drawing_id: d.id)
      assert_equal App::Standings.basis(d), said.basis
      assert_equal Nockplane::Linking::Docketing.of(d.value, App::Workshop.source, App::Sheetworks.latest).to_h,
                   said.docket.to_h
    end
    assert_equal %w[current behind], [1, 5].map { |n| drawn_of(n).first.standing.state }
    assert_equal 4, App::Records::Standing.where(state: 'behind').count, 'two series of eleven, two drawings each'
  end

  def test_its_pages_answer
    office
    [
      '/',
      '/?state=behind',
      '/models?q=005',
      '/references',
      '/references?of=model/qi-005-2102',
      '/rebind',
      '/happened',
      "/drawings/#{drawn_of(5).first.slug}"
    ].each do |path|
      get path
      assert_equal 200, last_response.status, path
    end
    get '/models?q=005'
    assert_includes last_response.body, 'QI-005-2102'
    refute_includes last_response.body, 'QI-001-2102'
    get '/search?q=QI_005'
    refute_includes last_response.body, 'QI-005-2102', 'an underscore stands for itself'
  end

  def test_a_long_list_comes_in_stretches
    slice = App::Presenters::Slice.new('behind', (1..95).to_a, %w[behind 40], 40, { whose: 'mine' })
    assert_equal [(41..80).to_a, '41 to 80 of 95'], [slice.shown, slice.words]
    assert_equal %w[?from=0&list=behind&whose=mine#list-behind ?from=80&list=behind&whose=mine#list-behind],
                 [slice.before, slice.after]
    last = App::Presenters::Slice.new('behind', (1..95).to_a, %w[behind 9999999], 40)
    assert_equal [(81..95).to_a, nil], [last.shown, last.after], 'beyond the end is the last stretch'
    other = App::Presenters::Slice.new('adrift', [1], %w[behind 40], 40)
    assert_equal [[1], true], [other.shown, other.all?]
    assert_equal [[], nil], App::Presenters::Slice.new('x', [], %w[x -5], 40).then { |s| [s.shown, s.after] }
  end

  def test_lines_of_a_drawing_are_taken_one_by_one
    drawing = drawn
    line = App::DocketLine.at("#{drawing.slug}/behind")
    assert_equal "#{drawing.number}: what is behind its model", line.words
    assert_raises(App::Refused) { App::DocketLine.at("#{drawing.slug}/anything") }
    assert_equal '', App::DocketLine.at(drawing.slug).part
  end
end
