# frozen_string_literal: true

module Api
  # The dictionary of a family with one firmware version; it never changes, so that a browser keeps it.
  class ProfilesController < BaseController
    def index =
      render(
        json:
          Gallop::Objects::Profile::FAMILIES.map do |family|
            { family: family, title: Gallop::Objects::Profile.load(family).title }
          end
      )

    def show
      unless Gallop::Objects::Profile::FAMILIES.include?(params[:family])
        raise Unreadable, "There is no family “#{params[:family].to_s.truncate(40)}”."
      end
      profile = Gallop::Objects::Profile.load(params[:family])
      raise ActiveRecord::RecordNotFound.new(nil, "Version") unless version_known?(profile)
      profile = profile.at_version(params[:version])
      expires_in 1.hour
      respond(EntrySerializer, profile.entries, profile: profile)
    end

    private

    # Of the family's own, or of a drive that was seen.
    def version_known?(profile)
      profile.versions.include?(params[:version]) ||
        Drive.where(family: profile.family).any? { |drive| drive.profile.version == params[:version] }
    end
  end
end
