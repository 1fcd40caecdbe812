# frozen_string_literal: true

require 'cgi'
require 'json'
require_relative '../server'

# Somebody at a browser, as the server sees them: a session with its token. Raises SystemCallError, IOError when the
# server is gone.
class Person
  def initialize(port)
    @port = port
    @http = nil
  end

  # Net::HTTPResponse of a page or file.
  def get(path, **more) = http.get(path, { 'Cookie' => @cookie.to_s }.merge(more.transform_keys(&:to_s)))

  # Net::HTTPResponse of a change sent as the page's script does it. data: values, or a text sent as it is.
  def post(path, data, type: 'application/json')
    come_in unless @token
    headers = { 'Cookie' => @cookie, 'Content-Type' => type, 'Accept' => 'application/json', 'X-CSRF-Token' => @token }
    http.post(path, data.is_a?(String) ? data : JSON.generate(data), headers)
  end

  # Logs in where there are people.
  def log_in(name, password)
    page = http.get('/log-in')
    remember(page)
    form = URI.encode_www_form(name: name, password: password, authenticity_token: token(page))
    remember(http.post('/log-in', form, { 'Cookie' => @cookie, 'Content-Type' => 'application/x-www-form-urlencoded' }))
    mine = http.get('/me', { 'Cookie' => @cookie })
    remember(mine)
    @token = token(mine)
  end

  # The connection is gone: the next request makes another.
  def leave
    @http&.finish
  rescue IOError
    nil
  ensure
    @http = nil
  end

  private

  def http = @http ||= Net::HTTP.new('127.0.0.1', @port).tap { |h| h.read_timeout = 180 }.start

  def come_in
    page = http.get('/')
    remember(page)
    @token = token(page)
  end

  def token(page) = CGI.unescapeHTML(page.body[/name="csrf-token" content="([^"]+)"/, 1])

  # What the answer wants to be told with the next request.
  def remember(answer)
    given = (answer.get_fields('set-cookie') || []).to_h { |c| c.split(';').first.split('=', 2) }
    @cookies = (@cookies || {}).merge(given)
    @cookie = @cookies.map { |pair| pair.join('=') }.join('; ')
  end
end
