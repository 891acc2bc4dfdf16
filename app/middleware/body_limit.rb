# frozen_string_literal: true

# Refuses a request body that is larger than anything the interface sends, that has more parts, or that is no JSON,
# before anything makes sense of it. What is larger still Puma does not even take in (config/puma.rb).
class BodyLimit
  MOST = 3_000_000 # bytes: a file of 2 MB in Base64
  MOST_QUOTES = 20_000 # of JSON: two thousand names and texts are the most that the interface sends
  LEAST = -3 # of Ruby's threads
  METHODS = %w[POST PUT PATCH DELETE].freeze

  def initialize(app)
    @app = app
  end

  def call(env)
    # The links go first: their threads get the interpreter back after 12 ms instead of 100.
    Thread.current.priority = LEAST
    code, text = objection(env)
    code ? ErrorPages.answer(code, "#{text} Nothing was changed.") : @app.call(env)
  end

  private

  def objection(env)
    return 413, "The request is larger than #{MOST} bytes." if env["CONTENT_LENGTH"].to_i > MOST
    return unless METHODS.include?(env["REQUEST_METHOD"]) && env["PATH_INFO"].to_s.start_with?("/api")
    body = env["rack.input"]&.read(MOST + 1).to_s
    env["rack.input"]&.rewind
    return if body.empty?
    about(body, env["CONTENT_TYPE"].to_s)
  end

  def about(body, type)
    return 413, "The request is larger than #{MOST} bytes." if body.bytesize > MOST
    unless type.start_with?("application/json")
      return 415, "The body is expected as JSON (content-type: application/json)."
    end
    return 400, "The body is no text in UTF-8." unless body.dup.force_encoding(Encoding::UTF_8).valid_encoding?
    [413, "The request has too many parts."] if body.count('"') > MOST_QUOTES
  end
end
