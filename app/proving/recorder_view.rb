# frozen_string_literal: true

module Proving
  # The recorder of a drive: what it could take, what was asked of it last, and what is under way.
  class RecorderView
    DIVIDER = 16
    BEFORE = 20 # percent

    attr_reader :drive

    def initialize(drive)
      @drive = drive
    end

    def profile = drive.profile
    def signals = profile.signals

    # @return [Integer, nil] Hz of the fastest loop; nil as long as the drive was never read
    def rate = drive.live_values["trace.rate"]

    # @return [Recording, nil] the one that is open, else the last
    def recording = @recording ||= drive.recordings.newest_first.first

    # What was asked for last, or what is a beginning. @return [Hash]
    def setup
      return asked if recording && fits?(recording.setup)
      {
        "signals" => profile.fault_signals.first(4).map(&:key),
        "divider" => DIVIDER,
        "length" => Gallop::Traces::MOST_SAMPLES / 2,
        "pre" => BEFORE,
        "triggers" => []
      }
    end

    # What the motor did last while it was recorded. @return [Hash, nil]
    def stimulus = drive.traces.in_brief.where.not(stimulus: nil).newest_first.first&.stimulus

    # What it is doing just now. @return [String, nil]
    def doing = drive.undertaking.then { |one| one.sentence if one.is_a?(Proving::Stimulus) }

    # What is rolled just now. @return [Hash, nil]
    def roll = Roll.of(drive.id)&.standing

    # What the motor can be told to do while it is recorded. @return [Array<String>] of Motion::Mode::KINDS
    def modes = Motion::Mode::KINDS.select { |kind| Motion::Mode.offered?(kind, profile) }

    # What it is enabled for. @return [String, nil]
    def enabled_for = drive.connection&.motion&.kind

    private

    # A motion that is recorded brings a trigger of its own.
    def asked = recording.stimulus ? recording.setup.merge("triggers" => []) : recording.setup

    def fits?(setup) = setup.fetch("signals").all? { |key| profile.signal(key) }
  end
end
