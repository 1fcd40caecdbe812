# frozen_string_literal: true

require 'app_helper'

# Templates, standards, fields and search in the application: what is kept, what is refused, what is told.
class HouseStyleAppTest < AppTest
  R = App::Records
  def teardown = restore_templates
  def a3 = R::Template.at('a3-part-first-angle')

  def upload(name, text)
    path = File.join(ENV.fetch('NOCKPLANE_DATA'), name)
    File.binwrite(path, text)
    Rack::Test::UploadedFile.new(path, 'application/json')
  end

  def edit(record, data)
    post_json("/#{record.home}/#{record.slug}/edits", { base: record.reload.version, sheet: 's1' }.merge(data))
  end

  def told(record, data) = edit(record, data)['error'] || flunk('it was not refused')
  def fine(record, data) = edit(record, data).tap { |a| assert_nil a['error'] }

  def test_shipped_templates_and_standards_are_on_the_shelf
    shipped = Nockplane::Drawings::Template.all.keys
    # (a test that loads the demo adds one of Quillfen's own)
    assert_equal shipped.sort, R::Template.where(slug: shipped).pluck(:slug).sort
    R::Template.where(slug: shipped).each { |t| refute t.unpublished? }
    get '/templates'
    [
      'A3 part, first angle',
      'A2 assembly with parts list',
      'A4 sheet metal with flat pattern',
      'B inch part, third angle',
      'ASME inch'
    ].each { |w| assert_includes last_response.body, w }
  end

  def test_a_template_is_published_in_numbered_revisions_that_stay
    fine(a3, do: 'sheet scale', scale: '1:2')
    assert a3.unpublished?
    form('/templates/a3-part-first-angle/publish', note: 'half size')
    assert_equal [1, 2], a3.revisions.map(&:number)
    assert_raises(ActiveRecord::ReadOnlyRecord) { a3.latest.update!(note: 'x') }
    form('/templates/a3-part-first-angle/publish')
    assert_includes last_response.body, 'Nothing is different from the latest revision.'
    refute_equal a3.template(1).document, a3.template(2).document
  end

  def test_drawings_know_the_revision_they_were_made_from_and_are_brought_up
    drawn
    assert_equal({ 'slug' => 'a3-part-first-angle', 'revision' => 1 }, drawn.value.meta.template)
    fine(a3, do: 'use block', name: 'compact-inch')
    a3.publish('inch block', 'Lead')
    origin = App::Presenters::Origin.of(drawn.value)
    assert_equal "was made from revision 1 of template 'A3 part, first angle', which has revision 2: inch block",
                 origin.words
    get '/'
    assert_includes last_response.body, 'which has revision 2: inch block'
    post_json("/drawings/#{drawn.slug}/template", template: 'a3-part-first-angle', sheet: 's1')
    assert_in_delta 158.75, drawn.reload.value.blocks[0].width, 1e-6
    assert_equal :current, App::Presenters::Origin.of(drawn.value).state
    post_json("/drawings/#{drawn.slug}/undo", {})
    assert_equal 1, drawn.reload.value.meta.template['revision']
  end

  def test_all_drawings_are_brought_up_to_their_templates_in_one_run
    drawings = Array.new(2) { |i| App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: "QI-#{i}") }
    other = App::Actions::CreateDrawing.call(lid, 'b-part-third-angle', number: 'QI-B')
    fine(a3, do: 'use block', name: 'compact-inch')
    a3.publish('inch block', 'Lead')
    form('/docket/templates')
    run = R::Run.last
    assert_equal "/runs/#{run.id}", URI(last_response['Location']).path
    App::Queue.work_off
    assert_equal ['done', ['revision 1 → 2 of A3 part, first angle'] * 2],
                 [run.reload.state, run.lines.map { |l| l['words'] }]
    drawings.each { |d| assert_equal 2, d.reload.value.meta.template['revision'] }
    assert_equal 1, other.reload.version, 'others are left alone'
    get "/runs/#{run.id}"
    assert_includes last_response.body, '2 of 2 drawings'
    form('/docket/templates')
    assert_includes last_response.body, 'Every drawing has the latest revision'
  end

  def test_a_removed_template_is_told_plainly_when_it_is_needed
    drawn
    form('/templates/a3-part-first-angle/remove')
    refusal = assert_raises(App::Refused) { App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle') }
    assert_match(/'A3 part, first angle' was removed on \d{4}-\d\d-\d\d; choose another/, refusal.message)
    assert_equal :removed, App::Presenters::Origin.of(drawn.value).state
    R::Template.ship
    assert a3.removed_at, 'shipping again does not bring it back'
    form('/templates/a3-part-first-angle/restore')
    assert_nil a3.removed_at
    assert_equal :gone, App::Presenters::Origin.of(drawn.value, {}).state
  end

  def test_from_nothing_copy_file_and_drawing
    form('/templates', title: 'House', size: 'A2')
    house = R::Template.find_by(title: 'House')
    assert_equal ['A2', nil], [house.value.sheets[0].paper.name, house.latest]
    form("/templates/#{house.slug}/publish")
    assert_includes last_response.body, 'needs a berth'
    form('/templates/b-part-third-angle/copy', title: 'B copy')
    assert_equal R::Template.at('b-part-third-angle').value.berths, R::Template.at('b-copy').value.berths
    get '/templates/b-part-third-angle/file.json'
    form('/templates/import', file: upload('t.json', last_response.body))
    assert_equal [1, 1], R::Template.where(title: 'B inch part, third angle').map { |t| t.revisions.size }
    drawn
    form("/drawings/#{drawn.slug}/as-template", title: 'Lids', annotations: 'on')
    again = App::Actions::CreateDrawing.call(lid, 'lids', number: 'QI-AGAIN').value
    assert_equal drawn.value.dimensions.map(&:dimension).sort,
                 again.dimensions.map(&:dimension).sort,
                 'dimensions are adopted again'
    assert_equal %w[front iso plan side], R::Template.at('lids').value.berths.map(&:id).sort
  end

  def test_broken_files_are_refused_whole
    count = [R::Template.count, R::Standard.count]
    form('/templates/import', file: upload('t.json', '{"nockplane":"template/1","cells":{"meta":{}}}'))
    assert_equal 422, last_response.status
    assert_includes last_response.body, 'title, standard is missing'
    form('/standards/import', file: upload('s.json', '{"nockplane":"standard/1","name":"X","units":"ell"}'))
    assert_equal 422, last_response.status
    assert_equal count, [R::Template.count, R::Standard.count]
    form('/templates', title: '  ')
    assert_equal 422, last_response.status
  end

  def test_a_standard_is_kept_from_a_drawing_taken_over_exported_and_removed
    fine(
      drawn,
      'do' => 'standard',
      'units' => 'fraction',
      'text_height' => '5',
      'widths.hidden' => '0,35',
      'centre_lines.pictorial' => true
    )
    s = drawn.reload.value.standard
    assert_equal ['fraction', 5.0, 0.35, true],
                 [s.units, s.text_height, s.width('hidden'), s.centre_lines?('pictorial')]
    form('/standards', home: 'drawings', of: drawn.slug, name: 'House inch')
    kept = R::Standard.find_by(name: 'House inch')
    assert_equal s.with('name' => 'House inch'), kept.value
    other = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: 'QI-X')
    fine(other, do: 'standard set', name: kept.slug)
    assert_equal 'House inch', other.reload.value.standard.name
    get "/standards/#{kept.slug}/file.json"
    form('/standards/import', file: upload('s.json', last_response.body))
    assert_equal 1, R::Standard.where(name: 'House inch').count
    form("/standards/#{kept.slug}/remove")
    assert_nil R::Standard.find_by(name: 'House inch')
    assert_equal 'House inch', other.reload.value.standard.name, 'drawings keep its values'
  end

  def test_wrong_words_in_forms_are_told_and_change_nothing
    version = drawn.version
    {
      { do: 'standard', text_height: 'tall' } => "Dimensions: 'tall' is not a number.",
      { do: 'standard', text_height: '0' } => 'text_height: 0.0 mm; lettering is 1 to 30 mm high',
      { do: 'format', size: 'A3', margins: '20 10' } => 'Margins are four lengths',
      { do: 'format', size: 'custom', width: '9', height: '9' } => '50 to 5000 mm',
      { do: 'sheet scale', scale: 'big' } => '“big” is not a scale',
      { do: 'cell', what: 'block/b1:c99', shows: 'text' } => 'has no cell c99',
      { do: 'cell', what: 'block/b1:c1', shows: 'field', other: '<script>' } => 'not a name for a field',
      { do: 'layer', what: 'layer/visible', width: '99' } => '0.05 to 3 mm',
      { do: 'add table', kind: 'seating plan' } => 'tables are parts list and revision table',
      { do: 'to layer', what: 'view/iso', layer: 'no' } => 'there is no layer no',
      { do: 'new block', rows: '2', columns: '2', width: '900', height: '40' } => 'TB-06',
      { do: 'add berth', kind: 'dock' } => 'berths are',
      { do: 'place', what: 'block/b1', corner: 'middle' } => 'is no corner',
      { do: 'standard set', name: 'none' } => 'There is no drafting standard',
      { do: 'rename', title: '' } => '1 to 80 letters'
    }.each { |data, words| assert_includes told(drawn, data), words }
    assert_equal version, drawn.reload.version
  end

  def test_title_block_tables_and_sheets_through_requests
    fine(
      drawn,
      do: 'cell',
      what: 'block/b1:c5',
      shows: 'field',
      other: 'heat',
      caption: 'Heat',
      empty: '-',
      height: '2.5',
      align: 'right',
      rule: 'cut',
      case: 'upper',
      before: '#'
    )
    cell = drawn.reload.value.block('b1').grid.cell('c5')
    assert_equal(
      {
        'field' => 'heat',
        'caption' => 'Heat',
        'empty' => '-',
        'height' => 2.5,
        'align' => 'right',
        'rule' => 'cut',
        'case' => 'upper',
        'before' => '#'
      },
      cell.except('id', 'row', 'col', 'rows', 'cols')
    )
    fine(drawn, do: 'add table', kind: 'revisions')
    fine(
      drawn,
      do: 'table',
      what: 'table/t1',
      corner: 'upper left',
      row: '8',
      height: '3,5',
      grows: 'down',
      columns: "index = Rev, 12\ndescription = What, 60"
    )
    table = drawn.reload.value.cells['table/t1']
    assert_equal ['upper left', 8.0, 3.5, 72.0], [table.corner, table.row, table.height, table.width]
    assert_includes told(drawn, do: 'table', what: 'table/t1', corner: 'upper left', columns: 'nonsense'),
                    'is not a column'
    fine(drawn, do: 'add sheet')
    answer = edit(drawn, do: 'remove sheet', sheet: 's2')
    assert_equal 's1', answer['on'], 'the sheet on screen is one that is there'
    fine(drawn, do: 'history', index: 'B', description: 'slot wider', date: '2026-11-25')
    assert_equal 'slot wider', drawn.reload.value.meta.history[0]['description']
  end

  def test_a_request_of_forty_megabytes_is_not_read
    drawn
    get '/'
    token = CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
    post "/drawings/#{drawn.slug}/pictures",
         {},
         'CONTENT_LENGTH' => '40000000',
         'HTTP_X_CSRF_TOKEN' => token,
         'HTTP_ACCEPT' => 'application/json'
    assert_equal 413, last_response.status
    assert_includes last_response.body, 'larger than 2 MB'
  end

  def test_search_finds_models_and_their_drawings_by_any_property
    drawn
    found = ->(words) { R::Property.search(words).map { |h| [h.home, h.title] } }
    assert_equal [['models', 'QI-2130 Lid'], ['drawings', "#{drawn.number} Lid"]], found['6061']
    assert_equal found['6061'], found['aw lid']
    assert_empty found['100%']
    assert_empty found['  ']
    revise(lid, 'EN AW-6061', 'Brass')
    assert_empty found['6061']
    assert_includes found['brass'], ['models', 'QI-2130 Lid']
    fine(drawn, do: 'field', field: 'approved', text: 'M. Hale')
    assert_includes found['hale'], ['drawings', "#{drawn.number} Lid"]
    get '/search?q=%3Cscript%3E'
    assert_includes last_response.body, '&lt;script&gt;'
    get '/search?q=brass', {}, 'HTTP_ACCEPT' => 'application/json'
    assert_equal '/models/lid', JSON.parse(last_response.body)['hits'][0]['href']
  end

  def test_mass_is_worked_out_after_the_page
    part = App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Heavy lid').sub('thick: 6', 'thick: 11'))
    drawing = App::Actions::CreateDrawing.call(part, 'a3-part-first-angle')
    page = App::Presenters::DrawingPage.new(drawing, nil, nil)
    assert_includes page.waiting, 'mass'
    assert_includes page.svg, '>…<'
    get "/drawings/#{drawing.slug}/furniture?sheet=s1"
    assert JSON.parse(last_response.body)['waiting'], 'no request works it out'
    App::Jobs::PaperJob.new(drawing.id).really_perform
    get "/drawings/#{drawing.slug}/furniture?sheet=s1"
    # EN AW-6061 has 2.70 g/cm^3; the seat of 16 mm is 3 mm deep.
    want = ((100 * 50 * 11) - (Math::PI * 64 * 3)) * 2.70e-6
    assert_includes JSON.parse(last_response.body)['svg'], "#{format('%.3f', want).sub('.', ',')} kg"
    refute_includes App::Presenters::DrawingPage.new(drawing, nil, nil).waiting, 'mass'
  end

  def test_every_chapter_of_the_house_style_opens
    drawn
    App::Presenters::DrawingPage::HOUSE.each do |chapter|
      [a3, drawn].each do |record|
        get "/#{record.home}/#{record.slug}?select=#{chapter}"
        assert_equal 200, last_response.status, chapter
        assert_includes last_response.body, '<h2>'
      end
    end
    %w[block/b1:c1 berth/front block/b1].each do |key|
      get "/templates/a3-part-first-angle?select=#{key}"
      assert_equal 200, last_response.status, key
    end
  end

  def test_a_template_can_fix_the_scale_of_its_drawings
    fine(a3, do: 'scale rule', scale: '1:5')
    a3.publish('small', 'Lead')
    assert_equal 0.2, App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle').value.sheets[0].scale
    fine(a3, do: 'scale rule', scale: '')
    assert_nil a3.value.meta.scale_rule
    assert_includes told(a3, do: 'scale rule', scale: 'small'), 'is not a scale'
  end

  def test_a_database_from_before_gets_its_search
    drawn
    R::Property.delete_all
    App::Database.ship
    refute_empty R::Property.search('6061')
  end
end
