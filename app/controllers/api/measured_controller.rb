# frozen_string_literal: true

module Api
  # What the tests have found beside what the drive holds, and the way of it into the draft.
  class MeasuredController < BaseController
    act take: :plan

    before_action :family!

    def index = respond(MeasuredSerializer, Measured.new(drive).rows)

    def take
      Measured.new(drive).take(keys)
      index
    end

    private

    def keys
      given = params[:keys]
      unless given.is_a?(Array) && given.all?(String)
        raise Gallop::Objects::Unacceptable, "Keys: a list of those that are to be taken."
      end
      given.uniq
    end
  end
end
