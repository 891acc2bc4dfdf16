# frozen_string_literal: true

# JSON calls as the front end makes them.
module ApiCalls
  TAB = "spec-tab-0123456789abcdef"

  def api(verb, path, body = nil, tab: TAB, name: "Robin")
    host! "127.0.0.1"
    public_send(
      verb,
      "/api#{path}",
      params: body&.to_json,
      headers: {
        "content-type" => "application/json",
        "accept" => "application/json",
        "X-Gallop-Tab" => tab,
        "X-Gallop-Name" => name
      }.compact
    )
    response.media_type == "application/json" && !response.body.empty? ? JSON.parse(response.body) : nil
  end

  def message = JSON.parse(response.body).dig("error", "message")

  # A browser tab's signs of life, ten a second, as long as the block runs.
  def with_signs_of_life(connection, tab: TAB)
    ended = false
    heart =
      Thread.new do
        until ended
          connection.motion.reins.beat(tab)
          sleep 0.05
        end
      end
    yield
  ensure
    ended = true
    heart&.join
  end
end
