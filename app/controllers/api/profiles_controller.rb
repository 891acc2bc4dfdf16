# frozen_string_literal: true

module Api
  # The dictionary of a family with one firmware version; it never changes, so that a browser keeps it.
  class ProfilesController < BaseController
    def index = render(json: Gallop::Objects::Profile::FAMILIES.map { |family| { family: family, title: Gallop::Objects::Profile.load(family).title } })

    def show
      raise Unreadable, "There is no family “#{params[:family].to_s.truncate(40)}”." unless Gallop::Objects::Profile::FAMILIES.include?(params[:family])
      profile = Gallop::Objects::Profile.load(params[:family]).at_version(params[:version].to_s)
      expires_in 1.hour
      respond(EntrySerializer, profile.entries, profile: profile)
    end
  end
end
