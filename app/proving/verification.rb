# frozen_string_literal: true

module Proving
  # The stage Verify of one drive: needs, gait, speed and proofs as they stand.
  class Verification
    attr_reader :drive

    def initialize(drive, tab)
      @drive = drive
      @tab = tab
    end

    def needs = Proving::Needs.new(drive, @tab).all
    def gaits = Gallop::Gait.all
    def gait = envelope.name
    def armed = drive.connection&.motion&.armed? || false
    def enabled_for = drive.connection&.motion&.kind
    def supervised = drive.connection&.motion&.supervising? || false
    def started_by = drive.connection&.motion&.started_by
    def speed = drive.connection&.motion&.speed.to_f
    def limit = bounds.speed
    def limit_backward = bounds.speed(-1)
    def allowed = envelope.highest(limit)
    def allowed_backward = envelope.highest(limit_backward)

    # What the drive has while it is enabled; else what it will get.
    def envelope = drive.connection&.motion&.gait || drive.envelope

    # How far the motor may go by itself when it is aligned after power-up: half an electrical turn. @return [String,
    # nil] nil where none is
    def alignment_way
      return unless drive.profile["feedback.aligned"] && drive.pole_pairs.to_i.positive?
      return Gallop::Quantities.format(180.0 / drive.pole_pairs, "°", 1) unless drive.profile.slides?
      entry = drive.profile.fetch("motor.pole_pair_pitch")
      drive.live_values[entry.key]&.then { |raw| Gallop::Quantities.format(entry.figure(raw) / 2.0, entry.unit, 1) }
    end

    def bounds = @bounds ||= Motion::Bounds.new(drive.profile, drive.live_values, nil)

    # What the bits mean that a mode has for itself.
    def mode_bits
      Gallop::Cia402::Statusword::OF_MODE.flat_map do |mode, bits|
        bits.map { |bit, name| { mode: mode, bit: bit, name: name } }
      end
    end

    def status_bits = drive.profile.fetch("control.status").bits.map { |bit, name| { bit: bit, name: name } }
  end
end
