# frozen_string_literal: true

# A drive's connection, and what the drive is known to hold: read over it now, or kept from the last time.
module Linked
  extend ActiveSupport::Concern

  included { before_destroy { Link::Registry.close(self) } }

  def connect
    update!(link_wanted: true)
    Link::Registry.open(self)
  end

  def disconnect
    update!(link_wanted: false)
    Link::Registry.close(self)
  end

  def connection = Link::Registry[self]
  def online? = connection&.online? || false

  # @return [Link::Connection] @raise [Link::Offline]
  def connection!
    online? ? connection : raise(Link::Offline, name)
  end

  # @return [Hash{String => Object}] raw by key
  def live_values = online? ? connection.live : live
  def stored_values = online? ? connection.stored : stored

  # After a restart of the drive: which live settings fell back to what was stored.
  def note_restart(profile, before, now)
    fallen = profile.settings.filter_map do |entry|
      key = entry.key
      { "key" => key, "was" => before[key], "now" => now[key] } if before.key?(key) && before[key] != now[key]
    end
    update!(lost: fallen) if fallen.any?
    log("restart", "The drive was restarted", fallen.any? ? "#{fallen.size} value#{'s' if fallen.size > 1} that had not been stored fell back: #{fallen.first(8).pluck('key').join(', ')}" : "All settings are as before.")
  end
end
