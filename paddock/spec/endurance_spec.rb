# frozen_string_literal: true

require_relative "paddock_helper"

# Legal commands and hands by chance, for long: nothing diverges, and everything stays within physics.
RSpec.describe "Every stand-in for a long time" do
  seconds = Float(ENV.fetch("GALLOP_SECONDS", Chance.times(4, 120)))

  def settable(key) = @stand_in.profile[key] && @stand_in.firmware && !@stand_in.firmware.loader?

  def command(random)
    word = [6, 7, 15, 15, 15, 31, 0x5F, 2, 0, 128, 0x10F].sample(random: random)
    settable("control.word") && firmware.write(entry("control.word"), word)
  end

  def target(random)
    key = %w[speed.target position.target torque.target].sample(random: random)
    return unless settable(key)
    range = { "speed.target" => 1500, "position.target" => 200_000, "torque.target" => 1500 }.fetch(key)
    raw = random.rand(-range..range)
    firmware.write(entry(key), raw) if entry(key).raw_range.cover?(raw) && firmware.objection(entry(key), raw).nil?
  end

  def mode(random)
    raw = [1, 2, 3, 4].sample(random: random)
    return unless settable("control.mode") && entry("control.mode").choices.key?(raw)
    firmware.write(entry("control.mode"), raw) if firmware.objection(entry("control.mode"), raw).nil?
  end

  def hand(random)
    axis = @stand_in.axis
    case random.rand(6)
    when 0
      axis.hand_torque = random.rand(-0.3..0.3)
    when 1
      axis.hand_torque = 0.0
    when 2
      axis.bus.mains_on = random.rand < 0.8
    when 3
      axis.torque_off_a_closed = random.rand < 0.8
    when 4
      axis.mechanics.coupled = random.rand < 0.8
    when 5
      axis.mechanics.load_torque = random.rand(0.0..0.5)
    end
  end

  def within_physics
    axis = @stand_in.axis
    mechanics = axis.mechanics
    expect([mechanics.speed, mechanics.angle, axis.motor.torque, axis.bus.voltage]).to all(be_finite)
    expect(mechanics.speed.abs).to be < 2500
    expect(axis.bus.voltage).to be_between(0, @stand_in.profile.rating[:trip] * 1.6)
    expect([axis.winding.temperature, axis.heat_sink.temperature]).to all(be_between(250, 700))
  end

  Bench::SETTINGS.each_key do |name|
    it "keeps #{name} within physics for #{seconds.round} s of chance" do
      random = Chance.named("endurance #{name}")
      commissioned(name)
      (seconds / 0.05).round.times do
        send(%i[command target command mode hand target].sample(random: random), random)
        pass(0.05)
        within_physics
      end
    end
  end
end
