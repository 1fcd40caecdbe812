# frozen_string_literal: true

require 'app_helper'
require 'csv'

# What happened in the office, by person, day and thing.
class HappenedTest < AppTest
  def happened(**asked) = App::Presenters::Happened.new(**asked)

  def setup
    super
    App::Acting.as('Ida Marsh') { revise(lid, 'thick: 6', 'thick: 6.7') }
    @drawing = App::Acting.as('Bo Marsh') { App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle') }
    App::Acting.as('Bo Marsh') { adopt(@drawing, 'front') }
  end

  def test_edits_and_revisions_with_who_did_them_newest_first
    events = happened.events.first(2)
    assert_equal ['Bo Marsh', 'Ida Marsh'], events.map(&:who)
    assert_match(/dimensions adopted/, events[0].what)
    assert_match(/\Arevision \d+/, events[1].what)
    assert_equal ["/drawings/#{@drawing.slug}", "/models/#{lid.slug}"], events.map(&:href)
  end

  def test_of_one_person_of_one_day_of_one_thing
    assert_equal ['Ida Marsh'], happened(who: 'Ida Marsh').events.map(&:who).uniq
    today = Time.now.utc.strftime('%Y-%m-%d')
    assert_operator happened(on: today).events.size, :>=, 2
    assert_empty happened(on: '2001-01-01').events
    assert_empty happened(on: '2001-02-31').events
    assert_equal ["/models/#{lid.slug}"], happened(of: "models/#{lid.slug}").events.map(&:href).uniq
    assert_equal ["/drawings/#{@drawing.slug}"], happened(of: "drawings/#{@drawing.slug}").events.map(&:href).uniq
  end

  def test_the_page_and_its_csv
    get '/happened?who=Bo+Marsh'
    assert_includes last_response.body, 'dimensions adopted'
    refute_includes last_response.body, 'revision 2'
    get '/happened.csv?who=Bo+Marsh'
    rows =
      CSV.parse(
        last_response.body.delete_prefix("\u{FEFF}"),
        headers: true,
        col_sep: last_response.body[/when(.)who/, 1]
      )
    assert_equal %w[when who what where], rows.headers
    assert_equal ['Bo Marsh'], rows.map { |r| r['who'] }.uniq
  end
end
