# frozen_string_literal: true

# The firmware of a drive, what it lacks, and how the last update stands.
class FirmwareSerializer < ApplicationSerializer
  field(:version, "string") { |drive| drive.identity["firmware"].to_s }
  field(:newest, "string") { |drive| drive.profile.firmware }
  field(:outdated, "boolean") { |drive| drive.profile.outdated? }
  field(:missing, "string[]") { |drive| drive.profile.missing_functions }
  field(:update, "FirmwareUpdate | null") do |drive|
    drive.firmware_updates.newest_first.first&.then do |update|
      FirmwareUpdateSerializer.new(update, params: { profile: drive.profile }).to_h
    end
  end
end
