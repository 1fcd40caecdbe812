# frozen_string_literal: true

require 'app_helper'
require 'zip'
require 'pdf-reader'

# Issuing: the check, the packet and its digests, the revision letter, what held on a day, two packets compared.
class PacketsTest < AppTest
  def setup
    super
    App::Records::Packet.delete_all
    FileUtils.rm_rf(App::PacketStore.folder)
  end

  MORNING = Time.utc(2026, 11, 20, 9)

  def issue(drawing = drawn, reason: 'first issue', by: 'Ada Thorne', waiver: 'a test', time: MORNING, &block)
    App::Actions::IssueDrawing.call(
      drawing.reload,
      reason: reason,
      by: by,
      waiver: waiver,
      time: time,
      &(block || ->(_) {})
    )
  end

  def edit(drawing = drawn)
    App::Actions::EditDrawing.call(drawing.reload, base: nil) do |v|
      Nockplane::Drawings::AnnotationEdits.add_note(v, 's1', 'Deburr', 60, 60)
    end
  end

  def zip(packet)
    get "/packets/#{packet.id}/zip"
    assert_equal packet.digest, Digest::SHA256.hexdigest(last_response.body)
    Zip::InputStream.open(StringIO.new(last_response.body)) do |input|
      found = {}
      while (entry = input.get_next_entry)
        found[entry.name] = input.read.to_s.b
      end
      found
    end
  end

  def test_what_goes_out_and_its_digests
    packet = issue
    files = zip(packet)
    assert_equal [
      'QI-2130 1.html',
      'QI-2130 1.step',
      'QI-2130-D rev A characteristics.csv',
      'QI-2130-D rev A.pdf',
      'manifest.json'
    ],
                 files.keys.sort
    manifest = JSON.parse(files['manifest.json'])
    assert_equal ['QI-2130-D', 'A', 'first issue', 'a test'],
                 manifest.values_at('number', 'revision', 'reason', 'waiver')
    manifest['files'].each do |f|
      assert_equal f['digest'], Digest::SHA256.hexdigest(files.fetch(f['name'])), f['name']
      assert_equal f['bytes'], files[f['name']].bytesize
    end
    text = PDF::Reader.new(StringIO.new(files['QI-2130-D rev A.pdf'])).pages.map(&:text).join
    assert_includes text, '2026-11-20'
    assert_includes text, 'Ada Thorne'
    read = Nockplane::Formats::Step::Import.read(files['QI-2130 1.step']).model
    assert_equal App::Workshop.source.model_of(lid.latest.recipe).solid.faces.size, read.solid.faces.size
  end

  def test_characteristics_are_numbered_with_zone_and_limits
    packet = issue
    rows = CSV.parse(zip(packet)['QI-2130-D rev A characteristics.csv'].force_encoding('UTF-8'), headers: true)
    assert_equal (1..rows.size).map(&:to_s), rows.map { |r| r['No.'] }
    # ISO 2768-m: up to 3 and 6 ±0.1, up to 30 ±0.2, up to 120 ±0.3; the length has a tolerance of its own.
    assert_equal [
      %w[100 100.2 99.8 tolerance],
      ['6', '6.1', '5.9', 'general tolerance'],
      ['16', '16.2', '15.8', 'general tolerance'],
      ['3', '3.1', '2.9', 'general tolerance'],
      ['50', '50.3', '49.7', 'general tolerance']
    ].sort,
                 rows.map { |r| r.values_at('Nominal', 'Upper limit', 'Lower limit', 'By') }.sort
    rows.each { |r| assert_match(/\A[A-F][1-8]\z/, r['Zone']) }
    assert_equal ['mm'], rows.map { |r| r['Unit'] }.uniq
    first = packet.known_numbers
    gone = drawn.value.dimensions.first
    App::Actions::EditDrawing.call(drawn.reload, base: nil) do |_v|
      Nockplane::Drawings::Edit.new('x', { "dimension/#{gone.id}" => nil })
    end
    again = issue(reason: 'less', time: MORNING + 86_400)
    assert_equal first, again.known_numbers, 'numbers stay, also of what is gone'
    left =
      CSV.parse(
        App::PacketStore.read(again.file('QI-2130-D rev B characteristics.csv')['digest']).force_encoding('UTF-8'),
        headers: true
      )
    refute_includes left.map { |r| r['No.'].to_i }, first["dimension/#{gone.id}"]
  end

  def test_issued_it_begins_the_next_letter_with_the_first_edit
    issue
    assert_equal %w[issued A], [drawn.reload.value.meta.state, drawn.value.meta.revision]
    assert_nil drawn.undoable, 'what was issued is not taken back'
    assert_equal 'A', drawn.value.meta.history.last['index']
    edit
    assert_equal ['in work', 'B'], [drawn.reload.value.meta.state, drawn.value.meta.revision]
    assert_nil drawn.value.meta.fields['date'], 'the date was of the issue before'
    edit
    assert_equal 'B', drawn.reload.value.meta.revision
    2.times { App::Actions::TakeBack.undo(drawn.reload) }
    assert_equal %w[issued A],
                 [drawn.reload.value.meta.state, drawn.value.meta.revision],
                 'taken back it is what was issued'
    assert_equal 1, drawn.journal.count { |e| e.label.end_with?('; revision B begins') }
    again = assert_raises(App::Refused) { issue }
    assert_match(/is issued as A and was not changed since/, again.message)
  end

  def test_a_letter_is_issued_once
    issue
    edit
    App::Actions::EditDrawing.call(drawn.reload, base: nil) do |v|
      Nockplane::Drawings::Edit.put('set back', v.meta.dup.tap { |m| m.revision = 'A' })
    end
    told = assert_raises(App::Refused) { issue }
    assert_match(/Revision A was issued on 2026-11-20 already. Give the drawing the revision B first/, told.message)
  end

  # What was issued stays when the drawing goes, also for good.
  def test_it_outlives_its_drawing
    packet = issue
    number = drawn.number
    App::Actions::ThrowAway.drawing(drawn)
    get "/packets/#{packet.id}"
    assert_includes last_response.body, number
    App::Actions::ThrowAway.empty(now: Time.now + (100 * 86_400))
    assert_nil App::Records::Drawing.unscoped.find_by(id: packet.drawing_id)
    get "/packets/#{packet.id}"
    assert_includes last_response.body, 'the drawing is no longer here'
    assert_includes last_response.body, 'their digests agree'
  end

  def test_a_packet_never_changes
    packet = issue
    before = zip(packet)
    edit
    revise(lid, 'thick: 6', 'thick: 9')
    App::Actions::UpdateDrawings.call([drawn.reload])
    assert_equal before, zip(packet.reload)
    assert_raises(ActiveRecord::ReadOnlyRecord) { packet.update!(title: 'Another') }
    assert_raises(ActiveRecord::ReadOnlyRecord) { packet.destroy }
    get "/packets/#{packet.id}"
    assert_includes last_response.body, 'their digests agree'
    path = App::PacketStore.path(packet.listing[0]['digest'])
    File.write(path, 'spoilt')
    get "/packets/#{packet.id}"
    assert_includes last_response.body, 'no longer what was issued'
    get "/packets/#{packet.id}/files/#{ERB::Util.url_encode(packet.listing[0]['name'])}"
    assert_equal 500, last_response.status
    assert_match(/was changed on the disk/, last_response.body)
  end

  def test_the_check_must_be_clean_or_waived_with_a_reason
    drawn
    revise(lid, 'sink: 3', 'sink: 4')
    told = assert_raises(App::Refused) { issue(waiver: '') }
    assert_match(/is behind its model \(1 → 2\)/, told.message)
    assert_equal 0, App::Records::Packet.count
    assert_equal 'in work', drawn.reload.value.meta.state
    packet = issue(waiver: 'the old lid is made up first')
    assert_includes packet.told.map(&:first), 'behind'
    get "/packets/#{packet.id}"
    assert_includes last_response.body, 'the old lid is made up first'
    assert_match(/say who approves/i, assert_raises(App::Refused) { issue(by: ' ') }.message)
  end

  def test_changed_while_it_is_made_nothing_is_issued
    told = assert_raises(App::Refused) { issue { |_| edit if drawn.reload.version == 1 || drawn.value.notes.empty? } }
    assert_match(/was changed while its packet was made/, told.message)
    assert_equal 0, App::Records::Packet.count
    assert_equal 'in work', drawn.reload.value.meta.state
  end

  def test_what_held_on_a_day_and_what_changed_between_two
    first = issue
    revise(lid, 'value: 100', 'value: 120')
    App::Actions::UpdateDrawings.call([drawn.reload])
    edit
    second = issue(reason: 'longer', time: MORNING + (5 * 86_400))
    { '2026-11-19' => [], '2026-11-20' => ['A'], '2026-11-24' => ['A'], '2026-11-25' => ['B'] }.each do |day, letters|
      assert_equal letters, App::Records::Packet.on(Date.parse(day)).map(&:letter), day
      get "/packets?on=#{day}"
      assert_equal 200, last_response.status
    end
    get '/packets?on=tomorrow'
    assert_equal 422, last_response.status
    get "/packets/#{second.id}"
    assert_includes last_response.body, 'Against revision A'
    assert_includes last_response.body, '<td>note</td>'
    changes = App::Presenters::PacketPage.new(second).changes
    assert_includes changes.map { |c| [c.what, c.before, c.after] }, ['note', nil, 'Deburr']
    assert(changes.any? { |c| c.before.to_s.include?('100') && c.after.to_s.include?('120') })
    get "/packets/#{first.id}/sheets/s1.svg"
    assert_includes last_response.body, '<svg'
    refute_includes last_response.body, 'Deburr'
    get "/packets/#{second.id}?against=#{first.id}"
    assert_equal 200, last_response.status
  end

  def test_from_the_page_by_a_worker
    get "/drawings/#{drawn.slug}/issue"
    assert_includes last_response.body, 'What goes out'
    post_form "/drawings/#{drawn.slug}/issue", reason: 'for production', by: 'Ada Thorne', waiver: 'demo'
    assert_match(%r{/runs/\d+}, last_response.location)
    App::Queue.work_off
    run = App::Records::Run.last
    assert_equal ['done', "/packets/#{App::Records::Packet.last.id}"], [run.state, run.href]
    assert_equal ['done'] * 5, run.lines.map { |l| l['state'] }
    get '/packets'
    assert_includes last_response.body, 'for production'
    get '/'
    assert_includes last_response.body, 'issued as A'
    get "/drawings/#{drawn.slug}/issue"
    assert_includes last_response.body, 'was not changed since'
    get '/packets/999'
    assert_equal 404, last_response.status
  end

  def test_the_shop_reads_one_packet_by_its_link_and_nothing_else
    first = App::Actions::IssueDrawing.call(drawn, reason: 'first', by: 'Ada Thorne', waiver: 'w', marked: true) { |_| }
    path = App::ShopLink.path(first)
    get path
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'QI-2130-D, revision A'
    refute_match(/<form|<button|<nav|<script/, last_response.body, 'nothing to be changed')
    links =
      last_response.body.scan(/(?:href|src)="([^"]+)"/).flatten -
        %w[/icon.svg /vendor/bulma/bulma.min.css /css/nockplane.css]
    assert_empty(links.reject { |l| l.start_with?(path) }, 'no way to the rest')
    links.each do |link|
      get link
      assert_equal 200, last_response.status, link
    end
    [path.sub(/.\z/, 'x'), "/shop/#{first.id + 1}/#{path.split('/').last}"].each do |other|
      get other
      assert_equal 404, last_response.status
    end
    revise(lid, 'thick: 6', 'thick: 7')
    App::Actions::UpdateDrawings.call([drawn.reload])
    App::Actions::IssueDrawing.call(drawn.reload, reason: 'thicker', by: 'Ada Thorne', waiver: 'w') { |_| }
    get path
    assert_match(/Revision B was issued on/, last_response.body)
  end

  def test_a_model_is_issued_by_itself_with_its_plan
    findings = App::Actions::IssueModel.findings(lid)
    assert_equal(['coverage'], findings.map(&:first).uniq)
    assert_raises(App::Refused) { App::Actions::IssueModel.call(lid, reason: 'r', by: 'Ada Thorne') { |_| } }
    wish = App::Commands::Plan::Wish.new(character: 'prismatic', way: 'geometric')
    made = App::Commands::Plan.made(lid.latest.recipe, App::Workshop.source, wish)
    App::Actions::KeepPlan.call(lid, made.plan)
    assert_empty App::Actions::IssueModel.findings(lid.reload)
    form("/models/#{lid.slug}/issue", reason: 'first', by: 'Ada Thorne', revision: 2)
    App::Queue.work_off
    packet = App::Records::Packet.where(model_id: lid.id).first
    assert_equal ['2', lid.id, nil], [packet.letter, packet.model_id, packet.drawing_id]
    files = packet.listing.to_h { |f| [File.extname(f['name']), App::PacketStore.read(f['digest'])] }
    assert_match(/DATUM_SYSTEM/, files['.step'])
    list = files['.csv'].dup.force_encoding('UTF-8')
    assert_match(/⌓ 0,4 A B C/, list)
    refute_match(/exact|datum/, list, 'neither is measured')
    get "/packets/#{packet.id}"
    assert_equal 200, last_response.status
    get App::ShopLink.path(packet)
    assert_equal 200, last_response.status
    get "/packets?on=#{Date.today + 1}"
    assert_includes last_response.body, 'Lid'
    again = assert_raises(App::Refused) { App::Actions::IssueModel.call(lid, reason: 'r', by: 'x') { |_| } }
    assert_match(/Revision 2 is issued already/, again.message)
  end

  # What was looked at is what goes out: a revision that came meanwhile is looked at first.
  def test_of_a_model_that_moved_on_nothing_is_issued
    get "/models/#{lid.slug}/issue"
    seen = last_response.body[/name="revision" value="(\d+)"/, 1].to_i
    revise(lid, 'thick: 6', 'thick: 6.6')
    form("/models/#{lid.slug}/issue", reason: 'first', by: 'Ada Thorne', waiver: 'w', revision: seen)
    assert_equal 409, last_response.status
    assert_includes last_response.body, 'Lid has a revision 2 since'
    assert_equal 0, App::Records::Packet.count
  end

  # Of an assembly: its parts list as a file and on the 3D page. The reason why it goes out stands in the manifest.
  def test_an_assembly_is_issued_by_itself
    lid
    parts = "  - {id: base, model: QI-2130}\n  - {id: second, model: QI-2130}\n"
    unit = App::Actions::AddModel.call("nockplane: assembly/1\nname: Pair of lids\ncomponents:\n#{parts}")
    packet = App::Actions::IssueModel.call(unit, reason: 'first', by: 'Ada Thorne', waiver: 'a trial') { |_| }
    files = packet.listing.to_h { |f| [f['name'][/(parts list|\w+)\.\w+\z/], App::PacketStore.read(f['digest'])] }
    list = files.fetch('parts list.csv').dup.force_encoding('UTF-8').delete_prefix("\u{FEFF}")
    assert_match(/\AItem.Number.Name.Quantity.Material\r?\n1.QI-2130.Lid.2./, list)
    page = files.find { |n, _| n.end_with?('.html') }[1].dup.force_encoding('UTF-8')
    assert_equal %w[base second], page.scan(/data-shown="([^"]+)"/).flatten, 'its components'
    manifest = JSON.parse(files.fetch('manifest.json'))
    assert_equal ['first', 'Ada Thorne', 'a trial'], manifest.values_at('reason', 'issued_by', 'waiver')
  end
end
