# frozen_string_literal: true

require "net/http"

# Calls of the API from outside a browser, with session and token as a page has them.
class Script
  # @param tab [String, nil] secret of the tab that it plays
  def initialize(server, tab: nil)
    @server = server
    @tab = tab
  end

  # @return [Hash, Array] @raise when the server refuses
  def call(method, path, body = {})
    response = send_request(method, path, body)
    raise "#{method} #{path}: #{response.code} #{response.body}" unless response.is_a?(Net::HTTPSuccess)
    response.body.to_s.empty? ? nil : JSON.parse(response.body)
  end

  # @return [Integer] the status, whatever it is
  def attempt(method, path, body = {}) = send_request(method, path, body).code.to_i

  # Without caring for the answer, and whether there is one.
  def call_and_forget(method, path, body = {})
    session
    Thread.new do
      send_request(method, path, body)
    rescue SystemCallError, IOError, Timeout::Error
      nil
    end
  end

  # After the server was started anew.
  def renew = @session = nil

  private

  def session
    @session ||=
      begin
        response = Net::HTTP.get_response(URI("#{@server.url}/api/session"))
        {
          token: JSON.parse(response.body).fetch("csrf_token"),
          cookie: response.get_fields("set-cookie").map { |cookie| cookie[/\A[^;]+/] }.join("; ")
        }
      end
  end

  def send_request(method, path, body)
    request =
      Net::HTTP.const_get(method.capitalize).new(
        "/api#{path}",
        "content-type" => "application/json",
        "accept" => "application/json",
        "X-CSRF-Token" => session[:token],
        "cookie" => session[:cookie],
        **(@tab ? { "X-Gallop-Tab" => @tab } : {})
      )
    request.body = JSON.generate(body)
    Net::HTTP.start("127.0.0.1", @server.port, read_timeout: 60) { |http| http.request(request) }
  end
end
