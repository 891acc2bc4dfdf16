# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe "Monitors and fault reactions" do
  def reset
    [0x00, 0x80, 0x00].each { |word| write("control.word", word) }
    pass(0.01)
  end

  # 120 % of 1000 rpm. The hand drives the shaft up while 20 % of the torque and friction cannot hold it: 0.35 − 0.25
  # − 0.06 N·m.
  it "trips on over-speed at its level" do
    commissioned("Carriage")
    write("limits.motor_speed", 1000)
    write("limits.torque", 20)
    enable
    write("speed.target", 900)
    pass(1.0)
    @stand_in.axis.hand_torque = 0.35
    expect(pass_until(2.0) { fault != 0 }).to be(true)
    expect(fault).to eq(0x8480)
    expect(rpm).to be_within(8).of(1200)
  end

  # 300 rpm are 10 Hz: a look takes 0.25 s.
  it "trips on a motor phase that carries nothing, unless it is told to ignore it" do
    commissioned("Web feed")
    @stand_in.axis.phase_open = true
    enable
    write("speed.target", 300)
    expect(pass_until(2.0) { fault != 0 }).to be(true)
    expect(fault).to eq(0xFF20)
    @stand_in.axis.phase_open = false
    reset
    expect(fault).to eq(0)
    warned =
      [0, 1].map do |choice|
        write("monitors.output_phase", choice)
        @stand_in.axis.phase_open = true
        enable
        write("speed.target", 300)
        pass(1.5)
        expect(fault).not_to eq(0xFF20)
        (read("control.status").to_i[7] == 1).tap do
          write("control.word", 2)
          pass(2)
        end
      end
    expect(warned).to eq([false, true])
  end

  ["Carriage", "Web feed"].each do |name|
    it "trips #{name} on a motor wire at earth while the stage switches, unless it does not watch" do
      commissioned(name)
      @stand_in.axis.earth_leak = true
      pass(0.1)
      expect(fault).to eq(0)
      enable
      pass(0.1)
      expect([fault, firmware.stage_on?]).to eq([0x2330, false])
      reset
      write("monitors.earth_fault", 0)
      enable
      pass(0.1)
      expect([fault, firmware.stage_on?]).to eq([0, true])
    end
  end

  # Of drivers that are built the other way round than the drive is set.
  [[true, 0], [false, 1]].each do |built, set|
    it "does not live with gates that are #{built ? "low" : "high"} when on, and set to #{set}" do
      commissioned("Roll tug") { |drive| drive["gates_low"] = built }
      write("stage.gate_polarity", set)
      pass(0.1)
      expect(fault).to eq(0x2340)
      reset
      expect(fault).to eq(0x2340)
      write("stage.gate_polarity", 1 - set)
      reset
      enable
      expect(fault).to eq(0)
    end
  end

  ["Carriage", "Squeegee", "Roll tug", "Doser"].each do |name|
    it "trips #{name} on a phase that carries nothing of what is asked, warns, or ignores it, and is quiet before" do
      commissioned(name)
      enable
      top = 0.6 * read("limits.motor_speed")
      [1, -1, 0.1, 0, 0.3].each do |share|
        write("speed.target", (share * top).round)
        pass(0.7)
        expect([fault, firmware.warning?]).to eq([0, false])
      end
      @stand_in.axis.phase_open = true
      expect(pass_until(0.5) { fault != 0 }).to be(true)
      expect(fault).to eq(0xFF20)
      said =
        [1, 0].map do |choice|
          @stand_in.axis.phase_open = false
          reset
          write("monitors.output_phase", choice)
          enable
          write("speed.target", (0.3 * top).round)
          pass(1.0)
          @stand_in.axis.phase_open = true
          pass(0.12)
          [fault == 0xFF20, firmware.warning?].tap { write("control.word", 0) && pass(2.0) }
        end
      expect(said).to eq([[false, true], [false, false]])
    end
  end

  it "warns once maintenance is due, until its hours are set anew" do
    commissioned("Web feed")
    write("service.counter_2", 10)
    memory = firmware.memory.records
    memory["enabled_seconds"] += 9.9 * 3600
    expect([read("service.due"), firmware.warning?]).to eq([0, false])
    memory["enabled_seconds"] += 0.2 * 3600
    expect([read("service.due"), firmware.warning?]).to eq([0b10, true])
    write("service.counter_2", 20)
    expect([read("service.due"), firmware.warning?]).to eq([0, false])
  end

  it "finds no phase lost at any speed of a whole motor" do
    commissioned("Web feed")
    enable
    [100, 400, 1500, 90, -700].each do |speed|
      write("speed.target", speed)
      pass(1.5)
    end
    expect(fault).to eq(0)
  end

  # A blocked shaft while the profile moves on at 600 rpm = 1 310 720 counts/s: 32 768 counts are passed after 25 ms
  # of cruising.
  it "trips on following error beyond its window" do
    commissioned("Carriage")
    write("control.mode", 1)
    write("ramps.acceleration", 100_000)
    enable
    @stand_in.axis.mechanics.load_torque = 50.0
    write("position.target", 10_000_000)
    write("control.word", 0x1F)
    seen = []
    expect(
      pass_until(1.0) do
        seen << read("position.following_error").abs
        fault != 0
      end
    ).to be(true)
    expect(fault).to eq(0x8611)
    # window, and what 20 ms of time-out add at 1.31 counts a microsecond
    expect(seen.max).to be_between(32_768, 32_768 + 1_310_720 * 0.026)
  end

  it "moves to a position and says when it has arrived" do
    commissioned("Carriage")
    write("control.mode", 1)
    enable
    start = read("position.actual")
    write("position.target", start + 131_072 * 3)
    write("control.word", 0x1F)
    expect(
      pass_until(3.0) { read("control.status").to_i[10] == 1 && (read("position.actual") - start - 393_216).abs < 300 }
    ).to be(true)
    expect(@stand_in.axis.mechanics.angle / (2 * Math::PI)).to be_within(0.01).of(start / 131_072.0 + 3)
  end

  it "switches the stage off at once when a torque-off input opens, and wants it closed before a reset" do
    commissioned("Carriage")
    enable
    write("speed.target", 1000)
    pass(0.6)
    @stand_in.axis.torque_off_b_closed = false
    pass(0.002)
    expect([fault, state]).to eq([0xFF10, :fault])
    expect(@stand_in.axis.motor.torque).to eq(0.0)
    reset
    expect(state).to eq(:fault)
    @stand_in.axis.torque_off_b_closed = true
    reset
    expect([fault, state]).to eq([0, :switch_on_disabled])
  end

  it "does not call an open torque-off input a fault while disabled, but does not switch on" do
    commissioned("Carriage")
    @stand_in.axis.torque_off_a_closed = false
    pass(0.01)
    expect([fault, read("control.inhibits")]).to eq([0, 1])
    write("control.word", 6)
    expect(state).to eq(:switch_on_disabled)
  end

  it "coasts when the feedback is lost" do
    commissioned("Carriage")
    enable
    write("speed.target", 1000)
    pass(0.6)
    @stand_in.axis.encoder.powered = false
    pass(0.005)
    expect(fault).to eq(0x7305)
    expect(@stand_in.axis.motor.torque).to eq(0.0)
    reset
    expect(state).to eq(:fault)
  end

  it "makes a quick stop when the watchdog is not refreshed, and none while it is" do
    commissioned("Carriage")
    write("control.watchdog_window", 200)
    enable
    write("speed.target", 3000)
    15.times do
      pass(0.1)
      write("control.watchdog_token", 1)
    end
    expect([fault, rpm.round(-1)]).to eq([0, 3000])
    pass(0.199)
    expect(fault).to eq(0)
    pass(0.01)
    expect([fault, state]).to eq([0x8130, :fault_reaction_active])
    expect(pass_until(0.5) { state == :fault }).to be(true)
    expect(rpm.abs).to be < 6
  end

  it "reports under-voltage when the mains goes while it runs, and keeps quiet about it while disabled" do
    commissioned("Web feed")
    enable
    write("speed.target", 1000)
    pass(2.0)
    @stand_in.mains = false
    expect(pass_until(3.0) { fault != 0 }).to be(true)
    expect(fault).to eq(0x3220)
    commissioned("Web feed")
    @stand_in.mains = false
    pass_until(3.0) { read("bus.voltage") < 370 }
    expect(fault).to eq(0)
  end

  it "trips on over-current and holds the current before that by its limit" do
    commissioned("Web feed")
    enable
    write("speed.target", 300)
    pass(1.0)
    @stand_in.axis.mechanics.load_torque = 40
    pass(3.0)
    expect(read("statistics.peak_current")).to be < 2.5 * 4.1
    expect(read("control.status").to_i[11]).to eq(1)
    expect(pass_until(12.0) { fault != 0 }).to be(true)
    expect(fault).to eq(0x7121)
  end

  it "notices a field that is not where it believes it to be" do
    commissioned("Carriage")
    write("feedback.commutation_offset", 180)
    enable
    write("speed.target", 500)
    expect(pass_until(2.0) { fault != 0 }).to be(true)
    expect([0x7122, 0x8480]).to include(fault)
  end

  it "remembers its last faults with the drive time, over a restart" do
    Dir.mktmpdir do |directory|
      build("Carriage", state_directory: directory)
      Bench::SETTINGS["Carriage"].each { |key, figure| write(key, figure) }
      enable
      @stand_in.axis.torque_off_a_closed = false
      pass(0.01)
      time = read("statistics.powered_time")
      @stand_in.mains = false
      pass_until(5.0, step: 0.05) { @stand_in.state == :off }
      @stand_in.mains = true
      pass(3.0)
      expect([read("history.code_1"), read("history.time_1")]).to eq([0xFF10, time])
      expect(fault).to eq(0)
    end
  end
end
