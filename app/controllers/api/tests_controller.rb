# frozen_string_literal: true

module Api
  # The tests that can be run on a drive: what each needs, what it will do, and what came of it last.
  class TestsController < BaseController
    before_action :family!

    def index = respond(TestSerializer, Proving::Test.of(drive, Current.tab))
  end
end
