# frozen_string_literal: true

require_relative "paddock_helper"

# A stepper commutated by an incremental encoder: what it does after power-up, and then.
RSpec.describe Gallop::Paddock::Firmware::Stepper do
  before { commissioned("Doser") }

  STEP = 1.8 # degrees of the shaft, a quarter of an electrical turn

  def axis = @stand_in.axis
  def degrees = axis.mechanics.angle * 180 / Math::PI

  def aligned
    enable
    pass(1.1)
    expect(fault).to eq(0)
  end

  it "aligns itself at the first enabling, by less than two steps, and not at the second" do
    before = degrees
    enable
    way =
      Array
        .new(110) do
          pass(0.01)
          (degrees - before).abs
        end
        .max
    expect(way).to be_between(0.05, 2 * STEP)
    expect(fault).to eq(0)
    write("control.word", 0)
    pass(0.2)
    rest = degrees
    enable
    pass(1.1)
    expect(degrees).to be_within(0.1).of(rest)
  end

  it "waits with its set-points until it is aligned" do
    enable
    write("speed.target", 300)
    pass(0.9)
    expect([read("speed.demand"), rpm.abs]).to match([0, be < 60])
    pass(1.1)
    expect(rpm).to be_within(1).of(300)
  end

  # Quick stop that stays enabled, a fifth into the second half: the field stands still from then on.
  it "holds still when it is stopped in the middle, and begins anew" do
    write("control.quick_stop_option", 6)
    enable
    pass(0.55)
    write("control.word", 2)
    pass(0.05)
    held = degrees
    pass(1)
    expect([state, degrees]).to match([:quick_stop_active, be_within(0.05).of(held)])
    write("control.word", 0)
    pass(0.2)
    expect(read("feedback.aligned")).to eq(0)
    aligned
    expect(read("feedback.aligned")).to eq(2)
  end

  # A gait that leaves 20 % of the torque: 0.2 · 3.4 N·m / 0.85 N·m/A
  it "is held to the envelope in its alignment" do
    write("envelope.torque", 20)
    enable
    pass(0.4)
    expect([read("feedback.aligned"), read("motor.current")]).to match([1, be_within(0.02).of(0.8)])
  end

  it "turns both ways, slowly and quickly" do
    aligned
    [30, -400, 1100].each do |wanted|
      write("speed.target", wanted)
      pass(2)
      mean =
        Array
          .new(200) do
            pass(0.001)
            rpm
          end
          .sum / 200
      expect([fault, mean]).to match([0, be_within(0.6).of(wanted)])
    end
  end

  # T = √2 p ψ I: 0.828 N·m/A in truth
  it "makes the torque of its current" do
    aligned
    axis.mechanics.load_torque = 1.5
    write("speed.target", 120)
    pass(1)
    shown =
      Array
        .new(400) do
          pass(0.001)
          read("motor.torque_current")
        end
        .sum / 400
    expect(shown).to be_within(0.04).of((1.5 + 0.12 + 3e-4 * 12.57) / (Math.sqrt(2) * 50 * 0.01171))
  end

  # 10 000 counts in a turn; the count began at power-up
  it "goes where it is told by position" do
    expect(read("position.actual")).to be_within(2).of(0)
    write("control.mode", 1)
    aligned
    write("ramps.profile_speed", 200)
    write("position.target", 25_000)
    write("control.word", 0x1F)
    pass(3)
    expect(read("position.actual")).to be_within(15).of(25_000)
  end

  it "is held in one of its two hundred places by its teeth, without any current" do
    axis.mechanics.send(:initialize, inertia: 1.35e-4, coulomb: 0.001, viscous: 3e-4)
    axis.hand_torque = 0.3
    pass(0.05)
    axis.hand_torque = 0.0
    pass(2)
    expect(axis.mechanics.speed).to eq(0)
    electrical = axis.mechanics.angle * 50 * 180 / Math::PI % 90
    expect([electrical, 90 - electrical].min).to be < 3
  end

  # what is wrong => [ how it is made ]
  {
    "a shaft that is held" => ->(axis) { axis.mechanics.brake_torque = 9.0 },
    "exchanged channels" => ->(axis) { axis.encoder.channels_exchanged = true },
    "an exchanged phase" => ->(axis) { axis.phases_exchanged = true },
    "a phase that is open" => ->(axis) { axis.phase_open = true }
  }.each do |what, make|
    it "does not begin to turn with #{what}" do
      make.call(axis)
      pass(0.1)
      enable
      expect(pass_until(1.5) { fault == 0xFF30 }).to be(true)
      pass(0.5)
      expect(rpm.abs).to be < 1
    end
  end

  it "aligns itself anew after each power-up" do
    aligned
    write("storage.store", 0x65766173)
    write("control.word", 0)
    pass(1)
    @stand_in.restart
    pass(3)
    enable
    write("speed.target", 100)
    pass(0.5)
    expect(read("speed.demand")).to eq(0)
    pass(1.2)
    expect(rpm).to be_within(1).of(100)
  end
end
