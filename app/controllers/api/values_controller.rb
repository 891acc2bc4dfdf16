# frozen_string_literal: true

module Api
  class ValuesController < BaseController
    def index = respond(ValueSerializer, drive.profile ? drive.profile.entries : [], **memories)
    def show = respond(ValueSerializer, entry, **memories)

    private

    def entry = drive.profile&.[](params[:key]) || raise(Gallop::Objects::Unacceptable, "There is no value “#{params[:key].truncate(40)}”.")

    def memories
      sample = drive.connection&.samples&.last
      { drive: drive, live: drive.live_values.merge(sample ? sample.raw : {}), stored: drive.stored_values, drafts: drive.drafts.index_by(&:key) }
    end
  end
end
