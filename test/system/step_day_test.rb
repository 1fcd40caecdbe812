# frozen_string_literal: true

require 'system_helper'
require 'step_helper'
require 'pdf-reader'

# The working line on a part that comes as a STEP file, in the browser: import, template, views, sizes, the next
# revision through the intake folder, views behind, before and after, annotations adrift, update, PDF.
class StepDayTest < SystemTest
  include StepHelpers

  def setup
    super
    FileUtils.rm_rf(App::Intake.folder)
    @worker = Thread.new do
      until @over
        App::Intake.scan
        App::Queue.work_off
        App::Database.release
        sleep 0.2
      end
    end
  end

  def teardown
    @over = true
    @worker.join
    super
  end

  def upload(name, as: name)
    path = File.join(Dir.mktmpdir, "#{as}.step")
    File.binwrite(path, sample(name))
    attach_file('A file (.step, .stp, .recipe.yml, .assembly.yml)', path)
    click_button 'Add the model'
  end

  def drop(name, file)
    path = File.join(App::Intake.folder, file)
    File.binwrite("#{path}.part", sample(name))
    File.rename("#{path}.part", path)
  end

  def model(slug) = App::Records::Model.find_by(slug: slug)

  def test_from_the_file_to_the_pdf_and_through_the_next_revisions
    visit '/models'
    find('summary', text: 'Add a model').click
    upload('motor-plate-r1', as: 'motor-plate')
    assert_selector 'h1', text: 'motor-plate 1'
    assert_text 'Everything in the file was understood.'
    assert_text '90 × 60 × 14 mm'
    assert_selector '#viewer[data-ready="yes"][data-faces="36"]'
    assert_text '40.24 cm³'

    click_link 'New drawing of this model'
    select 'A3 part, first angle', from: 'Template'
    click_button 'Make the drawing'
    assert_selector '#sheet g[data-owner="view/plan"]', visible: :all
    click_link 'View from above'
    assert_text 'Sizes to measure'
    find('.offers li', text: /\A⌀22 bore ⌀22/).find('input').check
    click_button 'Measure the ticked ones'
    eventually('the bore') { sheet_words.include?('⌀22') }
    click_button(text: /Measure all that show well/)
    eventually('the plate') { (%w[90 60] + ['4× ⌀5,5', '2× ⌀4']).all? { |w| sheet_words.include?(w) } }
    click_link 'Front view'
    click_button(text: /Measure all that show well/)
    eventually('the boss') { sheet_words.include?('⌀34') }

    drop('motor-plate-r2', 'motor-plate.step')
    eventually('the second revision') { model('motor-plate-1').latest.number == 2 }
    visit '/'
    assert_text 'motor-plate 1 moved on to revision 2'
    assert_text '⌀22 → ⌀24'
    visit "/drawings/#{model('motor-plate-1').drawings.first.slug}?select=view/plan"
    click_button 'Before / after'
    assert_text(/Revision 1 → 2: \d+ lines gone \(dashed\), \d+ new \(bold\)/)
    assert_selector '#sheet g[data-owner="gone"] path', visible: :all, minimum: 5
    before = evaluate_script("document.querySelector('#clip-fresh rect').getAttribute('width')").to_f
    find('#wipe').send_keys(*([:right] * 10))
    eventually('the wipe') do
      evaluate_script("document.querySelector('#clip-fresh rect').getAttribute('width')").to_f > before + 2
    end
    check 'both at once'
    click_link '‹ Docket'
    click_button 'Update the sheet'
    eventually('the new sizes') { (%w[94 ⌀24 ⌀35] - sheet_words).empty? }
    assert_text 'Nothing to settle'

    drop('motor-plate-r4', 'motor-plate.step')
    eventually('the third revision') { model('motor-plate-1').latest.number == 3 }
    drop('motor-plate-r5', 'motor-plate.step')
    eventually('the fourth revision') { model('motor-plate-1').latest.number == 4 }
    visit current_path
    assert_text(/annotations? will go adrift/)
    click_button 'Update the sheet'
    assert_text(/is adrift: .*boss ⌀35.* is gone from the model/)
    eventually('three holes') { sheet_words.include?('3× ⌀5,5') }
    assert_selector '#sheet g[data-state="adrift"]', visible: :all, minimum: 1
    get_pdf =
      page.evaluate_async_script(
        "const done = arguments[0]; fetch(location.pathname + '.pdf').then((r) => r.arrayBuffer()).then((b) => " \
        "done([...new Uint8Array(b)]))"
      )
    words = PDF::Reader.new(StringIO.new(get_pdf.pack('C*'))).pages[0].text
    assert_includes words.gsub(/\s/, ''), '3×⌀5,5'
  end

  def test_tolerances_of_a_file_are_adopted_as_model_dimensions
    visit '/models'
    find('summary', text: 'Add a model').click
    upload('annotated-plate')
    assert_text 'Tolerances in the model'
    assert_text '⌀20 H7'
    drawing = App::Actions::CreateDrawing.call(App::Records::Model.last, 'a3-part-first-angle')
    visit "/drawings/#{drawing.slug}?select=view/plan"
    click_button(text: /Adopt all that show well/)
    eventually('sizes and frames') { (['⌀20 H7', '4× ⌀8', '⌖', '⌀0,1 Ⓜ', 'B Ⓜ'] - sheet_words).empty? }
    find('#sheet g[data-owner^="dimension/"]', text: '⌀20 H7', visible: :all)
    click_link '‹ Docket'
    click_link '⌀20 H7'
    assert_text 'The model comes from a file; this size is changed where the file is made.'
  end

  def test_many_drawings_are_updated_on_the_queue_with_a_progress_bar
    drawings = Array.new(3) { |i| App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle', number: "QI-213#{i}-D") }
    revise(lid, 'thick: 6', 'thick: 9')
    visit '/'
    click_button 'Update everything'
    assert_selector 'h1', text: 'Updating 3 drawings'
    assert_selector 'progress'
    assert_text 'Done: 3 of 3 drawings'
    assert_text '3 views updated', count: 3
    assert(drawings.all? { |d| d.reload.staleness.current? })
  end

  def test_revisions_side_by_side
    plate = take(sample('motor-plate-r2'), 'motor-plate.step').model
    take(sample('motor-plate-r4'), 'motor-plate.step', model: plate)
    visit "/models/#{App::Records::Model.last.slug}"
    click_link 'compare with 1'
    assert_selector 'h1', text: 'What changed in motor-plate 2'
    assert_selector '#old[data-ready="yes"]'
    assert_selector '#new[data-ready="yes"]'
    assert_selector '.legend li', text: /3\s*gone/
    assert_selector '.legend li', text: /1\s*new\s*bore ⌀3.2/
  end

  def test_a_bad_file_in_the_intake_is_told_on_the_docket
    File.write(File.join(App::Intake.folder, 'motor-plate.step'), "this is no STEP file\nEND-ISO-10303-21;")
    eventually('the refusal') { App::Records::IntakeFile.refused.any? }
    visit '/'
    assert_text 'motor-plate.step from the intake was set aside: this is not a STEP file'
    within('.line', text: 'was set aside') { click_button 'dismiss' }
    assert_no_text 'was set aside'
  end
end
