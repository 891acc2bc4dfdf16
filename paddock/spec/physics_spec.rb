# frozen_string_literal: true

require_relative "paddock_helper"

# The whole axis, firmware included, against figures worked by hand from the rig file.
RSpec.describe "The physics of the demo drives" do
  describe "Carriage" do
    before { commissioned("Carriage") }

    # Friction at 3000 rpm: 0.05 + 1.5e-4 · 314.16 = 0.0971 N·m; the true constant is 1.5·√2·5·0.0455 = 0.4826 N·m/A:
    # 0.201 A
    it "reaches its speed without load, with the current that friction takes" do
      enable
      write("speed.target", 3000)
      pass(2.0)
      expect(rpm).to be_within(3).of(3000)
      currents = Array.new(200) { pass(0.001) && read("motor.torque_current") }
      expect(currents.sum / 200).to be_within(0.01).of(0.201)
    end

    # 0.8 N·m more at 600 rpm: (0.05 + 1.5e-4 · 62.83 + 0.8) / 0.4826 = 1.781 A
    it "takes the current of a known load torque" do
      enable
      write("speed.target", 600)
      pass(0.5)
      @stand_in.axis.mechanics.load_torque = 0.8
      pass(1.0)
      currents = Array.new(400) { pass(0.001) && read("motor.torque_current") }
      expect(currents.sum / 400).to be_within(0.02).of(1.781)
      expect(rpm).to be_within(6).of(600)
    end

    # From 3000 rpm the shaft holds ½ · 2.1e-4 · 314.16² = 10.36 J. Friction takes about 0.08 N·m · 47 rad = 3.7 J and
    # copper well below 1 J of it, the electronics 20 W · 0.3 s = 6 J once the rectifier has let go: the bus (780 µF)
    # rises by a few volts only, and never by more than all of it would do: √(325.3² + 2 · 10.36 / 780 µF) = 363.9 V.
    it "feeds braking energy back into the bus" do
      enable
      write("speed.target", 3000)
      pass(2.0)
      write("control.word", 2)
      voltages = Array.new(300) { pass(0.001) && read("bus.voltage") }
      expect(voltages.max).to be_between(328, 364)
      expect(rpm.abs).to be < 5
    end

    # Electrical and mechanical sides agree: in steady state P_el = T ω + 3 R I²
    it "keeps the balance of power" do
      enable
      write("speed.target", 1000)
      pass(0.8)
      @stand_in.axis.mechanics.load_torque = 1.0
      pass(1.0)
      motor = @stand_in.axis.motor
      mechanical = motor.torque * @stand_in.axis.mechanics.speed
      expect(motor.electrical_power).to be_within(0.05 * mechanical).of(mechanical + motor.copper_loss)
    end

    # 1.21 N·m hold 2.6 A: 3 · 1.61 Ω · 2.6² = 32.7 W and, at 1.9 K/W with τ = 480 s: 62 K · (1 − e^(−20/480)) = 2.53
    # K after 20 s; a
    # little more as copper warms
    it "warms the winding by its copper loss" do
      enable
      write("speed.target", 60)
      pass(0.3)
      @stand_in.axis.mechanics.load_torque = 2.6 * 0.4826 - 0.051
      pass(0.3)
      before = @stand_in.axis.winding.temperature
      pass(20.0)
      expect(@stand_in.axis.winding.temperature - before).to be_within(0.2).of(2.55)
    end

    # The model of the firmware: 1 − e^(−t/τ) with I = 1.5 I_n: 2.25 · (1 − e^(−t/22)) = 1.1 at t = 14.7 s
    it "trips on motor heat when the model says so" do
      write("motor.thermal_time", 22)
      enable
      write("speed.target", 60)
      pass(0.3)
      @stand_in.axis.mechanics.load_torque = 1.5 * 2.6 * 0.4826 - 0.05
      expect(pass_until(20) { fault != 0 }).to be(true)
      expect(fault).to eq(0x2350)
      expect(read("control.status").to_i & 0x80).to eq(0x80)
      expect(firmware.uptime).to be_within(3.0).of(18.5)
    end
  end

  describe "Web feed" do
    # 10.1 N·m at the shaft without slip compensation at 50 Hz. Under that load the bus has sagged by 2.7 A · 1.2 Ω =
    # 3.2 V, which
    # leaves 397.7 V between lines, and at 27 °C copper has 1.0275 times its resistance: the equivalent circuit (4.93,
    # 4.32, 13.5 mH,
    # 13.5 mH, 0.36 H) then gives 10.1 N·m at 5.25 % slip: 1421 rpm.
    it "slips at rated torque as the equivalent circuit says" do
      commissioned("Web feed")
      write("output.slip_compensation", 0)
      enable
      write("speed.target", 1500)
      pass(4.0)
      @stand_in.axis.mechanics.load_torque = 10.1 - 0.6 - 0.004 * 149.5
      pass(2.0)
      expect(rpm).to be_within(3).of(1421)
    end

    it "holds its speed at rated torque with slip compensation" do
      commissioned("Web feed")
      enable
      write("speed.target", 1400)
      pass(4.0)
      @stand_in.axis.mechanics.load_torque = 9.0
      pass(3.0)
      expect(rpm).to be_within(14).of(1400)
      expect(read("speed.actual")).to be_within(20).of(rpm)
    end

    # No load at 50 Hz: 400/√3 / |4.8 + j 117.3| = 1.97 A of magnetising current
    it "takes its magnetising current without load" do
      commissioned("Web feed")
      enable
      write("speed.target", 1490)
      pass(4.0)
      expect(read("motor.current")).to be_within(0.1).of(1.97)
    end

    # Braking from 1425 rpm within 0.4 s: the chopper holds the bus between its level of 720 V and the trip at 800 V
    it "burns braking energy in its resistor" do
      commissioned("Web feed")
      enable
      write("speed.target", 1425)
      pass(3.0)
      write("control.word", 2)
      voltages = Array.new(600) { pass(0.001) && read("bus.voltage") }
      expect(voltages.max).to be_between(720, 745)
      expect(fault).to eq(0)
      expect(read("statistics.resistor_energy")).to be > 50
      expect(rpm.abs).to be < 10
    end

    it "trips on over-voltage when the resistor is missing" do
      commissioned("Web feed") { |drive| drive["supply"].delete("brake_resistance") }
      write("ramps.quick_stop_speed", 9000)
      enable
      write("speed.target", 1425)
      pass(3.0)
      write("control.word", 2)
      expect(pass_until(1.0) { fault != 0 }).to be(true)
      expect(fault).to eq(0x3210)
      expect(read("statistics.peak_bus")).to be_within(5).of(800)
    end
  end
end
