# frozen_string_literal: true

module Api
  # Settings of a drive, or the description of its family, as a file.
  class ExportsController < BaseController
    TYPES = { "dcf" => "text/plain", "eds" => "text/plain", "csv" => "text/csv", "json" => "application/json" }.freeze

    before_action :family!

    def show
      format = params[:kind]
      raise Unreadable, "A format of #{TYPES.keys.join(", ")} is expected." unless TYPES.key?(format)
      file = Gallop::Files.write(format, drive.profile, values, device)
      send_data file, type: TYPES.fetch(format), filename: "#{drive.name.parameterize}.#{format}"
    end

    private

    # Chosen settings, or all; of the draft, or as live.
    def values
      held = params[:side] == "live" ? drive.live_settings : drive.drafted_values
      params[:keys].present? ? held.slice(*scalar_list(params[:keys])) : held
    end

    def scalar_list(given) = given.to_s.split(",").first(1000)

    def device
      {
        name: drive.name,
        node: drive.live_settings["network.node"] || 1,
        serial: drive.identity["serial"].to_i,
        at: Time.current
      }
    end
  end
end
