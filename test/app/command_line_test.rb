# frozen_string_literal: true

require 'command_helper'

class CommandLineTest < AppTest
  include CommandHelper

  def test_inspect_gives_one_json_object
    out, _, status = run_it('inspect', file('hub-spindle'), '--json')
    found = JSON.parse(out)
    assert_equal [0, 'recipe', 1, true], [status, *found.values_at('kind', 'solids', 'closed')]
    assert_equal [0.0, 39.0], found['box'].values_at(0, 3)
    assert_equal %w[
      area
      bodies
      box
      centre
      closed
      density
      edges
      error
      faces
      inertia
      kind
      mass
      ms
      parameters
      solids
      volume
      warnings
    ],
                 found.keys.sort
  end

  def test_views_by_name_and_by_direction
    named = JSON.parse(run_it('views', file('hub-spindle'), '--view', 'front', '--json')[0])['views'][0]
    given =
      JSON.parse(run_it('views', file('hub-spindle'), '--direction', '0,1,0', '--up', '0,0,1', '--json')[0])['views'][0]
    assert_equal named.values_at('visible', 'hidden', 'box'), given.values_at('visible', 'hidden', 'box')
    assert_equal %w[sharp silhouette smooth total], named['visible'].keys.sort
  end

  def test_section_through_the_axis
    empty = JSON.parse(run_it('section', file('hub-spindle'), '--plane', '0,0,0,1,0,0', '--json')[0])
    assert_empty empty['loops'], 'at its start the part lies ahead of the plane'
    found = JSON.parse(run_it('section', file('hub-spindle'), '--plane', '5,0,0,1,0,0', '--json')[0])
    assert_in_delta Math::PI * (16 - (2.1**2)), found['area'], 1e-3
    assert_match(
      /6 numbers PX,PY,PZ,NX,NY,NZ are needed/,
      run_it('section', file('hub-spindle'), '--plane', '0,0,0')[1]
    )
  end

  def test_draw_writes_both_formats
    Dir.mktmpdir do |dir|
      %w[svg pdf].each do |kind|
        out = File.join(dir, "sheet.#{kind}")
        assert_equal 0, run_it('draw', file('hub-spindle'), '--template', 'a3-part-third-angle', '--out', out)[2]
        assert_operator File.size(out), :>, 10_000
      end
    end
  end

  def test_draw_reports_the_sheet_and_writes_nothing_unasked
    before = Dir[File.join(Dir.pwd, '*')].sort
    out, err, status = run_it('draw', file('hub-spindle'), '--template', 'a3-part-third-angle', '--json')
    assert_equal ['', 0], [err, status]
    found = JSON.parse(out)
    assert_equal %w[annotations completeness empty outside overlaps scale views], found.keys.sort
    assert_equal before, Dir[File.join(Dir.pwd, '*')].sort
    assert_equal [[], [], []], found.values_at('overlaps', 'outside', 'empty')
    found['views'].each do |v|
      x0, y0, x1, y1 = v['box']
      assert x0 >= 20 && x1 <= 410 && y0 >= 10 && y1 <= 287 && x0 < x1 && y0 < y1, 'within the frame of A3 (TV-SHT-01)'
    end
    # 39 mm long at the sheet's scale
    factor = found['scale'].split(':').map(&:to_f).reduce(:/)
    front = found['views'].find { |v| v['name'] == 'Front view' }['box']
    assert_in_delta 39 * factor, front[2] - front[0], 1e-3
    assert_includes found['annotations'].map { |a| a['words'] }, '⌀12 h6'
    assert(found['annotations'].all? { |a| a['status'] == 'current' && a['box'].size == 4 })
  end

  def test_views_of_eight_neighbours_and_square_to_a_face
    eight =
      JSON.parse(run_it('views', file('hub-spindle'), '--eight', '--json')[0])['views'].to_h do |v|
        [v['name'], v.slice('visible', 'hidden', 'box')]
      end
    named =
      JSON.parse(run_it('views', file('hub-spindle'), '--view', 'right,top,left,bottom,iso', '--json')[0])[
        'views'
      ].to_h { |v| [v['name'], v.slice('visible', 'hidden', 'box')] }
    assert_equal 8, eight.size
    {
      'from the right' => 'right',
      'from above' => 'top',
      'from the left' => 'left',
      'from below' => 'bottom',
      'from above left' => 'iso'
    }.each { |a, b| assert_equal named[b], eight[a] }
    _, err, status = run_it('views', file('hub-spindle'), '--auxiliary', 'nothing/here')
    assert_equal 1, status
    assert_match(%r{there is no face 'nothing/here'; one of them is '}, err)
    lid = File.join(DEMO, 'lid.recipe.yml')
    top = JSON.parse(run_it('views', lid, '--auxiliary', 'plate/end.end', '--json')[0])['views'][0]
    assert_equal JSON.parse(run_it('views', lid, '--view', 'top', '--json')[0])['views'][0]['visible'], top['visible']
  end

  # A torus of 40 mm radius and a tube of 20 mm: two circles of 10 mm are cut, 200 pi mm2.
  def test_views_of_a_section_with_its_area
    torus = File.expand_path('../models/torus.step', __dir__)
    cut = ->(*more) do
      JSON.parse(run_it('views', torus, '--section', '-60,0,0;60,0,0', '--from', 'top', '--json', *more)[0])['views'][0]
    end
    whole = cut.call
    assert_in_delta 200 * Math::PI, whole['area'], 200 * Math::PI * 2e-6
    assert_equal [0.0, 1.0, 0.0], whole['looking']
    assert_equal [0.0, -1.0, 0.0], cut.call('--around')['looking']
    assert_in_delta 40 * Math::PI, cut.call('--slice')['visible']['total'], 0.01, 'the two circles alone'
    half =
      JSON.parse(run_it('views', torus, '--section', '-60,0,0;0,0,0', '--half', '--from', 'top', '--json')[0])['views'][
        0
      ]
    assert_in_delta 100 * Math::PI, half['area'], 100 * Math::PI * 2e-6
    assert_equal ["nothing of the part is cut there; draw it over the part, or go deeper\n", 1],
                 run_it('views', torus, '--section', '90,0,0;90,9,0', '--from', 'top').drop(1)
    assert_equal ["--section: '1,2' is not 3 numbers\n", 1], run_it('views', torus, '--section', '1,2;3,4,5').drop(1)
  end

  def test_errors_go_to_stderr
    Dir.mktmpdir do |dir|
      bad = File.join(dir, 'bad.recipe.yml')
      File.write(bad, PART.sub('diameter: 16', 'diameter: -16'))
      out, err, status = run_it('inspect', bad, '--json')
      assert_equal ['', "line 18, features[1].diameter: -16 mm; a size must be above 0\n", 1], [out, err, status]
    end
    assert_equal ["nope.yml: no such file\n", 1], run_it('inspect', 'nope.yml').drop(1)
    assert_match(/there is no view 'inside'/, run_it('views', file('hub-spindle'), '--view', 'inside')[1])
  end

  def test_check_exits_1_when_something_is_behind
    drawn
    assert_equal [{ 'drawings' => 1, 'lines' => [] }, 0],
                 run_it('check', '--json').then { |out, _, status| [JSON.parse(out), status] }
    revise(lid, 'thick: 6', 'thick: 7')
    out, _, status = run_it('check', '--json')
    assert_equal [1, 'behind'], [status, JSON.parse(out)['lines'][0]['kind']]
  end

  def test_check_complete_exits_1_until_everything_is_said
    drawn
    out, _, status = run_it('check', '--complete', '--json')
    found = JSON.parse(out)['completeness'][0]
    assert_equal [1, []], [status, found['twice']]
    assert_equal [true], found['missing'].map { |m| m['why'].nil? }.uniq, 'all could be added'
    source = App::Workshop.source
    edit = Linking::Completing.new(drawn.reload.value, source).everything
    App::Actions::EditDrawing.call(drawn, base: nil) { edit }
    out, _, status = run_it('check', '--complete', '--json')
    assert_equal [[], 0], [JSON.parse(out)['completeness'][0]['missing'], status]
  end

  def test_rebind_tells_what_became_of_every_annotation
    Dir.mktmpdir do |folder|
      second = File.join(folder, 'lid-b.recipe.yml')
      text = File.read(file('lid')).sub(/length: \{value: 190/, 'length: {value: 200')
      File.write(second, text.sub('id: spindle,', 'id: spindle, active: false,'))
      sheet = File.join(folder, 'sheet.pdf')
      out, err, status = run_it('rebind', file('lid'), second, '--out', sheet, '--json')
      assert_equal 0, status, err
      found = JSON.parse(out)
      assert_includes(found['kept'].map { |f| f.values_at('before', 'after') }, ['190 ±0,2', '200 ±0,2'])
      assert_equal ['⌀8'], found['adrift'].map { |f| f['before'] }
      assert_equal 'spindle is switched off there', found['adrift'][0]['why']
      assert_empty found['overlaps']
      text, = Open3.capture2('pdftotext', '-layout', sheet, '-')
      assert_includes text, '200 ±0,2'
    end
    _, err, status = run_it('rebind', file('lid'), file('lid'), '--json')
    assert_equal [1, true], [status, err.include?('show just that already')]
  end

  def test_series_draws_every_variant_and_tells_of_those_that_cannot_be
    Dir.mktmpdir do |folder|
      path = File.join(folder, 'spacer.recipe.yml')
      File.write(path, File.read(file('spacer')).sub('variants:', "variants:\n  stub: {length: 1}"))
      out, err, status = run_it('series', path, '--out', folder, '--variants', 'stub,3,20', '--json')
      assert_equal 1, status, 'one could not be built'
      stub, short, long = JSON.parse(out)['variants']
      assert_match(/1 is outside the limits of length: at least 2/, stub['failed'], err)
      assert_equal %w[QI-2130-03 QI-2130-20], [short, long].map { |r| r['number'] }
      assert_includes long['annotations'], '20 ±0,02'
      assert_empty short['overlaps'] + long['overlaps'] + short['adrift'] + long['adrift']
      text, = Open3.capture2('pdftotext', '-layout', long['file'], '-')
      assert_match(/Spacer 12 x 6 x 20/, text)
    end
    _, err, status = run_it('series', file('lid'), '--json')
    assert_equal [1, true], [status, err.include?('has no variants; add a table of them')]
  end

  def test_refs_of_one_thing_both_ways_and_of_all
    drawn
    out, err, status = run_it('refs', 'QI-2130', '--json')
    assert_equal 0, status, err
    found = JSON.parse(out)
    assert_equal ['model/lid', 'model', 1], found.values_at('key', 'kind', 'revision')
    assert_equal [["drawing/#{drawn.slug}", 'current']], found['used_by'].map { |b| b.values_at('key', 'state') }
    out, = run_it('refs', '--json')
    all = JSON.parse(out)
    assert_empty all['broken']
    assert_includes all['edges'].map { |e| e.values_at('from', 'to') }, ["drawing/#{drawn.slug}", 'model/lid']
    _, err, status = run_it('refs', 'QI-9', '--json')
    assert_equal [1, "there is nothing called 'QI-9' in the data folder\n"], [status, err]
  end

  def test_draw_by_rules_says_everything_once
    found = JSON.parse(run_it('draw', STEP_FILE, '--dimension', 'model,linear,holes,arcs', '--json')[0])
    assert_equal [[], [], []], [found['overlaps'], *found['completeness'].values_at('missing', 'twice')]
    assert_equal found['completeness']['faces'], found['completeness']['said']
    assert_equal ["there is no rule 'curves' for dimensions; use model, linear, holes, arcs, running\n", 1],
                 run_it('draw', STEP_FILE, '--dimension', 'curves', '--json').then { |_, err, status| [err, status] }
  end

  # Where nobody gave the product a name (what stands there is the exporting program's), the file's is on the sheet.
  def test_a_nameless_file_is_called_by_its_own_name
    Dir.mktmpdir do |folder|
      path = File.join(folder, 'motor-plate_r2.step')
      nameless = File.read(STEP_FILE).sub("'PMI-PLATE','PMI-PLATE'", "'STEP translator 7','STEP translator 7'")
      File.write(path, nameless)
      run_it('draw', path, '--out', File.join(folder, 'sheet.svg'))
      assert_includes File.read(File.join(folder, 'sheet.svg')), '<title>motor plate</title>'
    end
  end

  # A spindle's first datum is what it turns on, a plate's the face it lies on.
  def test_a_plan_takes_a_part_for_what_it_is
    datums = ->(*words) { JSON.parse(run_it('plan', *words, '--json')[0])['datums'] }
    { file('hub-spindle') => 'turned', STEP_FILE => 'prismatic' }.each do |path, character|
      assert_equal datums[path, '--character', character], datums[path]
    end
    refute_equal datums[file('hub-spindle'), '--character', 'prismatic'], datums[file('hub-spindle')]
  end

  STEP_FILE = File.expand_path('../models/annotated-plate.step', __dir__)

  def test_step_files_are_inspected_with_their_report_and_dimensions
    found = JSON.parse(run_it('inspect', STEP_FILE, '--json')[0])
    assert_equal ['step', 1, true, 'PMI-PLATE'], found.values_at('kind', 'solids', 'closed', 'name')
    assert_equal({ 'plane' => 6, 'cylinder' => 5 }, found['faces'])
    assert_in_delta 82_271.682, found['volume'], 0.01
    assert_empty found['report']
    assert_equal 14, found['dimensions'].size
    assert_equal 'step assembly',
                 JSON.parse(run_it('inspect', File.expand_path('../models/assembly-40.step', __dir__), '--json')[0])[
                   'kind'
                 ]
  end

  # Two rectangles of 100 by 15 less the bore of 20 and nothing else on the middle plane.
  def test_step_files_have_sections_and_views
    found = JSON.parse(run_it('section', STEP_FILE, '--plane', '0,30,0,0,1,0', '--json')[0])
    assert_in_delta (100 - 20) * 15, found['area'], 0.01
    view = JSON.parse(run_it('views', STEP_FILE, '--view', 'front', '--json')[0])['views'][0]
    assert_in_delta 230, view['visible']['sharp'] + view['visible']['silhouette'], 1e-6
  end

  def test_export_writes_files_that_are_read_again
    Dir.mktmpdir do |dir|
      step, stl, glb = %w[step stl glb].map { |kind| File.join(dir, "out.#{kind}") }
      assert_equal 0, run_it('export', file('spacer'), '--to', 'step', '--out', step)[2]
      assert_in_delta mass(demo('spacer')).volume, JSON.parse(run_it('inspect', step, '--json')[0])['volume'], 0.01
      run_it('export', STEP_FILE, '--to', 'stl', '--out', stl)
      assert_equal 84 + (50 * File.binread(stl)[80, 4].unpack1('L<')), File.size(stl)
      run_it('export', STEP_FILE, '--to', 'glb', '--out', glb)
      assert_equal 'glTF', File.binread(glb, 4)
      assert_match(
        /'pdf' is not written; use step, glb, stl/,
        run_it('export', STEP_FILE, '--to', 'pdf', '--out', step)[1]
      )
    end
  end

  def test_bad_step_files_are_told_in_words
    Dir.mktmpdir do |dir|
      path = File.join(dir, 'x.step')
      File.write(path, 'PK garbage')
      _, err, status = run_it('inspect', path)
      assert_equal [1, true], [status, err.include?('ZIP archive')]
    end
  end
end
