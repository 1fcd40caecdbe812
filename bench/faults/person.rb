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
    @cookie = page.get_fields('set-cookie').map { |c| c.split(';').first }.join('; ')
    @token = CGI.unescapeHTML(page.body[/name="csrf-token" content="([^"]+)"/, 1])
  end
end
