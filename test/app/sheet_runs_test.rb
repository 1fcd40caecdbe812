# frozen_string_literal: true

require 'app_helper'
require 'sheet_metal_helper'

# Sheet runs: what is offered, seen before, made in each way, stopped, taken up again.
class SheetRunsTest < AppTest
  UNIT =
    "nockplane: assembly/1\nname: Unit FW-6\nproperties: {number: U-6}\ncomponents:\n" \
      "  - {id: lid, model: QI-2130}\n  - {id: pin, model: PIN, offset: 40}\n" \
      "  - {id: bought, model: BUY, purchased: true, offset: 90}\n"

  def setup
    super
    lid
    { 'Pin' => 'PIN', 'Bought' => 'BUY' }.each do |name, number|
      App::Actions::AddModel.call(PART.sub('name: Lid', "name: #{name}").sub('QI-2130', number))
    end
    @unit = App::Actions::AddModel.call(UNIT)
  end

  def page_data(of = 'unit-fw-6')
    get "/sheet-runs/new?of=#{of}"
    assert last_response.ok?, last_response.body[0, 300]
    JSON.parse(last_response.body[%r{<script type="application/json" id="run-data">(.*?)</script>}m, 1])
  end

  def rows(of = 'unit-fw-6') = page_data(of)['rows'].to_h { |r| [r['number'], r] }
  def wanted(*numbers, template: 'a3-part-first-angle') = numbers.map { |n| [rows[n]['key'], template, '', ''] }

  def start(rows, output: 'each', choices: { 'sizes' => ['model'] })
    answer = post_data('/sheet-runs', of: 'unit-fw-6', rows: rows, output: output, choices: JSON.generate(choices))
    App::Records::Run.find_by(id: answer['href'].to_s[/\d+/])
  end

  def run_to_end(rows, **more) = start(rows, **more).tap { App::Queue.work_off }.reload
  def drawings = App::Records::Drawing.order(:id).to_a

  def test_rows_with_what_is_bought_left_out_and_what_has_a_drawing
    drawn
    found = rows
    assert_equal %w[U-6 QI-2130 PIN BUY], found.keys
    assert_equal %w[assembly made made purchased], found.values.map { |r| r['kind'] }
    assert_equal [true, false, true, false], found.values.map { |r| r['make'] }, 'the lid has a drawing'
    assert_equal [drawn.number], found['QI-2130']['drawings'].map { |d| d['number'] }
    assert_equal 'a2-assembly', found['U-6']['template']
  end

  def test_a_drawing_each
    run = run_to_end(wanted('PIN') + wanted('U-6', template: 'a2-assembly'))
    assert_equal %w[done done], run.lines.map { |l| l['state'] }
    assert_equal %w[PIN-D U-6-D], drawings.map(&:number).sort
    assert_match(/scale 2:1/, run.lines[0]['words'])
    get "/runs/#{run.id}"
    assert_includes last_response.body, 'Pin'
    unit = drawings.find { |d| d.number == 'U-6-D' }.value
    assert_equal 3, unit.notes.count(&:item), 'a balloon for each line of the parts list'
    refute rows['PIN']['make'], 'what is made is not made twice'
  end

  def test_one_drawing_with_a_sheet_each_in_the_order_of_the_rows
    run = run_to_end(wanted('U-6', template: 'a2-assembly') + wanted('QI-2130', 'PIN'), output: 'one')
    assert_equal 'done', run.state, run.lines.inspect
    value = drawings.fetch(0).value
    assert_equal 1, drawings.size
    assert_equal ['Unit FW-6', 'Lid', 'Pin'], value.sheets.map(&:title)
    assert_equal 3, value.bindings.map(&:model).uniq.size
    assert_equal run.href, "/drawings/#{drawings[0].slug}"
    value.views.each { |v| assert_equal value.sheet(v.sheet).binding, v.binding }
    get run.href
    assert last_response.ok?
    assert_empty drawings[0].staleness.behind
  end

  def test_files_in_a_zip
    run = run_to_end(wanted('QI-2130', 'PIN'), output: 'pdf')
    assert_equal [0, "/runs/#{run.id}/file"], [drawings.size, run.href]
    get run.href
    names = Zip::File.open_buffer(StringIO.new(last_response.body)).map(&:name)
    assert_equal %w[PIN-D.pdf QI-2130-D.pdf], names.sort
  end

  def test_a_row_with_an_output_of_its_own
    run = run_to_end([wanted('QI-2130')[0], wanted('PIN')[0] + ['svg']])
    assert_equal [['QI-2130-D'], %w[done done]], [drawings.map(&:number), run.lines.map { |l| l['state'] }]
    get run.lines[1]['href']
    assert_equal ['PIN-D.svg'], Zip::File.open_buffer(StringIO.new(last_response.body)).map(&:name)
    post_data('/sheet-runs', of: 'unit-fw-6', rows: [wanted('PIN')[0] + ['paper']], output: 'each')
    assert_equal 422, last_response.status
  end

  def test_one_that_fails_is_told_and_the_others_are_made
    key = wanted('PIN')
    bare = App::Records::Template.find_by(slug: 'a3-part-first-angle').template.bare
    App::Actions::SaveTemplate.from_file(
      Nockplane::Formats::TemplateFile.write(bare).sub('A3 part, first angle', 'Bare A3')
    )
    post_data('/sheet-runs', of: 'unit-fw-6', rows: wanted('PIN', template: 'bare-a3'), output: 'each')
    assert_equal 422, last_response.status
    assert_match(/Pin: template .*has no berths to fill/, last_response.body)
    run = start(key + wanted('QI-2130'))
    template = App::Records::Template.find_by(slug: 'a3-part-first-angle')
    template.update!(removed_at: Time.now)
    App::Queue.work_off
    template.update!(removed_at: nil)
    assert_equal %w[failed failed], run.reload.lines.map { |l| l['state'] }
    assert_match(/was removed; choose another/, run.lines[0]['words'])
    assert_equal 0, drawings.size
  end

  def test_stopped_by_hand_what_was_made_stays_and_what_is_left_waits_for_no_one
    run = start(wanted('QI-2130', 'PIN'))
    Delayed::Job.order(:id).find { |j| j.handler.include?('SheetJob') }.tap(&:invoke_job).destroy
    run.update!(stop_wanted: true)
    App::Queue.work_off
    run.reload
    assert_equal [%w[done skipped], 'stopped'], [run.lines.map { |l| l['state'] }, run.state]
    assert_equal 1, drawings.size
  end

  def test_choices_are_kept_by_name
    post_data(
      '/sheet-runs/choices',
      name: 'Shop',
      choices: JSON.generate(sizes: %w[model linear], scale: '1:2'),
      output: 'one'
    )
    kept = page_data['kept'].to_h['Shop']
    assert_equal ['one', %w[model linear], '1:2'], [kept['output'], *kept['choices'].values_at('sizes', 'scale')]
    post_data('/sheet-runs/choices/remove', name: 'Shop')
    assert_empty page_data['kept']
    post_data('/sheet-runs/choices', name: 'Bad', choices: JSON.generate(scale: 'huge'))
    assert_match(/scale 'huge' can't be read/, last_response.body)
  end

  def test_a_row_is_seen_before_it_is_made
    plan = { of: 'unit-fw-6', rows: wanted('PIN'), choices: JSON.generate(sizes: []) }
    assert_equal({ 'waiting' => true }, post_data('/sheet-runs/preview', **plan))
    App::Queue.work_off
    assert_match(/<svg/, post_data('/sheet-runs/preview', **plan)['svg'])
    assert_equal 0, drawings.size, 'nothing is written by it'
  end

  def test_variants_of_a_family_and_chosen_models
    App::Actions::AddModel.call(FAMILY.sub('name: Lid', 'name: Cap').sub('QI-2130', 'CAP'))
    family = rows('cap')
    assert_operator family.size, :>, 1
    first = page_data('cap')['rows'][0]
    post_data('/sheet-runs', of: 'cap', rows: [[first['key'], 'a3-part-first-angle', '', '']], output: 'each')
    App::Queue.work_off
    assert_equal [first['key'][/~(.*)/, 1]], drawings.flat_map { |d| d.value.bindings.map(&:variant) }
    assert_equal 2, rows('lid,pin').size
  end

  def test_the_flat_page_and_its_files
    tray =
      SheetMetalHelper.instance_method(:sheet).bind_call(
        self,
        'id: base, type: sheet, thickness: 2, bend_radius: 3, ' \
          'profile: {kind: rectangle, width: 50, height: 30}',
        'id: up, type: flange, edge: base/side.right, height: 25'
      )
    App::Actions::AddModel.call(tray)
    get '/models/sheet/flat'
    assert_includes last_response.body, '76.09 mm', last_response.body[/<main.*/m].to_s[0, 600]
    get '/models/sheet/flat.step'
    assert_includes last_response.body, 'ISO-10303-21'
    get '/models/lid/flat'
    assert_match(/can’t be laid flat|Blank/, last_response.body)
  end
end
