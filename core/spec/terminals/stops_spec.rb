# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::Stops do
  motor = {
    "motor.rated_power" => 1.5,
    "motor.rated_voltage" => 400,
    "motor.rated_current" => 3.3,
    "motor.rated_frequency" => 50,
    "motor.rated_speed" => 1425,
    "motor.power_factor" => 0.79,
    "limits.motor_speed" => 1500,
    "ramps.deceleration_speed" => 1500,
    "ramps.deceleration_time" => 2,
    "ramps.restart_wait" => 300,
    "dc_brake.current" => 100,
    "dc_brake.time" => 4
  }

  define_method(:stops) do |family: "shire", inertia: 0.022, friction: 0.6, shaft: Gallop::Shaft.turning, **changes|
    profile = Gallop::Objects::Profile.load(family)
    values =
      motor
        .merge(changes.transform_keys(&:to_s))
        .filter_map { |key, figure| [key, profile[key].raw(figure)] if profile[key] }
    found = described_class.new(profile, values.to_h, inertia: inertia, friction: friction, shaft: shaft).all
    found.to_h { |stop| [stop.title, stop] }
  end

  # 2 s and 25 turns; 0.022·157.08/0.6 = 5.760 s and 72.0 turns. By Runge and Kutta, worked out apart: 1.5734 s and
  # 26.37 turns.
  it "tells time and way of each" do
    seen = stops
    expect(seen.transform_values { |stop| stop.seconds.round(3) }).to match(
      "The ramp" => 2.0,
      "Coasting" => 5.76,
      "Direct current" => be_within(0.01).of(1.5734)
    )
    expect(seen.transform_values(&:way)).to match(
      "The ramp" => "25.00 turn",
      "Coasting" => "71.99 turn",
      "Direct current" => /\A26\.\d+ turn\z/
    )
  end

  it "says when the current ends too early, and what is not known" do
    short = stops("dc_brake.time" => 0.8)["Direct current"]
    expect([short.seconds, short.note]).to match([nil, a_string_starting_with("it ends after 800")])
    expect(stops("dc_brake.current" => 0)["Direct current"].note).to eq("no current is set for it")
    expect(stops(inertia: nil).values.map(&:seconds)).to match([2.0, nil, nil])
    expect(stops(friction: nil)["Coasting"].note).to include("nobody knows")
  end

  # 2000 mm/s at 4000 mm/s²: 0.5 s and 500 mm; 3 kg against 6 N: 1 s and 1 m
  it "tells those of a slide in its terms" do
    shaft = Gallop::Shaft.sliding(0.032)
    mass = shaft.reckoned(:inertia, 3.0)
    seen =
      stops(
        :family => "camargue",
        :inertia => mass,
        :friction => shaft.reckoned(:torque, 6.0),
        :shaft => shaft,
        "limits.motor_speed" => 2000,
        "ramps.deceleration" => 4000
      )
    expect(seen.transform_values { |stop| [stop.seconds&.round(6), stop.way] }).to eq(
      "The ramp" => [0.5, "500.0 mm"],
      "Coasting" => [1.0, "1\u2009000 mm"]
    )
  end
end
