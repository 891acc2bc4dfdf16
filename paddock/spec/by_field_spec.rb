# frozen_string_literal: true

require_relative "paddock_helper"

# The frequency drive of Web feed by voltage over frequency, and by the field.
RSpec.describe "A Shire by the field" do
  # As the tests of Identify find them: T circuit with equal leakages.
  measured = {
    "motor.stator_resistance" => 4.93,
    "motor.rotor_resistance" => 4.32,
    "motor.leakage_inductance" => 32.0,
    "motor.no_load_current" => 1.98
  }

  def ready(control, values)
    commissioned("Web feed")
    values.each { |key, figure| write(key, figure) }
    write("output.control", control)
    write("ramps.acceleration_time", 1)
    write("limits.current", 200)
    write("limits.torque", 200)
    enable
  end

  # rpm under a load, some seconds after it came
  def loaded(control, asked, torque, values: {})
    ready(control, values)
    write("speed.target", asked)
    pass(3.0)
    @stand_in.axis.mechanics.load_torque = torque
    pass(3.0)
    expect(fault).to eq(0)
    rpm
  end

  # 10 N·m are the rated torque; 60 rpm are 2 Hz of the field.
  it "holds its speed under the rated torque, from a slow turning to the rated speed, where the curve is slower" do
    { 60 => 8, 300 => 10, 1400 => 8 }.each do |asked, torque|
      expect(loaded(1, asked, torque, values: measured)).to be_within([0.02 * asked, 6].max).of(asked)
    end
    expect(loaded(0, 60, 8)).to be < 45
  end

  it "turns with the nameplate alone, less exactly" do
    expect(loaded(1, 600, 8)).to be_within(60).of(600)
  end

  it "builds its flux up first, tells the rotor's speed, and stops by its ramp" do
    ready(1, measured)
    write("speed.target", 600)
    pass(0.05)
    expect([rpm.abs, read("motor.current")]).to match([be < 5, be > 1.5])
    pass(3.0)
    expect(read("speed.actual")).to be_within(8).of(rpm)
    write("control.word", 7)
    expect(pass_until(6.0) { state == :switched_on }).to be(true)
    expect(rpm.abs).to be < 20
  end

  it "is held to the torque that the envelope leaves, and backward as well" do
    ready(1, measured)
    write("envelope.torque", 30)
    write("speed.target", -300)
    pass(3.0)
    @stand_in.axis.mechanics.load_torque = -9.0
    pass(1.0)
    expect(@stand_in.axis.motor.torque.abs).to be < 8
    expect(rpm.abs).to be < 250
  end

  context "with an encoder" do
    fitted = {
      "feedback.kind" => 1,
      "feedback.counts_per_turn" => 4096,
      "output.control" => 2,
      "ramps.acceleration_time" => 1,
      "limits.current" => 200,
      "limits.torque" => 200,
      **measured
    }

    def fit(settings, **encoder)
      commissioned("Web feed") do |drive|
        drive["feedback"] = { "kind" => "incremental", "counts_per_turn" => 4096, **encoder.transform_keys(&:to_s) }
      end
      settings.each { |key, figure| write(key, figure) }
      start_anew
    end

    def with_encoder(...)
      fit(...)
      enable
    end

    # Without one, 60 rpm are held; with it the load may come at standstill as well.
    it "holds its speed under the rated torque from standstill on, and backward" do
      with_encoder(fitted)
      { 0 => 0.6, 15 => 0.6, 300 => 1.0, -300 => 1.5, 1400 => 6 }.each do |asked, near|
        write("speed.target", asked)
        @stand_in.axis.mechanics.load_torque = 0.0
        pass(3.0)
        @stand_in.axis.mechanics.load_torque = 8.0
        pass(2.5)
        expect([fault, rpm]).to match([0, be_within(near).of(asked)])
      end
      expect(read("speed.actual")).to be_within(2).of(rpm)
    end

    it "answers to a step of load within a tenth of a second" do
      with_encoder(fitted)
      write("speed.target", 600)
      pass(3.0)
      @stand_in.axis.mechanics.load_torque = 8.0
      dips = Array.new(400) { pass(0.001) && (600 - rpm) }
      expect(dips.max).to be < 60
      expect(dips.last(300).map(&:abs).max).to be < 12
    end

    it "takes over a motor that turns already" do
      with_encoder(fitted)
      write("speed.target", 900)
      pass(3.0)
      write("control.word", 6)
      pass(0.4)
      turning = rpm
      expect(turning).to be > 250
      [7, 15].each { |word| write("control.word", word) }
      lowest = Array.new(1000) { pass(0.001) && rpm }.min
      expect(lowest).to be > 0.8 * turning
      expect(fault).to eq(0)
    end

    it "stops with a fault where the encoder falls silent, and goes on once it is back" do
      with_encoder(fitted)
      write("speed.target", 300)
      pass(2.0)
      @stand_in.axis.encoder.powered = false
      pass(0.005)
      expect(fault).to eq(0x7305)
      expect(state).to be(:fault).or be(:fault_reaction_active)
      write("control.word", 0x80)
      pass(0.05)
      expect(state).not_to eq(:switch_on_disabled)
      @stand_in.axis.encoder.powered = true
      [0, 0x80].each { |word| write("control.word", word) && pass(0.05) }
      expect(state).to eq(:switch_on_disabled)
    end

    it "does not begin by an encoder that is not there" do
      fit(fitted.merge("feedback.kind" => 0))
      [6, 7, 15].each { |word| write("control.word", word) }
      pass(0.5)
      expect(fault).to eq(0x7305)
      expect(rpm.abs).to be < 1
    end

    it "does not turn by one whose channels are exchanged, until its count is reversed" do
      with_encoder(fitted, "direction" => -1)
      write("speed.target", 300)
      pass(2.0)
      expect(rpm).to be < 100
      with_encoder(fitted.merge("feedback.direction" => 1), "direction" => -1)
      write("speed.target", 300)
      pass(2.0)
      expect(rpm).to be_within(3).of(300)
    end
  end
end
