# frozen_string_literal: true

require_relative "paddock_helper"

# The motor of Web feed, wired in delta on its 400 V drive and set as proposed for 2500 rpm: its whole torque there.
RSpec.describe "An induction motor in delta beyond its rated frequency" do
  plate = {
    "rated_power" => "1.5",
    "rated_voltage" => "230.9",
    "rated_current" => "5.72",
    "rated_frequency" => "50",
    "rated_speed" => "1425",
    "power_factor" => "0.79",
    "top_speed" => "2500"
  }

  def proposals(plate) =
    Gallop::Motors
      .for(Gallop::Objects::Profile.load("shire"), plate)
      .assessment
      .proposals
      .to_h { |one| [one.key, one.figure] }

  def in_delta(drive)
    motor = drive["motor"]
    %w[stator_resistance rotor_resistance stator_leakage rotor_leakage magnetising_inductance].each do |key|
      motor[key] /= 3.0
    end
  end

  it "gives the torque that is promised" do
    build("Web feed") { |drive| in_delta(drive) }
    proposed = proposals(plate)
    proposed.each { |key, figure| write(key, figure) unless entry(key).text? }
    write("limits.current", 108)
    enable
    write("speed.target", 2300)
    pass(6.0)
    mechanics = @stand_in.axis.mechanics
    mechanics.load_torque = proposed.fetch("motor.rated_torque") - 0.6 - 0.004 * 241 # what friction takes besides
    pass(4.0)
    expect(fault).to eq(0)
    expect(rpm).to be_within(0.03 * 2300).of(2300)
    expect(@stand_in.axis.motor.torque).to be_within(0.3).of(proposed.fetch("motor.rated_torque"))
    expect(read("motor.current")).to be_within(0.08 * 5.72).of(5.72)
  end
end
