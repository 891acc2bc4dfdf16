# frozen_string_literal: true

require_relative "paddock_helper"

# What flows is taken from the battery of the plant, which the drive does not see.
RSpec.describe Gallop::Paddock::Firmware::BatteryLimit do
  let(:bus) { @stand_in.axis.bus }

  # A, mean over the time
  def drawn(seconds)
    before = bus.charge_drawn
    pass(seconds)
    (bus.charge_drawn - before) / seconds
  end

  # A, the most and the least of a few milliseconds each
  def extremes(seconds) = Array.new((seconds / 0.01).round) { drawn(0.01) }.minmax

  def near_limits(discharge:, charge:)
    enable
    write("battery.discharge_current", discharge)
    write("battery.charge_current", charge)
    write("ramps.acceleration", 30_000)
    write("ramps.deceleration", 30_000)
  end

  ["Roll tug", "Dye pump"].each do |name|
    context "with #{name}" do
      before { commissioned(name) }

      it "holds the current out of the battery and back into it, and gives all of it" do
        near_limits(discharge: 6, charge: 3)
        write("speed.target", 2000)
        most = extremes(1.0).last
        expect(most).to be_within(0.9).of(6)
        pass(2)
        write("speed.target", 0)
        least = extremes(0.6).first
        expect(least).to be_between(-3.3, -1.5)
        expect(fault).to eq(0)
      end

      it "tells what it draws" do
        near_limits(discharge: 40, charge: 10)
        write("speed.target", 1500)
        pass(3)
        expect(read("battery.current")).to be_within(0.25).of(drawn(0.5))
        expect(read("stage.duty")).to be_between(10, 95)
      end

      it "tapers as the cells go down, and drives no more at their end" do
        near_limits(discharge: 20, charge: 10)
        cell = bus.voltage / 13
        write("battery.taper_voltage", cell + 0.25)
        write("battery.end_voltage", cell - 0.25)
        write("speed.target", 2500)
        expect(extremes(0.4).last).to be_between(6, 11.5)
        write("battery.end_voltage", cell + 0.2)
        expect(pass_until(9, step: 0.02) { rpm < 20 }).to be(true)
        expect(fault).to eq(0)
      end

      it "stops quickly with the whole torque all the same" do
        near_limits(discharge: 40, charge: 0)
        write("speed.target", 2000)
        pass(2)
        write("speed.target", 0)
        pass(0.2)
        expect(rpm).to be > 1000
        write("control.word", 2)
        expect(pass_until(0.6) { rpm < 100 }).to be(true)
      end
    end
  end
end
