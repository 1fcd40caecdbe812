# frozen_string_literal: true

require 'app_helper'

class WebTest < AppTest
  def test_up_tells_what_is_well_and_what_is_not
    App::Records::Worker.delete_all
    get '/up'
    assert_equal [503, 'well', 'none is running. Start bin/worker.', false],
                 [last_response.status, *JSON.parse(last_response.body).values_at('database', 'worker', 'up')]
    App::Records::Worker.beat('host:x pid:1')
    get '/up'
    assert_equal [
      200,
      {
        'database' => 'well',
        'data folder' => 'well',
        'worker' => 'well',
        'intake' => 'well',
        'up' => true
      }
    ],
                 [last_response.status, JSON.parse(last_response.body)]
    App::Records::Worker.beat('host:x pid:1', now: Time.now - 60)
    get '/up'
    assert_match(/none is running; the last one was there at/, JSON.parse(last_response.body)['worker'])
  end

  def test_empty_board_says_what_to_do
    get '/'
    assert_includes last_response.body, 'No models yet.'
    get '/drawings/new'
    assert_includes last_response.body, 'There is no model yet.'
  end

  def test_security_headers
    get '/'
    csp = last_response.headers['content-security-policy']
    assert_includes csp, "default-src 'none'"
    refute_includes csp, 'unsafe'
    assert_equal 'nosniff', last_response.headers['x-content-type-options']
  end

  def test_wrong_addresses_are_proper_pages
    unknown = ["/models/#{lid.slug}?revision=9", "/drawings/#{drawn.slug}?sheet=s9"]
    (unknown + %w[/nope /models/none /drawings/none /drawings/none.pdf /trials/x.glb]).each do |path|
      get path
      assert_equal 404, last_response.status, path
      assert_includes last_response.body, 'Nothing here', path
    end
  end

  def test_a_post_without_the_token_is_refused
    drawing = drawn
    before = [drawing.version, drawing.document]
    post "/drawings/#{drawing.slug}/undo", '{}', 'CONTENT_TYPE' => 'application/json'
    assert_equal 403, last_response.status
    assert_equal before, App::Records::Drawing.find(drawing.id).then { |d| [d.version, d.document] }
  end

  def test_bad_requests_are_told_in_words
    assert_equal "'knit' is not something that can be done to a drawing",
                 post_json("/drawings/#{drawn.slug}/edits", { do: 'knit' })['error']
    assert_equal '“far” is not a length in mm.',
                 post_json("/drawings/#{drawn.slug}/edits", { do: 'move', what: 'view/front', dx: 'far', dy: 0 })[
                   'error'
                 ]
    assert_equal 'That view is no longer in the drawing.',
                 post_json("/drawings/#{drawn.slug}/edits", { do: 'adopt', what: 'view/zz' })['error']
    assert_equal '“7 to 1” is not a scale; write 1:2, 1:2,5 or 2:1.',
                 post_json("/drawings/#{drawn.slug}/edits", { do: 'restyle', what: 'view/front', scale: '7 to 1' })[
                   'error'
                 ]
    post_json("/drawings/#{drawn.slug}/edits", [1])
    assert_equal 422, last_response.status
  end

  def test_requests_are_bounded
    post '/models', 'x' * 2_100_000, 'CONTENT_TYPE' => 'text/plain'
    assert_includes [403, 413], last_response.status
    assert_equal 'The request is larger than 2 MB and was not read.',
                 post_json("/drawings/#{drawn.slug}/edits", { text: 'x' * 2_000_001 })['error']
  end

  def test_notes_cannot_run_script
    post_json("/drawings/#{drawn.slug}/edits", { do: 'note', text: '<script>alert(1)</script>', x: 50, y: 50 })
    get "/drawings/#{drawn.slug}"
    refute_includes last_response.body, '<script>alert'
    assert_includes last_response.body, '&lt;script&gt;alert(1)'
  end

  def test_a_model_is_added_from_text_and_faults_keep_the_text
    get '/models'
    token = CGI.unescapeHTML(last_response.body[/name="authenticity_token" value="([^"]+)"/, 1])
    post '/models', 'text' => "nockplane: recipe/1\nname: Spacer\n", 'authenticity_token' => token
    assert_equal 422, last_response.status
    assert_includes last_response.body, 'line 1, features: a recipe needs a list of features'
    assert_includes last_response.body, 'name: Spacer', 'what was typed is still there'
    post '/models', 'text' => PART, 'authenticity_token' => token
    follow_redirect!
    assert_includes last_response.body, '100 × 50 × 6 mm'
  end

  def test_downloads
    get "/drawings/#{drawn.slug}.pdf"
    assert last_response.body.start_with?('%PDF-')
    assert_includes last_response.headers['content-disposition'], 'QI-2130-D.pdf'
    get "/drawings/#{drawn.slug}/sheets/s1.svg"
    assert_includes last_response.body, 'font-face'
    get "/models/#{lid.slug}/solid.glb"
    assert last_response.body.start_with?('glTF')
  end

  def test_what_is_to_be_told_outlives_the_late_answer_of_an_earlier_request
    form('/templates/a3-part-first-angle/remove')
    get '/templates'
    earlier = rack_mock_session.cookie_jar['nockplane']
    form('/templates/a3-part-first-angle/restore')
    set_cookie("nockplane=#{Rack::Utils.escape(earlier)}; path=/")
    get '/templates'
    assert_includes last_response.body, 'A3 part, first angle is on the shelf again'
    get '/templates'
    refute_includes last_response.body, 'on the shelf again', 'told once'
  end
end
