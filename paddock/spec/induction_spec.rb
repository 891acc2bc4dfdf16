# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/identify_rigs"

# What is reckoned of an induction motor on its drive, against what the stand-in does with it. The drive knows its motor
# here; how that is found out is another matter (identify_spec).
RSpec.describe "An induction motor by the values of its drive" do
  # With a load of dry friction. @param torque [Float] N·m
  def web_feed(torque, settings = {})
    commissioned("Web feed") do |drive|
      drive["mechanics"].merge!("inertia" => 0.01, "coulomb" => torque, "breakaway" => torque, "viscous" => 0.0)
    end
    motor = @stand_in.axis.motor
    {
      "motor.stator_resistance" => 4.8,
      "motor.rotor_resistance" => 4.2,
      "motor.leakage_inductance" => 27.0,
      "motor.no_load_current" => 1.78,
      "limits.current" => 150,
      "output.oscillation_damping" => 0
    }.merge(settings).each { |key, figure| write(key, figure) }
    motor
  end

  def reckoned = Gallop::Tune::Induction.of(@stand_in.profile, firmware.effective)
  def rpm = @stand_in.axis.mechanics.speed * 30 / Math::PI

  it "takes the current and goes at the speed that are reckoned for its load" do
    web_feed(5.0, "output.boost" => 20, "output.slip_compensation" => 0)
    enable
    [450, 900].each do |target|
      write("speed.target", target)
      pass(4.0)
      frequency = target / 30.0
      point = (1..400).map { |n| reckoned.at(frequency, 0.01 * n) }.min_by { |one| (one.torque - 5.0).abs }
      expect(rpm).to be_within(0.02 * target).of(30 * point.rotor)
      current = Math.hypot(*%w[active_current reactive_current].map { |name| firmware.signal("output.#{name}") })
      expect(current).to be_within(0.07 * current).of(point.current / Math.sqrt(2))
    end
  end

  it "starts the load that is reckoned, and no more than that" do
    web_feed(0.1, "output.boost" => 12)
    most = reckoned.from_standstill
    turned =
      [0.75, 1.25].map do |share|
        web_feed(share * most, "output.boost" => 12)
        enable
        write("speed.target", 150)
        pass(3.0)
        rpm > 20
      end
    expect(turned).to eq([true, false])
  end

  it "goes up its ramp with the current that is reckoned, and tells where the limit holds it" do
    web_feed(2.0, "output.boost" => 15, "ramps.acceleration_time" => 2)
    instrument = BenchInstrument.new(@stand_in)
    found = instrument.driving { Gallop::Tune::RunUp.new(instrument, motor: reckoned).measure }
    expect(found.figures[:agreement]).to be < 0.1
    expect(found.findings.map(&:id)).to be_empty
    expect(found.headline).to match(/\AFollows its ramp to 900.0 rpm, with up to/)
    web_feed(2.0, "output.boost" => 15, "ramps.acceleration_time" => 1, "limits.current" => 70)
    instrument = BenchInstrument.new(@stand_in)
    found = instrument.driving { Gallop::Tune::RunUp.new(instrument, motor: reckoned).measure }
    expect(found.findings.map(&:id)).to include("held")
  end
end
