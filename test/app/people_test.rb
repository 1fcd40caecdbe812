# frozen_string_literal: true

require 'command_helper'

# People: the first lead, logging in, invitations, roles, and that every route asks.
class PeopleTest < AppTest
  include CommandHelper

  PASSWORD = 'quiet filters'

  def setup
    super
    [App::Records::PersonSession, App::Records::Invitation, App::Records::Allowance].each(&:delete_all)
    App::Records::Person.delete_all
  end

  def teardown
    [App::Records::PersonSession, App::Records::Invitation, App::Records::Allowance].each(&:delete_all)
    App::Records::Person.delete_all
    super
  end

  def lead = @lead ||= App::People.found('Ada Thorne', PASSWORD)
  def one(role, name = "#{role.capitalize} Marsh") = App::People.create(name, PASSWORD, role)

  # A browser of its own, logged in.
  def browser_of(person)
    Rack::Test::Session.new(Rack::MockSession.new(app)).tap { |b| log_in(b, person.name) }
  end

  def send_form(browser, path, token: nil, **fields)
    token ||=
      (
        browser.get('/log-in').then { |r| r.body[/name="csrf-token" content="([^"]+)"/, 1] } ||
          browser.get('/me').body[/name="csrf-token" content="([^"]+)"/, 1]
      )
    browser.post(path, fields.merge(authenticity_token: CGI.unescapeHTML(token)))
  end

  def log_in(browser, name, password = PASSWORD)
    token = browser.get('/log-in').body[/name="csrf-token" content="([^"]+)"/, 1]
    browser.post('/log-in', name: name, password: password, authenticity_token: CGI.unescapeHTML(token))
  end

  def token_of(browser) = CGI.unescapeHTML(browser.get('/me').body[/name="csrf-token" content="([^"]+)"/, 1])
  def anybody = Rack::Test::Session.new(Rack::MockSession.new(app))

  def test_without_people_nobody_logs_in
    get '/'
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'href="/first"'
    get '/log-in'
    assert_equal '/first', last_response.location
  end

  def test_the_first_becomes_the_lead_and_everybody_logs_in_from_then_on
    post_form('/first', name: 'Ada Thorne', password: 'short')
    assert_includes last_response.body, 'at least 10 letters'
    post_form('/first', name: ' Ada  Thorne ', password: PASSWORD)
    assert_equal '/people', last_response.location
    get '/people'
    assert_includes last_response.body, 'Ada Thorne'
    stranger = anybody
    assert_equal '/log-in?to=%2Fmodels%3Fq%3D1', stranger.get('/models?q=1').location
    assert_equal 401, stranger.get('/pulse', {}, 'HTTP_ACCEPT' => 'application/json').status
    found = log_in(stranger, 'ada thorne')
    assert_equal '/', found.location
    assert_equal 200, stranger.get('/').status
  end

  def test_of_two_leads_made_at_once_one_is_refused
    lead
    refused = assert_raises(App::Refused) { App::People.found('Bo Marsh', PASSWORD) }
    assert_match(/Somebody became the lead meanwhile/, refused.message)
    assert_equal 1, App::Records::Person.count
  end

  def test_names_that_look_alike_are_one
    lead
    ['ADA THORNE', 'Аda Thorne', 'Ada Тhorne', 'Ada  Th0rne', 'Ada-Thorne'].each do |name|
      assert_match(/is taken, or looks like one/, assert_raises(App::Refused) { one('drafter', name) }.message, name)
    end
    assert_equal 'Ida Thorne', one('drafter', 'Ida Thorne').name
    assert_match(/letters, digits/, assert_raises(App::Refused) { one('drafter', "x\u202Ey") }.message)
  end

  def test_five_wrong_passwords_slow_down_and_a_right_one_ends_that
    lead
    now = Time.now
    wrong = -> { assert_raises(App::Refused) { App::People.log_in('Ada Thorne', 'no such', now: now) } }
    assert_equal [401] * 5, Array.new(5) { wrong.call.status }
    late = assert_raises(App::Refused) { App::People.log_in('Ada Thorne', PASSWORD, now: now) }
    assert_equal [429, 'Too many wrong passwords; try again in 5 seconds.'], [late.status, late.message]
    now += 6
    assert_equal 401, wrong.call.status
    assert_match(/in 10 seconds/, wrong.call.message)
    assert App::People.log_in('Ada Thorne', PASSWORD, now: now + 11)
    assert_equal 0, lead.reload.failures
    unknown = assert_raises(App::Refused) { App::People.log_in('Nobody', PASSWORD) }
    assert_equal 'That name and password do not go together.', unknown.message
  end

  def test_an_invitation_is_taken_once
    token = App::People.invite('drafter', lead.name)
    guest = anybody
    page = guest.get("/invitations/#{token}")
    assert_includes page.body, 'as a <b>drafter</b>'
    csrf = page.body[/name="csrf-token" content="([^"]+)"/, 1]
    assert_equal '/',
                 send_form(guest, "/invitations/#{token}", token: csrf, name: 'Ida Marsh', password: PASSWORD).location
    assert_equal 'drafter', App::Records::Person.named('Ida Marsh').role
    assert_equal 410, anybody.get("/invitations/#{token}").status
    late = App::People.invite('reader', lead.name, now: Time.now - (8 * 24 * 3600))
    assert_includes anybody.get("/invitations/#{late}").body, 'has run out'
    assert_equal 404, anybody.get('/invitations/none').status
  end

  def test_who_forgot_their_password_gets_a_new_one_by_a_link
    ida = one('drafter', 'Ida Marsh').tap { lead }
    old = App::People.begin_session(ida)
    leading = browser_of(lead)
    page = leading.post("/people/#{ida.id}/renew", authenticity_token: token_of(leading))
    link = page.body[%r{value="http[^"]*(/invitations/[^"]+)"}, 1]
    guest = anybody
    form = guest.get(link)
    assert_includes form.body, 'For <b>Ida Marsh</b>, by Ada Thorne'
    csrf = form.body[/name="csrf-token" content="([^"]+)"/, 1]
    assert_equal '/', send_form(guest, link, token: csrf, password: 'another one here').location
    assert_nil App::People.seen(old), 'her sessions have ended'
    assert App::People.log_in('Ida Marsh', 'another one here')
    assert_equal 410, anybody.get(link).status
    assert_equal 2, App::Records::Person.count
  end

  def test_somebody_switched_off_is_out_at_once_and_their_work_stays_theirs
    drafter = one('drafter').tap { lead }
    browser = browser_of(drafter)
    drawing = App::Acting.as(drafter.name) { App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle') }
    App::Acting.as(drafter.name) { adopt(drawing, 'front') }
    App::People.switch(drafter, on: false)
    answer =
      browser.post("/drawings/#{drawing.slug}/edits", JSON.generate(do: 'note'), 'CONTENT_TYPE' => 'application/json')
    assert_includes [401, 403], answer.status
    assert_equal drafter.name, drawing.journal.last.author
    assert_equal 401, log_in(anybody, drafter.name).status
  end

  def test_the_last_lead_stays
    assert_match(/last lead/, assert_raises(App::Refused) { App::People.switch(lead, on: false) }.message)
    assert_match(/last lead/, assert_raises(App::Refused) { App::People.give_role(lead, 'reader') }.message)
  end

  def test_sessions_end_by_themselves_and_by_hand_and_with_the_password
    token = App::People.begin_session(lead)
    refute_nil App::People.seen(token)
    assert_nil App::People.seen(token, now: Time.now + App::People::IDLE + 1)
    other = App::People.begin_session(lead)
    App::People.change_password(lead, PASSWORD, 'another one here', keep: App::Records::PersonSession.of(token).id)
    assert_equal [true, false], [token, other].map { |t| !App::People.seen(t).nil? }
    assert_match(
      /of now is not right/,
      assert_raises(App::Refused) { App::People.change_password(lead, 'no', PASSWORD) }.message
    )
  end

  def test_a_server_that_others_reach_needs_people
    App::People.guard('127.0.0.1')
    assert_match(
      /can be reached from elsewhere and there are no people/,
      assert_raises(App::Refused) { App::People.guard('0.0.0.0') }.message
    )
    lead
    App::People.guard('0.0.0.0')
  end

  def test_the_first_lead_from_the_command_line
    made = ->(name, *more) do
      Open3.capture3(
        { 'NOCKPLANE_DATA' => ENV.fetch('NOCKPLANE_DATA') },
        CommandHelper::BIN,
        'person',
        name,
        '--json',
        *more,
        stdin_data: "#{PASSWORD}\n"
      )
    end
    _, told, status = made.call('Ida Marsh', '--role', 'drafter')
    assert_equal [1, "The first person is a lead.\n"], [status.exitstatus, told]
    out, = made.call('Ada Thorne')
    assert_equal({ 'name' => 'Ada Thorne', 'role' => 'lead' }, JSON.parse(out))
    assert App::People.log_in('ada thorne', PASSWORD)
    App::Records::Person.first.update!(password: 'forgotten by now')
    made.call('Ada Thorne', '--renew')
    assert App::People.log_in('ada thorne', PASSWORD)
  end

  def test_every_route_has_a_rule
    routes = App::Web.routes.slice('GET', 'POST').flat_map { |verb, list| list.map { |pattern,| [verb, pattern.to_s] } }
    assert_operator routes.size, :>, 170
    without = routes.reject { |verb, path| App::Rules.action(verb, path.gsub(/:\w+/, 'x1')) }
    assert_empty without
  end

  def test_a_route_without_a_rule_is_nobodys
    leading = browser_of(lead)
    App::Rules.stub(:action, nil) { assert_equal 404, leading.get('/models').status }
    assert_equal 200, leading.get('/models').status
  end

  # Every route is asked for by somebody of every role, and by nobody: those who may not are told so, nobody else is.
  def test_every_route_with_every_role
    lead
    browsers = App::Policy::ROLES.to_h { |role| [role, browser_of(role == 'lead' ? lead : one(role))] }
    App::Web
      .routes
      .slice('GET', 'POST')
      .each do |verb, list|
        list.each do |pattern,|
          path = pattern.to_s.gsub(/:\w+/, 'x1')
          action = App::Rules.action(verb, path)
          next if %w[/log-out /me/sessions/:id/end].include?(pattern.to_s)

          browsers.each { |role, browser| walked(browser, role, verb, path, action) }
        end
      end
  end

  def walked(browser, role, verb, path, action)
    token = @tokens ||= {}
    token[role] ||= token_of(browser)
    answer = verb == 'GET' ? browser.get(path) : browser.post(path, authenticity_token: token[role])
    may = App::Policy::MAY.fetch(action).include?(role)
    refused = answer.status == 403 || answer.location == '/packets'
    assert_equal may, !refused, "#{verb} #{path} by a #{role}: #{answer.status}"
  end

  def test_nobody_gets_anywhere_but_to_the_door
    lead
    App::Web
      .routes
      .slice('GET', 'POST')
      .each do |verb, list|
        list.each do |pattern,|
          path = pattern.to_s.gsub(/:\w+/, 'x1')
          next if App::Rules.action(verb, path) == :open

          answer = verb == 'GET' ? anybody.get(path) : anybody.post(path)
          outside = [401, 403].include?(answer.status) || answer.location.to_s.start_with?('/log-in')
          assert outside, "#{verb} #{path}: #{answer.status} #{answer.location}"
        end
      end
  end

  def test_a_lead_lets_drafters_change_sizes
    drafter = App::Policy.new(one('drafter').tap { lead })
    refute drafter.may?(:size)
    assert_equal "As a drafter you can't change sizes of models on a drawing; a lead or a designer can.",
                 drafter.refusal(:size)
    App::Records::Allowance.create!(name: 'drafters change sizes')
    assert drafter.may?(:size)
  end

  def test_what_a_run_does_is_done_in_the_name_of_who_began_it
    lead
    drawing = App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle')
    revise(lid, 'thick: 6', 'thick: 6.3')
    run =
      App::Acting.as('Ida Marsh') do
        App::Queue.start('update', 'x', items: [{ what: 'd', slug: drawing.slug, state: 'waiting' }]) do |r|
          App::Jobs::UpdateJob.new(r.id)
        end
      end
    App::Queue.work_off
    assert_equal ['Ida Marsh', 'Ida Marsh'], [run.author, drawing.reload.journal.last.author]
  end
end
