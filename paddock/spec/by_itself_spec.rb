# frozen_string_literal: true

require_relative "paddock_helper"

# What a drive does by itself, and what it makes of values.
RSpec.describe Gallop::Paddock::Firmware do
  def store
    write("storage.store", 0x65766173)
    pass(0.5)
  end

  def cycle_power
    @stand_in.mains = false
    pass(3)
    @stand_in.mains = true
    pass(3)
  end

  describe "at power-up" do
    before do
      commissioned("Web feed")
      write("power_up.enable", 1)
      write("power_up.speed", 300)
      store
    end

    it "turns by itself once it was told so and stored" do
      cycle_power
      pass(3)
      expect(state).to eq(:operation_enabled)
      expect(rpm).to be_within(15).of(300)
    end

    it "does nothing more by itself once somebody writes the Controlword" do
      cycle_power
      write("control.word", 0)
      pass(6)
      expect(state).to eq(:switch_on_disabled)
      expect(rpm).to be_within(1).of(0)
    end

    it "waits until nothing inhibits it" do
      @stand_in.axis.torque_off_a_closed = false
      cycle_power
      expect(state).to eq(:switch_on_disabled)
      @stand_in.axis.torque_off_a_closed = true
      pass(2)
      expect(state).to eq(:operation_enabled)
    end

    it "resets faults by itself as often as it may, and those of the torque-off inputs never" do
      write("power_up.resets", 2)
      write("power_up.reset_wait", 0.5)
      firmware.send(:trip, 0x7121)
      pass(4)
      expect([fault, state]).to eq([0, :switch_on_disabled]).or eq([0, :operation_enabled])
      firmware.send(:trip, 0xFF10)
      pass(6)
      expect(fault).to eq(0xFF10)
    end
  end

  describe "with values" do
    it "rounds to its grid, and holds what other values bound" do
      build("Carriage")
      write("current_loop.bandwidth", 777)
      expect(read("current_loop.bandwidth")).to eq(780)
      write("supply.chopper_level", 399)
      expect(read("supply.chopper_level")).to eq(395)
      write("supply.over_voltage", 390)
      expect(read("supply.chopper_level")).to eq(385)
    end

    it "restores the groups of CiA 301 one by one" do
      build("Carriage")
      { "motor.pole_pairs" => 7, "network.node" => 9, "limits.motor_speed" => 1234 }.each do |key, figure|
        write(key, figure)
      end
      store
      write("storage.restore_motor", 0x64616F6C)
      pass(0.5)
      expect(@stand_in.memory.stored.slice("motor.pole_pairs", "network.node", "limits.motor_speed").values).to eq(
        [1, 9, 1234]
      )
      write("storage.restore_communication", 0x64616F6C)
      pass(0.5)
      expect(@stand_in.memory.stored["network.node"]).to eq(1)
      cycle_power
      expect([read("motor.pole_pairs"), read("limits.motor_speed")]).to eq([1, 1234])
    end

    it "refuses a wrong signature in any group" do
      build("Carriage")
      expect(firmware.objection(entry("storage.restore_tuning"), 1)).to eq(:signature)
    end
  end

  describe "with ramps and bands" do
    before { commissioned("Web feed") }

    it "uses the second ramps above the changeover speed" do
      write("ramps.acceleration_speed", 1500)
      write("ramps.acceleration_time", 1)
      write("ramps.second_acceleration_time", 6)
      write("ramps.changeover_speed", 600)
      enable
      write("speed.target", 1400)
      pass(0.3) # flux
      slow = pass_until(5) { read("speed.demand") >= 600 } && @stand_in.simulated_time
      pass_until(8) { read("speed.demand") >= 1350 }
      expect(@stand_in.simulated_time - slow).to be_within(0.3).of(750 / 250.0)
    end

    it "does not stay in a skipped band" do
      write("limits.skip_speed_1", 700)
      write("limits.skip_width_1", 100)
      enable
      { 690 => 650, 740 => 650, 760 => 760, -700 => -650 }.each do |target, held|
        write("speed.target", target)
        pass_until(6) { (read("speed.demand") - held).abs < 1 }
        expect(read("speed.demand")).to be_within(1).of(held)
      end
    end
  end

  describe "at its terminals" do
    before { build("Carriage") }

    def on = entry("terminals.inputs").bits.filter_map { |bit, name| name if read("terminals.inputs").to_i[bit] == 1 }

    it "sees a contact after its debounce time, and by its polarity" do
      write("terminals.input_2_debounce", 50)
      @stand_in.axis.box.contacts[1].operated = true
      pass(0.03)
      expect(on).not_to include("Input 2")
      pass(0.03)
      expect(on).to include("Input 2")
      write("terminals.input_3_polarity", 1)
      pass(0.02)
      expect(on).to include("Input 3")
    end

    it "puts out what its outputs are told to show" do
      write("terminals.output_1_function", 1)
      write("terminals.output_2_function", 3)
      write("terminals.output_2_polarity", 1)
      pass(0.05)
      expect(read("terminals.outputs")).to eq(0b011)
      firmware.send(:trip, 0x7121)
      pass(0.5)
      expect(read("terminals.outputs")).to eq(0)
    end

    it "measures its analog inputs" do
      @stand_in.axis.box.sources[0].volts = -3.25
      pass(0.002)
      expect(read("terminals.analog_1")).to be_within(0.0075).of(-3.25) # a step and a half of 12 bits over ±10 V
    end
  end
end
