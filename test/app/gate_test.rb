# frozen_string_literal: true

require 'app_helper'

# What comes in from outside: names of hosts, pages of others, shapes and bytes that no form of ours sends.
class GateTest < AppTest
  def token
    get '/'
    CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
  end

  def post_raw(path, body, type = 'application/json', **more)
    post(
      path,
      body,
      { 'CONTENT_TYPE' => type, 'HTTP_X_CSRF_TOKEN' => @given ||= token, 'HTTP_ACCEPT' => 'application/json' }.merge(
        more
      )
    )
  end

  def test_only_own_names_are_answered
    {
      'evil.test' => 403,
      'evil.test:4680' => 403,
      'localhost:4680' => 200,
      '127.0.0.1' => 200,
      '' => 403,
      'localhost.evil.test' => 403,
      "a\xFFb" => 403
    }.each do |host, status|
      get '/', {}, 'HTTP_HOST' => host
      assert_equal status, last_response.status, host.inspect
      refute last_response.headers.key?('set-cookie'), host if status == 403
    end
  end

  def test_writes_from_pages_of_others_are_refused
    lid
    {
      'http://evil.test' => 403,
      'null' => 403,
      'http://example.org:81' => 403,
      'http://example.org' => 302
    }.each do |origin, status|
      post '/models/lid/properties',
           { authenticity_token: token, properties: { finish: "coat #{origin}" } },
           'HTTP_ORIGIN' => origin
      assert_equal status, last_response.status, origin
    end
    get '/models', {}, 'HTTP_X_FORWARDED_HOST' => 'evil.test'
    refute_includes last_response.headers.to_s + last_response.body, 'evil.test'
    post '/models/lid/properties',
         { authenticity_token: token, properties: { finish: 'plain' } },
         'HTTP_X_FORWARDED_HOST' => 'evil.test'
    assert_match(%r{\A/models/lid}, last_response.location)
  end

  def test_static_files_carry_no_cookie
    get '/css/nockplane.css'
    assert_equal [200, false], [last_response.status, last_response.headers.key?('set-cookie')]
    assert_includes last_response.headers['cache-control'], 'max-age'
    get '/css/../app/web.rb'
    refute_equal 200, last_response.status
  end

  def test_shapes_that_are_not_declared_are_told_by_name
    drawn
    [
      "/drawings/#{drawn.slug}?select[a]=x",
      "/drawings/#{drawn.slug}?sheet[]=s1",
      '/search?q[]=x',
      '/models/lid?revision[a]=1'
    ].each do |path|
      get path
      assert_equal 400, last_response.status, path
      assert_match(/“(select|sheet|q|revision)” is a text; what came is something else/, last_response.body)
    end
    version = drawn.reload.version
    post_json("/drawings/#{drawn.slug}/edits", { do: 'note', text: 'A', x: 30, y: 30, select: {} })
    assert_equal [400, version], [last_response.status, drawn.reload.version], 'what is refused is not stored'
  end

  def test_tables_are_lists_of_rows_of_texts_and_rows_may_be_a_number_elsewhere
    lid
    post_json('/models/lid/family', { headers: %w[variant], rows: [[1]] })
    assert_match(/“rows” is a table of texts/, last_response.body)
    post_json('/models/lid/family', { headers: %w[variant], rows: ['a'] })
    assert_match(/“rows” is a list of rows/, last_response.body)
    post_json('/models/lid/family', { headers: %w[variant], rows: [['a'] * 60_001] })
    assert_match(/has at most 60000 cells/, last_response.body)
    post_json("/drawings/#{drawn.slug}/edits", { do: 'sheet format', sheet: 's1', rows: '7', columns: '8' })
    refute_match(/is a list of rows/, last_response.body)
  end

  def test_forms_that_are_none
    post_raw('/nowhere', "{\"dy\":\"\u202e\",\"base\":\"%\"", 'application/x-www-form-urlencoded')
    assert_includes [400, 403, 404], last_response.status
  end

  def test_bytes_that_are_no_text
    drawn
    get '/search?q=%FF'
    assert_equal 400, last_response.status
    get '/search?q=a%00b'
    assert_equal 400, last_response.status
    assert_includes last_response.body, 'U+0000'
    get '/models/%FF'
    assert_includes [400, 404], last_response.status
    answer = post_json("/drawings/#{drawn.slug}/edits", { do: 'note', text: "bad \uFFFE mark", x: 30, y: 30 })
    assert_equal [400, '“text” has U+FFFE in it, which no text can have; take it out.'],
                 [last_response.status, answer['error']]
    post_raw("/drawings/#{drawn.slug}/edits", "{\"do\": \"note\", \"text\": \"\xFF\"}")
    assert_operator last_response.status, :<, 500
  end

  # Every route with what none of them expects: never a fault of the program.
  ODD = ['', 'x' * 5000, '1e999', '-1', "\u202E", '../../etc', '%', '{}', 'null', '☃'].freeze
  JSON_ODD = [
    '',
    '[]',
    'null',
    '{',
    '{"do": {}}',
    '{"do": [1]}',
    '{"do": "move", "what": 7, "dx": "x", "dy": null}',
    '{"do": "move", "what": ["view/front"], "dx": 1e300, "dy": 0}',
    '{"do": "delete", "what": {"a": 1}}',
    '{"do": "restyle", "what": "view/front", "scale": true}',
    '{"do": "adopt", "what": "view/front", "dimensions": {"a": "b"}}',
    '{"do": "cell", "what": "block/b1:c1", "height": []}',
    '{"do": "tie", "pairs": ["d1"]}',
    '{"do": "standard", "arrow_ratio": "1e308"}',
    '{"do": "format", "size": 7, "margins": "a b c d"}',
    '{"do": "layer", "what": "layer/none", "visible": 3}',
    '{"do": "wrap", "what": "note/n9", "width": "wide"}',
    '{"base": true}',
    '{"value": false}',
    '{"views": "front"}',
    '{"sheet": 4, "do": "note", "text": 5, "x": 1, "y": 1}',
    '{"template": ["a"]}',
    '{"text": 3, "sizes": [1]}',
    '{"features": "seat"}',
    '{"sizes": 7}',
    '{"sizes": {"length": null}, "features": {"seat": "no"}}'
  ].freeze

  def test_no_route_answers_odd_requests_with_a_fault
    drawn
    routes =
      App::Web.routes.flat_map { |verb, list| verb == 'HEAD' ? [] : list.map { |pattern, *_| [verb, pattern.to_s] } }
    bad = routes.flat_map { |verb, pattern| odd_answers(verb, pattern) }
    assert_operator routes.size, :>, 60
    assert_empty bad
  end

  def odd_answers(verb, pattern)
    home = pattern.include?('/templates') ? 'a3-part-first-angle' : (pattern.include?('/models') ? 'lid' : drawn.slug)
    path =
      pattern
        .sub(':slug', home)
        .sub(':sheet', 's1')
        .sub(':view', 'front')
        .sub(':id', 'd1')
        .sub(':digest', 'x')
        .gsub(/:\w+/, '1')
        .delete_suffix('/?')
    bodies =
      (
        if verb == 'GET'
          ODD
            .first(6)
            .map do |v|
              [:get, "#{path}?#{%w[select sheet revision to q with].map { |k| "#{k}=#{CGI.escape(v)}" }.join('&')}"]
            end
        else
          JSON_ODD.map { |b| [:json, b] } + ODD.map { |v| [:form, v] }
        end
      )
    bodies.filter_map do |way, what|
      _, log =
        capture_io do
          case way
          when :get
            get(what)
          when :json
            post_raw(path, what)
          else
            post(
              path,
              {
                authenticity_token: @given ||= token,
                title: what,
                number: what,
                note: what,
                name: what,
                revision: what,
                answer: what,
                model: what,
                template: what,
                text: what,
                of: what,
                home: what,
                drawings: [what]
              }
            )
          end
        end
      if last_response.status >= 500 && !path.start_with?('/up')
        "#{verb} #{path} #{way} #{what[0, 60]}: #{last_response.status} #{log[0, 200]}"
      end
    end
  end
end
