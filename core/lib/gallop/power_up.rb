# frozen_string_literal: true

module Gallop
  # What a drive will do by itself when power comes, as one sentence composed from its values, and the hazards in them.
  #
  #   Gallop::PowerUp.new(profile, stored).sentence
  #   # => "After power-up the drive waits for a command and does not move."
  class PowerUp
    Hazard = Record.define(:entry, :raw, :text)

    # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key: what the drive starts with
    def initialize(profile, values)
      @profile = profile
      @values = values
    end

    # @return [String]
    def sentence
      return "#{beginning} the drive waits for a command and does not move#{after_faults}." unless enables?
      "#{beginning} the drive switches its motor on by itself after #{shown("power_up.delay")} and " \
        "#{motion}#{after_faults}."
    end

    # Settings that are a hazard as they stand. @return [Array<Hazard>]
    def hazards
      @profile.settings.filter_map do |entry|
        raw = @values[entry.key]
        Hazard.new(entry: entry, raw: raw, text: entry.hazard) if entry.hazardous?(raw) && bites?(entry)
      end
    end

    def enables? = @values["power_up.enable"] == 1

    private

    def beginning = @profile.volatile? ? "After power-up all settings are the factory's, and" : "After power-up"

    def motion
      speed = figure("power_up.speed")
      lowest = figure("limits.lowest_speed")
      unless speed.zero?
        return "#{@profile.slides? ? "moves" : "turns"} at #{shown("power_up.speed")}, held to its limits"
      end
      if lowest.positive?
        return "turns at #{shown("limits.lowest_speed")}, its lowest speed, although no speed is asked for"
      end
      "holds it at standstill until a speed is asked for"
    end

    def after_faults
      resets = figure("power_up.resets")
      return "" unless resets.positive?
      "; it resets up to #{resets.to_i} faults in a row by itself, #{shown("power_up.reset_wait")} after each"
    end

    # A speed at power-up, and resets by itself, move nothing as long as the drive does not enable itself.
    def bites?(entry) = !%w[power_up.speed power_up.resets].include?(entry.key) || enables?

    def figure(key) = @values[key] ? @profile.fetch(key).figure(@values[key]) : 0
    def shown(key) = @profile.fetch(key).show(@values[key])
  end
end
