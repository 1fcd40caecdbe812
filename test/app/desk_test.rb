# frozen_string_literal: true

require 'app_helper'

# Docket lines taken and given, what is mine, its feed, comments.
class DeskTest < AppTest
  PASSWORD = 'quiet filters'

  def setup
    super
    no_people
    @lead = App::People.found('Ada Thorne', PASSWORD)
    @ida = App::People.create('Ida Marsh', PASSWORD, 'drafter')
    log_in
    @drawing = drawn
    revise(lid, 'thick: 6', 'thick: 6.8')
  end

  def teardown
    no_people
    super
  end

  def no_people
    [App::Records::PersonSession, App::Records::Taking, App::Records::Comment].each(&:delete_all)
    App::Records::Person.delete_all
  end

  def log_in(name = 'Ada Thorne')
    clear_cookies
    get '/log-in'
    token = CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
    post '/log-in', name: name, password: PASSWORD, authenticity_token: token
  end

  def test_a_line_is_taken_given_with_a_word_and_given_up
    get '/'
    assert_includes last_response.body, 'take QI-2130-D'
    post_form('/docket/take', line: @drawing.slug)
    get '/?whose=mine'
    assert_match(%r{<b>yours</b>}, last_response.body)
    post_form('/docket/take', line: @drawing.slug, to: 'ida marsh', word: 'before Friday')
    get '/'
    assert_match(/Ida Marsh’s: before Friday/, last_response.body)
    get '/?whose=mine'
    refute_includes last_response.body, 'before Friday'
    log_in('Ida Marsh')
    get '/mine'
    assert_includes last_response.body, 'before Friday'
    assert_includes last_response.body, 'given by Ada Thorne'
    assert_match(/behind its model/, last_response.body)
    post_form('/docket/give-up', line: @drawing.slug)
    get '/?whose=nobody'
    assert_includes last_response.body, 'take QI-2130-D'
  end

  def test_nothing_is_given_to_readers_and_to_people_switched_off
    reader = App::People.create('Rea Marsh', PASSWORD, 'reader')
    post_form('/docket/take', line: @drawing.slug, to: reader.name)
    assert_equal 422, last_response.status
    App::People.switch(@ida, on: false)
    post_form('/docket/take', line: @drawing.slug, to: 'Ida Marsh')
    assert_includes last_response.body, 'is switched off'
    assert_equal 0, App::Records::Taking.count
  end

  def test_a_comment_is_said_answered_and_settled
    post_form("/drawings/#{@drawing.slug}/comments", text: 'Is this <b>bore</b> right?', at: 'view/front')
    get '/'
    assert_includes last_response.body, 'Is this &lt;b&gt;bore&lt;/b&gt; right?'
    comment = App::Records::Comment.last
    assert_equal ['view/front', 'Ada Thorne'], [comment.at, comment.author]
    log_in('Ida Marsh')
    get "/drawings/#{@drawing.slug}?select=view/front"
    assert_includes last_response.body, 'right?'
    post_form("/comments/#{comment.id}/answer", text: 'It is.')
    log_in
    get '/mine'
    assert_includes last_response.body, 'right?', 'there is an answer'
    post_form("/comments/#{comment.id}/settle")
    get "/drawings/#{@drawing.slug}"
    assert_includes last_response.body, 'settled by Ada Thorne'
    get '/mine'
    refute_includes last_response.body, 'right?'
    post_form("/drawings/#{@drawing.slug}/comments", text: '  ')
    assert_equal 422, last_response.status
  end

  def test_a_feed_of_what_is_mine_opens_by_its_address_alone
    App::Actions::TakeLine.call(App::DocketLine.new(@drawing, ''), @ida, by: 'Ada Thorne')
    clear_cookies
    path = App::FeedLink.path(@ida)
    get path
    feed = Nokogiri.XML(last_response.body).remove_namespaces!
    assert_equal ['Mine: Ida Marsh', ["#{@drawing.number} #{@drawing.title}"]],
                 [feed.at('feed/title').text, feed.xpath('//entry/title').map(&:text)]
    assert_match(%r{/drawings/#{@drawing.slug}\z}, feed.at('entry/link')['href'])
    get path.sub(/\h{4}\.atom/, '0000.atom')
    assert_equal 404, last_response.status
    get '/mine'
    assert_equal '/log-in?to=%2Fmine', last_response.location
    App::People.change_password(@ida, PASSWORD, 'another one here')
    get path
    assert_equal 404, last_response.status
  end
end
