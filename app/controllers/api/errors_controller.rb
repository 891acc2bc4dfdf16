# frozen_string_literal: true

module Api
  class ErrorsController < BaseController
    skip_forgery_protection

    def no_such_page = refuse(404, "There is no such address in the API.")
  end
end
