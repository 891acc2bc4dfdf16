# frozen_string_literal: true

# A drive's connection, and what the drive is known to hold: read over it now, or kept from the last time.
module Linked
  extend ActiveSupport::Concern

  included do
    has_one :reading, autosave: true, dependent: :delete
    before_destroy { Link::Registry.close(self) }
  end

  # What was last read of it. @return [Hash{String => Object}] raw by key
  def live = reading&.live || {}
  def stored = reading&.stored || {}

  def live=(values)
    (reading || build_reading).live = values
  end

  def stored=(values)
    (reading || build_reading).stored = values
  end

  # @raise [Undertaking::Busy, Link::Registry::Taken]
  def connect
    Undertaking.errand(id, "#{name} is being connected.") do
      Link::Registry.open(self)
      update!(link_wanted: true)
    end
  end

  def disconnect
    Undertaking.errand(id, "#{name} is being disconnected.") do
      update!(link_wanted: false)
      Link::Registry.close(self)
    end
  end

  def connection = Link::Registry[self]
  def online? = connection&.online? || false

  # What is under way on it: a batch, a firmware update, a short command. @return [Undertaking, Undertaking::Errand,
  # nil]
  def undertaking = Undertaking.on(id)

  # @param besides [Undertaking, nil] the one that asks @raise [Undertaking::Busy]
  def idle!(besides: nil)
    other = undertaking
    raise Undertaking::Busy, other if other && other != besides
  end

  # Who may do what to it, asked for the tab of the present request.
  def authority(of: nil) = Motion::Authority.new(self, Current.tab, of: of)

  # @return [Link::Connection] @raise [Link::Offline]
  def connection!
    online? ? connection : raise(Link::Offline, name)
  end

  # @return [Hash{String => Object}] raw by key
  def live_values = online? ? connection.live : live
  # Of the motor as the drive reckons with it; a linear motor turns once in a pole pair pitch. @return [Integer, nil]
  def pole_pairs = profile.slides? ? 1 : live_values["motor.pole_pairs"]
  # Whether a device on the shaft counts, as far as the drive knows.
  def counts? = !profile["feedback.counts_per_turn"].nil? && live_values["feedback.kind"] != 0
  # Whether hall sensors are among it: the family takes nothing else, or they are set.
  # Whether the drive commands a holding brake.
  def braked? = live_values["brake.fitted"] == 1
  # For Gallop::Tests. @return [Array<Symbol>]
  def has = [*(:counts if counts?), *(:fine if fine?), *(:brake if braked?)]

  # Whether its device has so many counts that it shows how a shaft trembles.
  def fine? = counts? && live_values["feedback.counts_per_turn"].to_i >= Gallop::Identify::Response::FEWEST_COUNTS

  def halls? = counts? && (profile.rating[:feedback] == ["halls"] || [6, 7].include?(live_values["feedback.kind"]))
  def live_settings = profile ? live_values.slice(*profile.settings.map(&:key)) : {}
  def stored_values = online? ? connection.stored : stored
end
