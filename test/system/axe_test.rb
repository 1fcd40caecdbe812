# frozen_string_literal: true

require 'system_helper'
require 'step_helper'

# Every screen, looked at by axe-core: names, roles, contrast, order of headings, links that can be told from text.
class AxeTest < SystemTest
  include StepHelpers

  AXE = File.read(File.expand_path('../../node_modules/axe-core/axe.min.js', __dir__))
  RUN = <<~JS
    const done = arguments[arguments.length - 1];
    const words = (v) => `${v.id}: ${v.nodes.slice(0, 3).map((n) => n.html.slice(0, 120)).join(' | ')}`;
    axe.run(document.querySelector(arguments[0]), { resultTypes: ['violations'] }).then((found) => done(found.violations.map(words)));
  JS

  # All that axe finds wrong with the pages, or with a part of them: [page: rule: where].
  def assert_accessible(*paths, within: 'html')
    found =
      paths.flat_map do |path|
        visit path
        assert_selector 'main'
        sleep 0.2 # what the page's script puts in at once
        execute_script(AXE)
        evaluate_async_script(RUN, within).map { |violation| "#{path}: #{violation}" }
      end
    assert_empty found
  end

  def test_families_series_rebinds_references_copies_and_numbers
    family = App::Actions::AddModel.call(FAMILY)
    series = App::Actions::CreateDrawing.call(family, 'a3-part-first-angle', show: 'series')
    adopt(series, 'front')
    wide = App::Actions::AddModel.call(PART.sub('name: Lid', 'name: Wide').sub('QI-2130', 'QI-2200'))
    App::Queue.work_off
    rebind = "/drawings/#{series.slug}/rebind?model=#{wide.slug}"
    visit rebind
    App::Queue.work_off
    key = App::VariantSheet.key('short')
    [
      '/',
      '/?state=current',
      "/models/#{family.slug}/family",
      "/models/#{family.slug}/variants/#{key}",
      "/models/#{family.slug}/gather",
      "/drawings/#{series.slug}/series",
      "/drawings/#{series.slug}?variant=short",
      rebind,
      '/rebind',
      '/references',
      "/references?of=model/#{family.slug}",
      "/copy?of=model/#{family.slug}",
      '/numbering?preview=drawing'
    ].then { |paths| assert_accessible(*paths) }
  end

  def test_board_models_and_what_came_in
    drawn
    App::Actions::EditDrawing.call(drawn, base: nil) { |v| Nockplane::Drawings::ViewEdits.move(v, 'iso', 20, -80) }
    revise(lid, 'sink: 3', 'sink: 4', note: 'deeper seat')
    take(sample('plate-4'), 'plate-4.step')
    arrival = App::Actions::TakeIn.added(App::Received.read(sample('plate-25'), 'plate-25.step'))
    run =
      App::Records::Run.create!(
        kind: 'update',
        label: 'Updating 1 drawing',
        state: 'done',
        total: 1,
        done: 1,
        items: JSON.generate([{ what: 'QI-1', slug: 'a', state: 'done', words: '3 views updated' }])
      )
    packet =
      App::Actions::IssueDrawing.call(
        drawn.reload,
        reason: 'first',
        by: 'Ada Thorne',
        waiver: 'one size follows'
      ) { |_| }
    [
      '/',
      '/models',
      '/models/lid',
      '/models/lid?revision=1',
      '/models/lid/plan',
      '/models/lid/views',
      '/models/lid/issue',
      '/models/lid/compare?from=1&to=2',
      '/models/lid/flat',
      '/sheet-runs/new?of=lid',
      '/models/plate-1',
      "/arrivals/#{arrival.id}",
      '/drawings/new',
      '/bin',
      '/search?q=lid',
      '/search?q=nothing',
      "/runs/#{run.id}",
      "/drawings/#{drawn.slug}/issue",
      '/packets',
      "/packets/#{packet.id}",
      App::ShopLink.path(packet),
      '/drawings/none'
    ].then { |paths| assert_accessible(*paths) }
  end

  def test_pages_of_people
    people = [App::Records::PersonSession, App::Records::Taking, App::Records::Comment, App::Records::Person]
    people.each(&:delete_all)
    drawn
    assert_accessible('/first', '/happened')
    lead = App::People.found('Ada Thorne', 'quiet filters')
    App::People.create('Ida Marsh', 'quiet filters', 'drafter')
    invitation = "/invitations/#{App::People.invite('drafter', lead.name)}"
    assert_accessible('/log-in', invitation)
    visit '/log-in'
    fill_in 'Name', with: 'Ada Thorne'
    fill_in 'Password', with: 'quiet filters'
    click_button 'Log in'
    assert_link 'Ada Thorne'
    App::Actions::CommentOn.call(drawn, 'Seen from here?', at: 'view/front', author: 'Ida Marsh')
    App::Actions::TakeLine.call(App::DocketLine.new(drawn, 'behind'), lead, by: 'Ida Marsh', word: 'soon')
    revise(lid, 'thick: 6', 'thick: 6.05')
    assert_accessible('/people', '/me', '/mine', '/', "/docket/give?line=#{drawn.slug}", "/drawings/#{drawn.slug}")
  ensure
    people.each(&:delete_all)
    page.reset!
  end

  def test_drawing_with_everything_in_its_column
    App::Actions::EditDrawing.call(drawn, base: nil) do |v|
      Nockplane::Drawings::AnnotationEdits.add_note(v, 's1', 'Deburr', 60, 60)
    end
    App::Actions::ReviseModel.call(
      lid,
      Nockplane::Modelling::Recipe.parse(PART).with_feature('seat', false).text,
      note: 'no seat'
    )
    assert_accessible("/drawings/#{drawn.slug}")
    App::Actions::UpdateDrawings.call([drawn])
    lost = drawn.reload.staleness.adrift[0].dimension.id
    [
      'view/front',
      'view/iso',
      "dimension/#{lost}",
      'dimension/d1',
      'note/n1',
      'block/b1',
      *App::Presenters::DrawingPage::HOUSE
    ].then { |keys| assert_accessible(*keys.map { |key| "/drawings/#{drawn.slug}?select=#{key}" }, within: '#column') }
  end

  def test_templates
    berth = App::Records::Template.at('a3-part-first-angle').value.berths.first.id
    assert_accessible('/templates', '/templates/a3-part-first-angle')
    ["berth/#{berth}", 'block/b1', *App::Presenters::DrawingPage::HOUSE].then do |keys|
      assert_accessible(*keys.map { |key| "/templates/a3-part-first-angle?select=#{key}" }, within: '#column')
    end
  end
end
