# frozen_string_literal: true

# A group of settings that can be put back to factory values, with what that would change.
class RestoreSerializer < ApplicationSerializer
  field :key, "string"
  field :title, "string"
  field(:settings, "number") { |restore| params[:drive].profile.settings_of(restore).size }
  field(:changes, "{ key: string; name: string; live: string; factory: string }[]") do |restore|
    live = params[:drive].live_settings
    differing =
      params[:drive]
        .profile
        .settings_of(restore)
        .select { |entry| live.key?(entry.key) && live[entry.key] != entry.default_raw }
    differing.map do |entry|
      { key: entry.key, name: entry.name, live: entry.show(live[entry.key]), factory: entry.show(entry.default_raw) }
    end
  end
end
