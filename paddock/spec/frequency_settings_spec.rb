# frozen_string_literal: true

require_relative "paddock_helper"

# Settings of a frequency drive, each by what it does to the motor of Web feed.
RSpec.describe "A frequency drive does what it is set to" do
  def web_feed(**settings, &block)
    commissioned("Web feed", &block)
    settings.each { |key, figure| write(key.to_s.sub("__", "."), figure) }
    enable
  end

  def go(speed, seconds)
    write("speed.target", speed)
    pass(seconds)
  end

  def volts = read("output.voltage")

  # 14 V at rest, 60 V at 10 Hz, 150 V at 25 Hz, 400 V at 50 Hz: half way between two points is their mean
  it "follows a bent curve through its points, in whatever order they are given" do
    web_feed(
      output__curve_frequency_1: 25,
      output__curve_voltage_1: 150,
      output__curve_frequency_2: 10,
      output__curve_voltage_2: 60,
      output__slip_compensation: 0
    )
    expected = { 300 => 60, 525 => 105, 750 => 150, 1125 => 275, 1500 => 400 }
    seen = expected.keys.to_h { |speed| [speed, go(speed, 3.0) && volts] }
    expected.each { |speed, voltage| expect(seen[speed]).to be_within(3).of(voltage) }
  end

  # 14 + 386 (25/50)² = 110.5 V; with constant torque 207 V
  it "gives a pump the voltage that goes with the square of the speed" do
    web_feed(output__load_law: 2, output__slip_compensation: 0)
    go(750, 3.0)
    expect(volts).to be_within(2).of(110.5)
    web_feed(output__load_law: 0, output__slip_compensation: 0)
    go(750, 3.0)
    expect(volts).to be_within(2).of(207)
  end

  it "saves voltage at light load, and gives it back at once" do
    web_feed(output__energy_saving: 30)
    go(1200, 10.0)
    light = volts
    current = read("motor.current")
    @stand_in.axis.mechanics.load_torque = 8.0
    pass(0.6)
    expect(light).to be_within(0.06 * volts).of(0.75 * volts)
    web_feed(output__energy_saving: 0)
    go(1200, 10.0)
    expect(current).to be < 0.85 * read("motor.current")
  end

  it "brakes with direct current at the end of a stop, and no longer than set" do
    stop =
      lambda do |settings|
        web_feed(**settings) { |drive| drive["mechanics"]["inertia"] = 0.08 }
        write("ramps.deceleration_time", 1)
        go(600, 4.0)
        write("control.word", 7)
        Array.new(400) { pass(0.01) && [rpm.abs, read("motor.current"), firmware.stage_on?] }
      end
    braked = stop.({ dc_brake__current: 100, dc_brake__time: 1, dc_brake__speed: 300 })
    plain = stop.({ dc_brake__current: 0 })
    rest = ->(looks) { looks.index { |speed, _, _| speed < 3 } }
    flowing = braked.select { |_, current, on| on && current > 0 }.map { |_, current, _| current }
    # 3.3 A rms of an alternating current heat as a direct current of as much peak in one phase and half in the others
    expect(flowing.last(50)).to all(be_within(0.3).of(3.3))
    expect(rest.(braked)).not_to be_nil
    expect(braked.count { |_, _, on| on }).to be_within(6).of(20 + 100 + 12) # 0.2 s from 600 to 300 rpm, 1 s, 0.12 s
    expect(plain.last[2]).to be(false)
  end

  # No more than the nameplate is known: of the field, and of what opposes.
  it "stops by direct current in the place of its ramp, in the time that is foreseen" do
    commissioned("Web feed") { |drive| drive["mechanics"].merge!("inertia" => 0.022, "viscous" => 0, "coulomb" => 0.6) }
    %w[terminals.input_1_function network.command_source terminals.stop_by].each { |key| write(key, 2) }
    {
      "dc_brake.current" => 100,
      "dc_brake.time" => 4,
      "network.reference_source" => 4,
      "references.fixed" => 1500
    }.each { |key, figure| write(key, figure) }
    contact = @stand_in.axis.box.contacts[0]
    contact.operated = true
    pass(5)
    values = firmware.memory.live
    stops = Gallop::Terminals::Stops.new(@stand_in.profile, values, inertia: 0.022, friction: 0.6).all
    contact.operated = false
    pass(0.25)
    expect(read("motor.current")).to be < 0.1 # the field dies away
    contact.operated = true # called off no more
    took = 0.25
    pass(0.01) && took += 0.01 until rpm < 15 || took > 5
    expect(took).to be_within(0.1 * took).of(stops.last.seconds)
    contact.operated = false
    pass(4)
    expect([state, fault]).to eq([:ready_to_switch_on, 0])
    contact.operated = true
    pass(5)
    expect(rpm).to be_within(30).of(1500)
  end

  it "rounds its ramps, and not its stops" do
    rates =
      [0, 100].map do |rounding|
        web_feed(**{ ramps__rounding: rounding }) { |drive| drive["firmware"] = "1.1.0" }
        write("speed.target", 1200)
        speeds = Array.new(400) { pass(0.01) && read("speed.demand") }
        expect(speeds.last).to eq(1200)
        start = speeds[10] - speeds[0]
        write("control.word", 2)
        stopping = Array.new(200) { pass(0.01) && read("speed.demand") }
        [start, speeds.index(1200), stopping.index(0)]
      end
    (sharp, sharp_end, sharp_stop), (round, round_end, round_stop) = rates
    expect(round).to be < 0.4 * sharp
    expect(round_end).to be_between(sharp_end + 60, sharp_end + 140)
    expect(round_stop).to be_within(2).of(sharp_stop)
  end

  it "switches as often as it is told, which its dead time takes more voltage for" do
    currents =
      [2, 16].map do |rate|
        web_feed(output__switching_frequency: rate, output__boost: 20) do |drive|
          drive["stage"] = { "dead_time" => 2e-6 }
        end
        go(90, 3.0)
        read("motor.current")
      end
    expect(currents[1]).to be < 0.8 * currents[0]
  end

  # A fan of 0.5 kg·m² that turns by itself. rpm that it turns with, choice, rpm that is asked for
  describe "catching a turning motor" do
    def fan(speed, choice, target)
      commissioned("Web feed") { |drive| drive["mechanics"].merge!("inertia" => 0.5, "coulomb" => 0.2) }
      %w[acceleration deceleration].each { |ramp| write("ramps.#{ramp}_time", 30) }
      write("output.flying_start", choice)
      write("speed.target", target)
      @stand_in.axis.mechanics.place(0.0, speed * Math::PI / 30)
      enable
      pass(4.5)
      [rpm, read("statistics.peak_current"), fault]
    end

    [[1200, 1, 1200], [600, 1, 600], [-900, 1, 900], [900, 2, 900]].each do |speed, choice, target|
      it "finds one that turns with #{speed} rpm and takes it to #{target} rpm without a jerk" do
        after, peak, fault = fan(speed, choice, target)
        expect([fault, peak]).to match([0, be < 1.8 * 3.3])
        pass(40.0) if speed.negative?
        expect(speed.negative? ? rpm : after).to be_within(60).of(target)
      end
    end

    it "begins from zero with one that stands" do
      after, peak, fault = fan(0, 1, 150)
      expect([fault, peak, after]).to match([0, be < 1.6 * 3.3, be_between(3, 100)])
    end

    it "looks no further than the envelope, and not where it is locked" do
      commissioned("Web feed")
      { "output.flying_start" => 1, "envelope.speed" => 20, "limits.direction" => 1 }.each do |key, figure|
        write(key, figure)
      end
      enable
      speeds = Array.new(400) { pass(0.005) && [rpm, read("output.frequency")] }
      expect(speeds.map(&:first).minmax).to match([be > -1, be < 310])
      expect(speeds.map(&:last).minmax).to match([be >= 0, be < 13])
    end

    it "brakes it hard where it is not told to look" do
      after, peak, = fan(1200, 0, 1200)
      expect([after, peak]).not_to match([be_within(60).of(1200), be < 1.6 * 3.3])
    end
  end
end
