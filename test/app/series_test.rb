# frozen_string_literal: true

require 'app_helper'
require 'minitest/mock'
require 'csv'
require 'pdf-reader'
require 'zip'

# Series drawings in the application: the switch, what a variant has of its own, paper of all.
class SeriesPagesTest < AppTest
  def family = @family ||= App::Actions::AddModel.call(FAMILY)

  def series
    @series ||=
      App::Actions::CreateDrawing
        .call(family, 'a3-part-first-angle', show: 'series')
        .tap { |d| %w[front plan].each { |v| adopt(d, v) } }
  end

  def sheet(variant) = App::VariantSheet.new(App::Records::Drawing.find(series.id), variant)
  def address(variant) = "/drawings/#{series.slug}~#{App::VariantSheet.key(variant)}"
  def notes(value) = value.notes.map(&:text)

  def add_note(variant, text)
    post_data("#{address(variant)}/edits", do: 'note', text: text, x: 60, y: 60, base: series.reload.version)
  end

  def test_a_variant_is_worked_out_by_a_worker_and_then_shown_under_its_link
    get "/drawings/#{series.slug}?variant=short"
    assert_match(%r{/runs/\d+\z}, last_response.location)
    App::Queue.work_off
    get "/drawings/#{series.slug}?variant=short"
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'QI-2131-D'
    assert_includes last_response.body, '<option value="short" selected>short</option>'
    assert_includes last_response.body, 'It has nothing of its own.'
    get address('short')
    assert_equal "/drawings/#{series.slug}?variant=short", last_response.location, 'links are those that people use'
    get "/drawings/#{series.slug}?variant=none"
    assert_equal 404, last_response.status
    assert_includes last_response.body, 'choose one of short, long, hollow'
  end

  def test_what_is_done_on_a_variant_is_its_own_and_can_be_taken_back
    before = series.value
    answer = add_note('short', 'ETCH')
    assert_equal 'Note added (only short)', answer['told'], answer['error']
    assert_equal [['ETCH'], [], []],
                 [sheet('short').value, sheet('long').value, series.reload.value].map { |v| notes(v) }
    post_data("#{address('short')}/undo", base: series.version)
    assert_equal before, series.reload.value
    add_note('short', 'ETCH')
    post_form("#{address('short')}/own/reset")
    assert_empty series.reload.value.variations
  end

  def test_the_series_goes_on_beneath_what_a_variant_has
    add_note('long', 'LONG ONE')
    all =
      post_data(
        "/drawings/#{series.slug}/edits",
        do: 'note',
        text: 'FOR ALL',
        x: 80,
        y: 90,
        base: series.reload.version
      )
    assert_equal 'Note added', all['told'], all['error']
    assert_equal ['FOR ALL', 'LONG ONE'], notes(sheet('long').value).sort
    assert_equal ['FOR ALL'], notes(sheet('short').value)
    get "/drawings/#{series.slug}/series"
    App::Queue.work_off
    get "/drawings/#{series.slug}/series"
    assert_includes last_response.body, 'note “LONG ONE”: added'
    assert_includes last_response.body, 'cannot be shown'
    assert_match(/hollow.*above 0/m, last_response.body)
  end

  def test_thumbnails_of_variants_wait_for_a_worker_and_of_those_that_cannot_be_stay_empty
    %w[short hollow].each do |v|
      get "#{address(v)}/thumbnail.svg"
      assert_equal 200, last_response.status, v
      refute_includes last_response.body, '60 ±0,2', 'nothing is worked out in the request'
    end
    sheet('short').value
    get "#{address('short')}/thumbnail.svg"
    assert_includes last_response.body, 'Lid 60'
  end

  def test_a_variant_is_split_off_and_the_series_keeps_it
    add_note('short', 'ETCH')
    post_form("#{address('short')}/split")
    made = App::Records::Drawing.find_by(number: 'QI-2131-D')
    assert_equal "/drawings/#{made.slug}", last_response.location
    assert_equal [['ETCH'], 'short', nil], [notes(made.value), made.value.bindings[0].variant, made.value.meta.series]
    assert_equal ['ETCH'], notes(sheet('short').value)
    post_form("#{address('short')}/split", number: 'QI-2131-D')
    assert_includes last_response.body, 'is the number of Lid 60 already'
  end

  def test_paper_of_chosen_variants_in_one_file_or_one_each
    post_form("/drawings/#{series.slug}/series/paper", variants: %w[short long hollow], as: 'zip')
    run = App::Records::Run.last
    App::Queue.work_off
    assert_equal ['done', %w[done done failed]], run.reload.then { |r| [r.state, r.lines.map { |l| l['state'] }] }
    get "/runs/#{run.id}/file"
    names = []
    texts = []
    Zip::InputStream.open(StringIO.new(last_response.body)) do |zip|
      while (entry = zip.get_next_entry)
        names << entry.name
        texts << PDF::Reader.new(StringIO.new(zip.read)).pages.map(&:text).join
      end
    end
    assert_equal %w[QI-2131-D.pdf QI-2130-D-long.pdf], names
    assert_includes texts[0], '60 ±0,2'
    assert_includes texts[1], '140 ±0,2'
    post_form("/drawings/#{series.slug}/series/paper", variants: %w[long short])
    App::Queue.work_off
    get "/runs/#{App::Records::Run.last.id}/file"
    assert_equal 2, PDF::Reader.new(StringIO.new(last_response.body)).page_count
    post_form("/drawings/#{series.slug}/series/paper")
    assert_includes last_response.body, 'Choose at least one variant.'
  end

  def test_only_a_drawing_of_a_family_becomes_a_series
    plain =
      App::Actions::CreateDrawing.call(App::Actions::AddModel.call(PART.sub('QI-2130', 'QI-1')), 'a3-part-first-angle')
    post_form("/drawings/#{plain.slug}/series")
    assert_includes last_response.body, 'has no table of variants'
    get "/drawings/#{plain.slug}/series"
    assert_equal 404, last_response.status
    post_form("/drawings/#{series.slug}/series", on: 'no')
    assert_nil series.reload.value.meta.series
  end

  def test_an_update_of_a_variant_updates_the_series
    series
    App::Actions::ReviseModel.call(family, family.latest.recipe.sub('thick: 6', 'thick: 7'), note: 'thicker')
    post_data("#{address('short')}/update")
    assert_equal [2], series.reload.value.views.map(&:revision).uniq
    assert_empty series.value.variations
    assert_includes sheet('short').value.dimensions.map { |d| d.snapshot.value }, 7.0
  end

  # What is drawn for who looks at a variant is the variant, not the drawing.
  def test_lines_of_a_variant
    path = "#{address('short')}/lines?sheet=s1"
    asked = []
    paper = Object.new
    paper.define_singleton_method(:drawn?) { false }
    paper.define_singleton_method(:draw) { asked << 'drawn' }
    App::Paper.stub(:new, ->(record, _sheet, **) { paper.tap { asked << record.variant } }) { get path }
    assert_equal 200, last_response.status
    assert_equal %w[short short drawn], asked
  end

  def test_a_size_typed_on_a_variant_goes_into_its_row_and_leaves_the_others
    id = sheet('short').value.dimensions.find { |d| d.dimension == 'plate.profile.width' }.id
    answer = post_data("#{address('short')}/dimensions/#{id}/value", value: '64', sheet: 's1')
    assert_match(/Revision 2 of Lid kept/, answer['told'], answer['error'])
    recipe = Nockplane::Modelling::Recipe.parse(family.reload.latest.recipe)
    assert_equal [64, 140, 100],
                 [
                   recipe.variants['short']['length'],
                   recipe.variants['long']['length'],
                   recipe.parameter('length').given
                 ]
    post_data("#{address('short')}/undo", base: series.reload.version)
    assert_includes sheet('short').value.dimensions.map { |d| d.snapshot.value }, 60.0
    toleranced =
      post_data("#{address('short')}/dimensions/#{id}/value", value: '64', tolerance: '±0.5', sheet: 's1', on: 2)
    assert_includes toleranced['told'].to_s, 'kept', toleranced['error']
    assert_equal '±0.5', Nockplane::Modelling::Recipe.parse(family.reload.latest.recipe).parameter('length').tolerance
  end

  def test_what_is_meant_for_the_whole_drawing_is_refused_on_a_variant
    post_form("#{address('short')}/remove")
    assert_includes last_response.body, 'Throwing it away is done on the series, QI-2130-D'
    refute_nil App::Records::Drawing.find_by(id: series.id)
    answer = post_data("#{address('short')}/template", template: 'a4-sheet-metal')
    assert_includes answer['error'], 'Moving it to another template is done on the series'
    wide = App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Wide').sub('QI-2130', 'QI-2200'))
    post_form("#{address('short')}/rebind", model: wide.slug, into: 'this')
    App::Queue.work_off
    assert_match(/is done on the series/, App::Records::Run.last.lines[0]['words'])
    post_form("#{address('short')}/rebind", model: wide.slug, into: 'new')
    App::Queue.work_off
    made = App::Records::Drawing.find_by!(number: 'QI-2200-D')
    assert_equal [nil, nil, [wide.id]],
                 [made.value.meta.series, made.value.meta.variant, made.value.bindings.map(&:model)]
  end

  def test_a_row_that_changed_is_told_on_the_board_and_settled_there
    series
    App::Queue.work_off
    get '/'
    refute_includes last_response.body, 'behind the table'
    text = family.latest.recipe.sub('length: 140', 'length: 150')
    App::Actions::ReviseModel.call(family, text, note: 'long one longer')
    App::Queue.work_off
    get '/'
    assert_match(/1 variant\s+behind the table\s*<span class="quiet">long/, last_response.body)
    post_form('/docket/update', drawings: [series.slug])
    App::Queue.work_off
    assert_equal [2], series.reload.value.views.map(&:revision).uniq
    get '/'
    refute_includes last_response.body, 'behind the table'
    assert_includes sheet('long').value.dimensions.map { |d| d.snapshot.value }, 150.0
  end

  def issued = App::Actions::IssueDrawing.call(series, reason: 'r', by: 'Ada Thorne', waiver: 'w') { |_| }

  def files(packet) = packet.listing.to_h { |f| [f['name'], f['digest']] }

  # Every row a number, then the words of its size.
  def listed(digest) = CSV.parse(App::PacketStore.read(digest), headers: true).map { |row| row.fields.first(4) }

  def test_a_packet_of_a_series_has_the_sheets_and_the_model_of_every_variant
    packet = issued
    names = files(packet).keys
    %w[short long].each do |variant|
      assert_equal 4, names.count { |n| n.include?(variant) }, "sheets, list, STEP and 3D page of #{variant}"
    end
    manifest = JSON.parse(App::PacketStore.read(files(packet)['manifest.json']))
    assert_equal [%w[short long], ['hollow']], manifest.values_at('variants', 'left_out'), 'hollow can not be built'
    assert(packet.told.any? { |_, words| words.start_with?("hollow can't be shown") })
    pages = %w[short long].map { |v| names.find { |n| n.end_with?(" #{v}.pdf") } }
    words = pages.map { |n| PDF::Reader.new(StringIO.new(App::PacketStore.read(files(packet)[n]))).pages[0].text }
    assert_includes words[0], '60'
    refute_equal words[0], words[1]
  end

  def test_a_number_stands_for_the_same_size_on_every_variant
    packet = issued
    lists = files(packet).select { |n, _| n.end_with?('characteristics.csv') }.transform_values { |d| listed(d) }
    assert_equal 3, lists.size
    base = lists.min_by { |n, _| n.length }[1].to_h { |number, *rest| [number, rest] }
    lists.each_value do |rows|
      shared = rows.select { |number, *| base.key?(number) }
      assert_operator shared.size, :>=, 3
      assert_equal rows.map(&:first).uniq, rows.map(&:first), 'each number once'
    end
  end

  def test_what_a_variant_leaves_open_is_told_before_it_is_issued
    get "/drawings/#{series.slug}/issue"
    assert_includes last_response.body, 'short is still being looked at'
    App::Queue.work_off
    get "/drawings/#{series.slug}/issue"
    refute_includes last_response.body, 'still being looked at'
    told = App::Actions::IssueDrawing.check(series.reload).findings.map(&:words)
    missing = App::Records::VariantStanding.find_by(drawing_id: series.id, variant: 'short').data['missing']
    assert_equal missing.positive?, told.any? { |w| w.match?(/\Ashort: #{missing} sizes? (is|are) missing/) }
  end
end
