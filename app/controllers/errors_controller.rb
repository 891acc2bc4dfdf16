# frozen_string_literal: true

# What Rails answers when a request never reached a controller.
class ErrorsController < ActionController::Base
  skip_forgery_protection

  TEXTS = {
    400 => "The request could not be read: it is no valid JSON, or a part of it is malformed.", 404 => "There is no such page.",
    405 => "That cannot be done here.", 406 => "That form of answer is not offered.", 422 => "The request was refused. Reload the page and try again.",
    500 => "Something went wrong inside Gallop. It is in log/production.log; nothing was confirmed that is not shown."
  }.freeze

  def show
    code = request.path_info.delete_prefix("/").to_i # params cannot be read when they are what is wrong
    render_text(TEXTS.fetch(code, TEXTS[400]), code)
  end

  private

  def render_text(text, code)
    return render(json: { error: { message: text } }, status: code) if api?
    render plain: "#{text}\n", status: code
  end

  def api? = request.original_fullpath.start_with?("/api/")
end
