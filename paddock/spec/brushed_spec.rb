# frozen_string_literal: true

require_relative "paddock_helper"

# A motor with brushes: its speed by the back-EMF, or by an encoder.
RSpec.describe Gallop::Paddock::Firmware::Brushed do
  def axis = @stand_in.axis

  def turning(at, seconds: 2)
    enable
    write("speed.target", at)
    pass(seconds)
    expect(fault).to eq(0)
  end

  # With an encoder of 500 lines, as it would be fitted.
  def with_encoder(**more)
    commissioned("Dye pump") do |drive|
      drive["feedback"] = { "counts_per_turn" => 2000, "kind" => "incremental" }.merge(more.transform_keys(&:to_s))
    end
    write("feedback.kind", 1)
    pass(0.1)
  end

  context "by the back-EMF" do
    before { commissioned("Dye pump") }

    # The drive knows 0.32 Ω and 0.096 V·s/rad, in truth it is 0.335 Ω and 0.0955: ω = (u − 0.335 i)/0.0955 is told as
    # (u − 0.32 i)/0.096
    it "turns both ways, as exactly as resistance and constant are known" do
      [1200, -600].each do |wanted|
        turning(wanted)
        told = read("speed.actual")
        expect(told).to be_within(10).of(wanted)
        current =
          Array
            .new(200) do
              pass(0.001)
              read("motor.torque_current")
            end
            .sum / 200
        truth = (told * Math::PI / 30 * 0.096 - 0.015 * current) / 0.0955 * 30 / Math::PI
        expect(rpm).to be_within(6).of(truth)
      end
    end

    # friction: 0.055 N·m + 0.0004 · ω
    it "takes the current that friction asks for, and shows it as it flows in the wire" do
      turning(1000)
      torque = 0.055 + 0.0004 * rpm * Math::PI / 30
      shown =
        Array
          .new(400) do
            pass(0.001)
            read("motor.current")
          end
          .sum / 400
      expect(shown).to be_within(0.05).of(torque / 0.0955)
    end

    it "shows the speed of a motor that is turned from outside, by its open voltage" do
      axis.hand_torque = 0.15
      pass_until(2) { rpm > 400 }
      expect(read("speed.actual")).to be_within(30).of(rpm * 0.0955 / 0.096)
    end

    it "catches a turning motor without a jerk of current" do
      axis.hand_torque = 0.3
      pass_until(2) { rpm > 800 }
      axis.hand_torque = 0.0
      enable
      peak =
        Array
          .new(100) do
            pass(0.001)
            read("motor.current")
          end
          .max
      expect(peak).to be < 26
      expect(pass_until(3) { rpm.abs < 5 }).to be(true)
    end

    it "turns the other way with the two wires exchanged" do
      axis.phases_exchanged = true
      turning(900)
      expect(rpm).to be_within(60).of(-900)
      expect(read("speed.actual")).to be_within(15).of(900)
    end

    it "notices an open wire, which the back-EMF alone would take for a turning motor" do
      axis.phase_open = true
      enable
      write("speed.target", 900)
      expect(pass_until(2) { fault == 0xFF20 }).to be(true)
      expect(rpm).to eq(0)
    end

    it "gives back to the battery when it brakes, and comes to rest" do
      turning(3000, seconds: 3)
      write("ramps.deceleration", 10_000)
      write("speed.target", 0)
      pass(1.5)
      expect(read("statistics.regenerated_energy")).to be > 5
      expect(rpm).to be_within(15).of(0)
    end
  end

  context "by an encoder" do
    it "holds the speed whatever the resistance" do
      with_encoder
      write("motor.phase_resistance", 0.2)
      turning(1500)
      expect(rpm).to be_within(2).of(1500)
      expect(read("feedback.count")).to be > 10_000
    end

    it "runs against its torque with the wires exchanged, and stops" do
      with_encoder
      axis.phases_exchanged = true
      enable
      write("speed.target", 600)
      expect(pass_until(2) { fault == 0x7122 }).to be(true)
    end

    it "stops when the encoder loses its supply, or is not there at all" do
      with_encoder
      axis.encoder.powered = false
      expect(pass_until(0.5) { fault == 0x7305 }).to be(true)
      commissioned("Dye pump")
      write("feedback.kind", 1)
      expect(pass_until(0.5) { fault == 0x7305 }).to be(true)
    end
  end
end
