# frozen_string_literal: true

# Refuses a request body that is larger than anything the interface sends, before anything reads it.
class BodyLimit
  MOST = 3_000_000 # bytes: a file of 2 MB in Base64

  def initialize(app)
    @app = app
  end

  def call(env)
    return @app.call(env) if env["CONTENT_LENGTH"].to_i <= MOST
    message = "The request is larger than #{MOST} bytes; nothing was changed."
    [ 413, { "content-type" => "application/json" }, [ JSON.generate(error: { message: message }) ] ]
  end
end
