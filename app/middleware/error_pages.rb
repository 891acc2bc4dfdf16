# frozen_string_literal: true

# What Rails answers when a request never reached a controller. Plain Rack: a request whose parameters cannot be read
# must not be read once more to say so.
class ErrorPages
  TEXTS = {
    400 => "The request could not be read: it is no valid JSON, or a part of it is malformed.",
    403 => "This is not answered here.",
    404 => "There is no such page.",
    405 => "That cannot be done here.",
    406 => "That form of answer is not offered.",
    409 => "That does not go with the present state.",
    413 => "The request is too large.",
    415 => "That kind of content is not read here.",
    422 => "The request was refused. Reload the page and try again.",
    500 => "Something went wrong inside Gallop. It is in log/production.log; nothing was confirmed that is not shown."
  }.freeze

  # As a Rack application: PATH_INFO is the status.
  def self.call(env)
    code = env["PATH_INFO"].to_s.delete_prefix("/").to_i
    code = 500 unless TEXTS.key?(code)
    answer(code, TEXTS[code], json: env["action_dispatch.original_path"].to_s.start_with?("/api"))
  end

  # @return [Array] a Rack answer
  def self.answer(code, text, json: true)
    if json
      return code, { "content-type" => "application/json; charset=utf-8" }, [JSON.generate(error: { message: text })]
    end
    [code, { "content-type" => "text/plain; charset=utf-8" }, ["#{text}\n"]]
  end
end
