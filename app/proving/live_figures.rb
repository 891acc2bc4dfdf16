# frozen_string_literal: true

module Proving
  # What an announcement needs of a drive, by its values as they were read last and the gait that is chosen.
  class LiveFigures < Gallop::Identify::Instrument
    attr_reader :profile

    # @param drive [Drive]
    def initialize(drive)
      super()
      @drive = drive
      @profile = drive.profile
    end

    def figure(key)
      entry = profile[key] or return
      return envelope.fetch(key) / 100.0 if envelope.key?(key)
      self.class.si(entry, @drive.live_values.fetch(key) { sample(key) || entry.default_raw })
    end

    private

    def envelope = @envelope ||= @drive.envelope.envelope
    def sample(key) = @drive.connection&.samples&.last&.raw&.fetch(key, nil)
  end
end
