# frozen_string_literal: true

require_relative "paddock_helper"

# The motor of Head lift on its own, asked for more speed than its magnets leave of the voltage.
RSpec.describe "A servo whose field is weakened" do
  plate = {
    "rated_torque" => "2.38",
    "rated_speed" => "3000",
    "rated_current" => "2.8",
    "peak_current" => "8.4",
    "pole_pairs" => "4",
    "torque_constant" => "0.85",
    "line_resistance" => "5.6",
    "line_inductance" => "22",
    "top_speed" => "6500"
  }

  # @return [Gallop::Motors::Winding] what the envelope is drawn from
  def winding(plate, weakening)
    facts = weakening.zero? ? plate : plate.merge("weakening_current" => weakening.to_s)
    Gallop::Motors.for(Gallop::Objects::Profile.load("haflinger"), facts).winding
  end

  # The motor as its plate says, without a machine. @return [Float] rad/s after being asked for more than it can
  def speed_when_asked_for(rpm, weakening, load)
    commissioned("Head lift") do |drive|
      drive["motor"].update(
        "resistance" => 2.8,
        "inductance_d" => 0.011,
        "inductance_q" => 0.011,
        "flux" => 0.85 / (6 * Math.sqrt(2))
      )
      drive.delete("brake")
      drive["mechanics"] = { "inertia" => 3e-4, "coulomb" => load }
    end
    {
      "limits.motor_speed" => 9900,
      "ramps.profile_speed_limit" => 9900,
      "current_loop.weakening_current" => weakening
    }.each { |key, figure| write(key, figure) }
    start_anew
    enable
    write("speed.target", rpm)
    pass(3.5)
    expect(fault).to eq(0)
    @stand_in.axis.mechanics.speed
  end

  # A against the magnets, N·m of load
  [[0, 0.05], [2, 1.0], [3, 0.05], [3.5, 1.5]].each do |weakening, load|
    it "reaches what the envelope promises with #{weakening} A against the magnets and #{load} N·m" do
      promised = winding(plate, weakening).speed_at(load, 325.0)
      expect(speed_when_asked_for(promised * 30 / Math::PI, weakening, load)).to be_within(0.01 * promised).of(promised)
      all = winding(plate, weakening).speed_at(load, 325.0 / Gallop::Motors::Winding::USABLE)
      speed = speed_when_asked_for(9800, weakening, load)
      expect(speed).to be_within(0.03 * all).of(all)
    end
  end

  it "charges its bus through the diodes when the torque-off channels open at that speed" do
    before = speed_when_asked_for(6000, 2, 0.05)
    bus = @stand_in.axis.bus
    charged = bus.voltage
    @stand_in.axis.torque_off_a_closed = false
    pass(0.1)
    after = @stand_in.axis.mechanics.speed
    expect(bus.voltage).to be > charged + 30
    given = 0.5 * 3e-4 * (before**2 - after**2)
    stored = 0.5 * 780e-6 * (bus.voltage**2 - charged**2)
    spent = 0.1 * (20 + 0.05 * (before + after) / 2) # J of the electronics and of friction
    expect(stored + spent).to be_within(0.08 * given).of(given)
  end

  it "keeps its field as it is when settings come under way" do
    speed_when_asked_for(6000, 2, 0.05)
    before = firmware.signal("current.d_demand")
    write("envelope.torque", 90)
    expect([before, firmware.signal("current.d_demand")]).to match([be < -2, eq(before)])
  end
end
