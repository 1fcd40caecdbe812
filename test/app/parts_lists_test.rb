# frozen_string_literal: true

require 'app_helper'
require 'csv'
require 'sheet_metal_helper'

# Parts lists, balloons and bend tables on the drawing screen.
class PartsListsTest < AppTest
  include SheetMetalHelper

  UNIT =
    "nockplane: assembly/1\nname: Unit\nproperties: {number: U-6}\ncomponents:\n" \
      "  - {id: lid, model: QI-2130}\n  - {id: pin, model: PIN, offset: 40}\n"

  def setup
    super
    lid
    App::Actions::AddModel.call(PART.sub('name: Lid', 'name: "=1+1"').sub('QI-2130', 'PIN'))
    unit = App::Actions::AddModel.call(UNIT)
    @drawing = App::Actions::CreateDrawing.call(unit, 'a2-assembly', title: 'Unit', number: 'U-6')
    App::Queue.work_off
  end

  def edit(drawing = @drawing, **data) = post_json("/drawings/#{drawing.slug}/edits", data)
  def value(drawing = @drawing) = drawing.reload.value
  def column(key, drawing = @drawing) = get("/drawings/#{drawing.slug}?select=#{key}").body
  def list = value.tables.find { |t| t.kind == 'parts list' }

  def test_balloons_for_what_has_none_and_the_docket_says_so
    App::Standings.recheck(@drawing)
    App::Queue.work_off
    assert_includes column(''), 'Parts list: items 1, 2 have no balloon'
    assert_includes column("view/#{value.views[0].id}"), 'Balloons for all parts seen'
    edit(do: 'balloons', what: "view/#{value.views[0].id}", shape: 'balloon', counted: 'on')
    assert_equal 2, value.notes.count(&:item)
    assert_includes column("note/#{value.notes.find(&:item).id}"), 'of the parts list'
    assert_includes column("view/#{value.views[0].id}"), 'Lay them out'
    before = value.notes.select(&:item).map(&:x)
    edit(do: 'lay balloons', what: "view/#{value.views[0].id}", side: 'left')
    assert_equal 1, value.notes.select(&:item).map(&:x).uniq.size
    refute_equal before, value.notes.select(&:item).map(&:x)
    assert_match(/Balloons stand/, edit(do: 'lay balloons', what: "view/#{value.views[0].id}", side: 'x')['error'])
    assert_match(/every part has a balloon/, edit(do: 'balloons', what: "view/#{value.views[0].id}")['error'])
    assert_match(/circle/, edit(do: 'balloons', what: "view/#{value.views[0].id}", shape: 'star')['error'])
    App::Queue.work_off
    refute_includes column(''), 'no balloon'
  end

  def test_all_balloons_from_the_docket
    App::Standings.recheck(@drawing)
    App::Queue.work_off
    asked = column('')[/data-edit='({[^']*all balloons[^']*})'/, 1]
    edit(**JSON.parse(CGI.unescapeHTML(asked)).transform_keys(&:to_sym))
    assert_equal 2, value.notes.count(&:item)
    assert_equal ['iso'], value.notes.select(&:item).map { |n| n.leaders[0].view }.uniq, 'the pictorial view first'
    assert_match(/no view shows a part/, edit(**JSON.parse(CGI.unescapeHTML(asked)).transform_keys(&:to_sym))['error'])
  end

  def test_the_list_in_another_way_and_as_a_file
    edit(do: 'listing', what: "table/#{list.id}", structure: 'top', sort: 'number', items: '1 = 10', texts: '')
    assert_equal 'given', column("table/#{list.id}")[/id="items"[^>]*value="(\w+)"/, 1]
    get "/drawings/#{@drawing.slug}/tables/#{list.id}.csv"
    assert_includes last_response.headers['Content-Disposition'], 'U-6-parts-list.csv'
    rows = CSV.parse(last_response.body, headers: true)
    assert_equal %w[2 10], rows.map { |r| r[0] }
    assert_includes rows[0].to_h.values, "'=1+1", 'no spreadsheet works it out'
    assert_includes column("table/#{list.id}"), 'Goes on beside itself'
    assert_match(/another number/, edit(do: 'listing', what: "table/#{list.id}", items: '7 = 8')['error'])
    get "/drawings/#{@drawing.slug}/tables/none.csv"
    assert_equal 404, last_response.status
  end

  def test_bend_table_and_notes_of_a_flat_pattern
    text = sheet(plate(50, 30), 'id: up, type: flange, edge: base/side.right, height: 25', name: 'Angle')
    model = App::Actions::AddModel.call(text)
    tray = App::Actions::CreateDrawing.call(model, 'a3-sheet-metal', title: 'Angle', number: 'S-1')
    App::Queue.work_off
    flat = value(tray).views.find { |v| v.kind == 'flat' }
    form = column("view/#{flat.id}", tray)
    assert_includes form, 'Bends are noted'
    table = value(tray).tables.find { |t| t.kind == 'bends' }
    assert_match(/has a bend table already/, edit(tray, do: 'bend table', what: "view/#{flat.id}")['error'])
    edit(tray, do: 'delete', what: "table/#{table.id}")
    edit(tray, do: 'bend table', what: "view/#{flat.id}")
    again = value(tray).tables.find { |t| t.kind == 'bends' }
    get "/drawings/#{tray.slug}/tables/#{again.id}.csv"
    assert_equal %w[1 UP 90° 3], CSV.parse(last_response.body)[1].first(4)
    edit(tray, do: 'bend notes', what: "view/#{flat.id}", notes: 'numbers', zones: 'on')
    assert_equal ['numbers', true], value(tray).view(flat.id).own.then { |o| [o.notes, o.zones] }
    assert_match(/Bends are noted/, edit(tray, do: 'bend notes', what: "view/#{flat.id}", notes: 'loud')['error'])
  end
end
