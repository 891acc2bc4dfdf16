# frozen_string_literal: true

require "net/http"

# The paddock's panel as the application sees it: an address given by GALLOP_PADDOCK_PANEL, and JSON. Without a
# paddock it is absent.
module PaddockPanel
  # No paddock runs.
  class Absent < Gallop::Refusal
    kind :absent

    def initialize = super("No paddock runs beside this Gallop.")
  end

  # The panel did not accept a change.
  class Refused < Gallop::Refusal
  end

  module_function

  def address = ENV["GALLOP_PADDOCK_PANEL"].presence&.then { |url| URI(url) }

  def available?
    drives
    true
  rescue Absent
    false
  end

  def drives = ask(Net::HTTP::Get.new("/drives"))

  def change(name, changes)
    request = Net::HTTP::Post.new("/drives/#{ERB::Util.url_encode(name)}", "content-type" => "application/json")
    request.body = JSON.generate(changes)
    ask(request)
  end

  def ask(request)
    raise Absent if address.nil?
    response =
      Net::HTTP.start(address.host, address.port, open_timeout: 0.5, read_timeout: 2) { |http| http.request(request) }
    body = JSON.parse(response.body)
    response.is_a?(Net::HTTPSuccess) ? body : raise(Refused, body["error"].to_s)
  rescue SystemCallError, IOError, Timeout::Error, JSON::ParserError
    raise Absent
  end
end
